'use client'
import { usePathname } from 'next/navigation'
import { Suspense, useEffect } from 'react'
import { useRoom } from '@/ui/room'
import { PlainPlan } from './PlainPlan'
import { isStage } from './stages'
import { loadAllStages, STAGE_VIEWS } from './stageViews'

/** When all stages are fetched after the first has been shown: the server may be gone by the time one is wanted. */
const SOON_MS = 1200

/** The stage that the address names. A plan that cannot be worked out is shown as it is written. */
export function StageView() {
  const { evaluation, reckonError } = useRoom()
  const key = usePathname().split('/').at(-1) ?? ''
  useEffect(() => {
    const timer = setTimeout(loadAllStages, SOON_MS)
    return () => clearTimeout(timer)
  }, [])
  if (reckonError && !evaluation) return <PlainPlan reason={reckonError} />
  const View = STAGE_VIEWS[isStage(key) ? key : 'brief']
  return (
    <Suspense fallback={<p className="text-mute">A moment …</p>}>
      <View />
    </Suspense>
  )
}
