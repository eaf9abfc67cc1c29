'use client'
import { usePathname } from 'next/navigation'
import { useEffect } from 'react'
import { loadAllLater, ViewIsThere } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { PlainPlan } from './PlainPlan'
import { isStage } from './stages'
import { STAGE_VIEWS } from './stageViews'

/** When all else is fetched after the first stage has been shown: the server may be gone by the time it is wanted. */
const SOON_MS = 600

/** The stage that the address names. A plan that cannot be worked out is shown as it is written. */
export function StageView() {
  const { evaluation, reckonError } = useRoom()
  const key = usePathname().split('/').at(-1) ?? ''
  useEffect(() => {
    if (!evaluation) return
    const timer = setTimeout(loadAllLater, SOON_MS)
    return () => clearTimeout(timer)
    // Once there is something to see; a later evaluation starts nothing anew.
  }, [evaluation === null]) // eslint-disable-line react-hooks/exhaustive-deps
  if (reckonError && !evaluation) return <PlainPlan reason={reckonError} />
  const View = STAGE_VIEWS[isStage(key) ? key : 'brief']
  return (
    <ViewIsThere value={evaluation !== null}>
      <View />
    </ViewIsThere>
  )
}
