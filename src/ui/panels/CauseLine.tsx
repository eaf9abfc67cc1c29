'use client'
import type { Finding } from '@/core/findings'
import { useRoom } from '@/ui/room'

/** What was most likely done wrong, as the change that would mend it; or that it is being looked for. */
export function CauseLine({ finding: { cause, severity } }: { readonly finding: Finding }) {
  const { evaluation } = useRoom()
  if (!cause) {
    const isSoughtFor = severity === 'stop' && evaluation?.isExplained === false
    return isSoughtFor ? <p className="mt-1 text-[14px] text-mute">Looking for the cause …</p> : null
  }
  const { words, elsewhere } = cause
  return (
    <p className="mt-1 rounded-md bg-sheet px-2 py-1 text-[14px]">
      <span className="font-semibold">Most likely: {words}.</span>
      {elsewhere.length > 0 ? ` It may as well be that ${elsewhere.join(', or that ')}.` : ''}
    </p>
  )
}
