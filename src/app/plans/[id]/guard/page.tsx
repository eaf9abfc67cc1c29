import { GuardStage } from '@/ui/guard'

export default function GuardPage() {
  return <GuardStage />
}
