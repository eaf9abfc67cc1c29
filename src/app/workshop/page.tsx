import { WorkshopPage } from '@/ui/workshop/WorkshopPage'

export default function Workshop() {
  return <WorkshopPage />
}
