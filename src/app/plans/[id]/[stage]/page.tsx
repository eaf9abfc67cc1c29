import { notFound } from 'next/navigation'
import { isStage, StageView } from '@/ui/shell'

/** One page for all stages: between them the browser changes the address itself, so that no stage waits for the server. */
export default async function StagePage({ params }: { readonly params: Promise<{ readonly stage: string }> }) {
  if (!isStage((await params).stage)) notFound()
  return <StageView />
}
