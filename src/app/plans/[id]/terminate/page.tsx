import { TerminateStage } from '@/ui/terminate'

export default function TerminatePage() {
  return <TerminateStage />
}
