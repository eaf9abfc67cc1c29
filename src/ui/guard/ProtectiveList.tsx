'use client'
import { FAMILIES } from '@/core/reference'
import { formatNumber } from '@/core/quantity'
import type { ProtectiveReckoning, WireReckoning } from '@/core/figures'
import { LongList } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** Where a current lies along a logarithmic strip, in percent. */
function along(current_A: number, from_A: number, to_A: number): number {
  return Math.max(0, Math.min(100, (100 * Math.log(current_A / from_A)) / Math.log(to_A / from_A)))
}

/** Bound by fuses farther on, that let through less than this device. */
const isBounded = (wire: WireReckoning | undefined, rating_A: number | null) =>
  wire?.served?.isFused === true &&
  wire.ampacity.value !== null &&
  wire.served.most_A < (rating_A ?? 0) &&
  wire.served.most_A <= wire.ampacity.value

/** Every fuse and breaker: between its load and its wire lies its window, and in words what it does into a short. */
export function ProtectiveList({
  protective,
  chosen,
  onChoose,
}: {
  readonly protective: readonly ProtectiveReckoning[]
  readonly chosen: string | null
  readonly onChoose: (key: string) => void
}) {
  const { plan, evaluation } = useRoom()
  const wires = evaluation!.reckoning.wires
  return (
    <section aria-labelledby="protective" className="overflow-hidden rounded-xl border border-hair bg-sheet">
      <h2 id="protective" className="px-3.5 pt-3 font-bold">
        Fuses and breakers
      </h2>
      <p className="px-3.5 pb-2 text-[13px] text-mute">
        From the load to what the wire stands: the mark is the rating, and belongs between.
      </p>
      <LongList
        items={protective}
        keyOf={({ device, link }) => `${device}/${link}`}
        estimate_px={104}
        itemClassName="border-t border-hair/70"
      >
        {(each) => {
          const { device, link, family, rating_A, worst, wires: behind, fault } = each
          const key = `${device}/${link}`
          const feeding = behind
            .flatMap((id) =>
              // A lead that fuses farther on bound does not lean on this device for overload (433.2).
              wires[id]?.function === 'V-' || wires[id]?.function === 'N' || isBounded(wires[id], rating_A)
                ? []
                : [wires[id]?.ampacity.value ?? null],
            )
            .filter((value): value is number => value !== null)
          const carries_A = feeding.length > 0 ? Math.min(...feeding) : null
          const load_A = worst.value ?? 0
          const [from_A, to_A] = [
            Math.max(0.02, Math.min(load_A || 0.1, rating_A ?? 1) / 2),
            Math.max(carries_A ?? 1, rating_A ?? 1, load_A) * 1.6,
          ]
          return (
            <button
              type="button"
              aria-pressed={key === chosen}
              onClick={() => onChoose(key)}
              className={`block w-full px-3.5 py-2 text-left ${key === chosen ? 'bg-accent-wash' : 'hover:bg-wash'}`}
            >
              <span className="flex justify-between gap-2">
                <span>
                  <span className="figures font-bold">
                    {plan.devices[device]?.tag} {link}
                  </span>{' '}
                  <span className="text-[14px] text-mute">{FAMILIES[family].name}</span>
                </span>
                <span className="figures font-bold">{rating_A === null ? 'empty' : `${rating_A} A`}</span>
              </span>
              <span aria-hidden className="relative my-1 block h-2.5 rounded-full bg-wash">
                {carries_A !== null ? (
                  <span
                    className="absolute inset-y-0 rounded-full bg-good-wash"
                    style={{
                      left: `${along(load_A || from_A, from_A, to_A)}%`,
                      right: `${100 - along(carries_A, from_A, to_A)}%`,
                    }}
                  />
                ) : null}
                {load_A > 0 ? (
                  <span
                    className="absolute inset-y-0 left-0 rounded-l-full bg-accent"
                    style={{ width: `${along(load_A, from_A, to_A)}%` }}
                  />
                ) : null}
                {carries_A !== null ? (
                  <span
                    className="absolute inset-y-0 w-0.5 bg-stop"
                    style={{ left: `${along(carries_A, from_A, to_A)}%` }}
                  />
                ) : null}
                {rating_A !== null ? (
                  <span
                    className="absolute -inset-y-0.5 w-1 rounded bg-ink"
                    style={{ left: `calc(${along(rating_A, from_A, to_A)}% - 2px)` }}
                  />
                ) : null}
              </span>
              <span className="block text-[13px]">
                {fault
                  ? `Into a short it ${fault.words}.`
                  : rating_A === null
                    ? 'Nothing fitted.'
                    : 'Nothing feeds it yet.'}
              </span>
              <span className="block text-[13px] text-mute">
                {formatNumber(load_A)} A flow
                {carries_A === null
                  ? '; no wire behind it'
                  : `; the thinnest wire behind it carries ${formatNumber(carries_A)} A`}
                .
              </span>
            </button>
          )
        }}
      </LongList>
    </section>
  )
}
