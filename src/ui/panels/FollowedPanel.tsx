'use client'
import type { Followed } from '@/core/evaluate'
import { useRoom } from '@/ui/room'

const TITLES: Readonly<Record<Followed['kind'], string>> = {
  finding: 'Before power',
  size: 'Sizes reckoned anew',
  fuse: 'Fuses',
  end: 'Ends made otherwise',
  step: 'Steps of the work',
}

/** As many of a kind as are listed. */
const MOST = 30

/** What the last edit brought with it, from what to what. */
export function FollowedPanel() {
  const { followed, open, state, isReckoning } = useRoom()
  const kinds = (Object.keys(TITLES) as Followed['kind'][]).filter((kind) =>
    followed.some((each) => each.kind === kind),
  )
  return (
    <section aria-labelledby="followed">
      <h2 id="followed" className="text-lg font-bold">
        What followed
      </h2>
      <p className="mb-2 text-[14px] text-mute">
        {isReckoning ? 'Working it out …' : `The last edit: ${state.undo ?? 'none of yours'}.`}
      </p>
      {kinds.length === 0 && !isReckoning ? (
        <p className="rounded-lg border border-hair bg-wash p-3 text-[14px]">
          Nothing else became other: no size, fuse, end, step or finding.
        </p>
      ) : null}
      {kinds.map((kind) => {
        const own = followed.filter((each) => each.kind === kind)
        return (
          <section key={kind} className="mb-3">
            <h3 className="text-[14px] font-semibold">
              {TITLES[kind]} <span className="figures font-normal text-mute">{own.length}</span>
            </h3>
            <ul className="divide-y divide-hair/70 text-[14px]">
              {own.slice(0, MOST).map(({ about, from, to, wire, device }) => (
                <li key={`${about} ${from} ${to}`} className="py-1">
                  {wire || device ? (
                    <button
                      type="button"
                      className="text-left font-semibold hover:underline"
                      onClick={() => open(wire ? { kind: 'wire', id: wire } : { kind: 'device', id: device! })}
                    >
                      {about}
                    </button>
                  ) : (
                    <span className="font-semibold">{about}</span>
                  )}
                  <span className="figures block text-mute">
                    {from} <span aria-label="becomes">→</span> <span className="text-ink">{to}</span>
                  </span>
                </li>
              ))}
              {own.length > MOST ? <li className="py-1 text-mute">and {own.length - MOST} more</li> : null}
            </ul>
          </section>
        )
      })}
    </section>
  )
}
