'use client'
import { askedSince } from '@/core/findings/verdicts'
import type { Finding } from '@/core/findings'
import { useRoom } from '@/ui/room'

/** What was most likely done wrong, as the change that would mend it; and whether an earlier release asked for it already. */
export function CauseLine({ finding }: { readonly finding: Finding }) {
  return (
    <>
      <Cause finding={finding} />
      <Since finding={finding} />
    </>
  )
}

function Cause({ finding: { cause, severity } }: { readonly finding: Finding }) {
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

/** Of a plan on which something was signed under an earlier verdict: that this was not asked then, and why it is now. */
function Since({ finding: { rule, severity } }: { readonly finding: Finding }) {
  const { log } = useRoom()
  const signed = log.filter(({ kind }) => kind === 'signed')
  if (signed.length === 0 || severity === 'note') return null
  const since = askedSince(rule, Math.max(...signed.map(({ verdict }) => verdict ?? 1)))
  return since ? (
    <p className="mt-1 text-[13px] text-mute">
      Not asked when you signed last; asked since verdict {since.version}: {since.words}
    </p>
  ) : null
}
