import { BriefStage } from '@/ui/brief'

export default function BriefPage() {
  return <BriefStage />
}
