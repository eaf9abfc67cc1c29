import { LayoutStage } from '@/ui/layout'

export default function LayoutPage() {
  return <LayoutStage />
}
