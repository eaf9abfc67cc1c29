import { BuildStage } from '@/ui/build'

export default function BuildPage() {
  return <BuildStage />
}
