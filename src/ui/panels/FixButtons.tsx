'use client'
import { Button } from '@/ui/primitives'
import { isSameFix, useFixState, type Fix } from './fixDesk'
import { FixDoubt } from './FixDoubt'
import { useFixDesk } from './useFixDesk'

/** Each fix is tried before it is taken: what it would make worse stands there first. */
export function FixButtons({ fixes }: { readonly fixes: readonly Fix[] }) {
  const desk = useFixDesk()
  const state = useFixState(desk)
  const isOwn = state.kind !== 'idle' && fixes.some((fix) => isSameFix(fix, state.fix))
  return (
    <>
      {fixes.map((fix) => {
        const isTried = state.kind === 'trying' && isSameFix(state.fix, fix)
        return (
          <Button key={fix.label} disabled={isTried} onClick={() => void desk.tryFirst(fix)}>
            {isTried ? 'Trying it …' : fix.label}
          </Button>
        )
      })}
      {isOwn && state.kind === 'doubt' ? <FixDoubt doubt={state} desk={desk} /> : null}
      {isOwn && state.kind === 'failed' ? (
        <p role="alert" className="w-full text-[13px] font-semibold text-stop">
          {state.why}
        </p>
      ) : null}
    </>
  )
}
