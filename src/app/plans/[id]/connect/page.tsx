import { ConnectStage } from '@/ui/connect'

export default function ConnectPage() {
  return <ConnectStage />
}
