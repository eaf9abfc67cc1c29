import { OwnPartsPage } from '@/ui/parts/OwnPartsPage'

export default function PartsPage() {
  return <OwnPartsPage />
}
