'use client'
import { ADIABATIC_MAX_S, sayTime } from '@/core/protection'
import { cite, FAMILIES, TIME_CURRENT, type Curve } from '@/core/reference'
import { formatNumber } from '@/core/quantity'
import type { ProtectiveReckoning } from '@/core/figures'
import { TimeCurrentChart } from '@/ui/charts'
import { Choice, Sign } from '@/ui/primitives'
import { FigureButton, useRoom } from '@/ui/room'

const CURVE_WORDS: Readonly<Record<Curve, string>> = {
  quick: 'quick',
  slow: 'slow',
  B: 'B, trips at 3 to 5 times',
  C: 'C, trips at 5 to 10 times',
  D: 'D, trips at 10 to 20 times',
  thermal: 'thermal alone',
}

/** One fuse or breaker: what it does in words, what may be chosen, then its curve. */
export function ProtectiveDetail({ protective }: { readonly protective: ProtectiveReckoning }) {
  const { plan, evaluation, edit, open } = useRoom()
  const { device, link, family, rating_A, curve, fault, worst, advised_A, advice, startUp_A, breaking_A, wires } =
    protective
  const tag = plan.devices[device]!.tag
  const data = FAMILIES[family]
  const curves = Object.keys(TIME_CURRENT[family]) as Curve[]
  const shown = curve ?? data.curves[0]!
  const title = `${tag} ${link}`
  const fit = (changes: { rating_A?: number; curve?: Curve }) =>
    edit(`${title}: ${changes.rating_A ? `${changes.rating_A} A` : CURVE_WORDS[changes.curve!]}`, {
      type: 'fitRating',
      device,
      link,
      fitted: {
        family,
        rating_A: changes.rating_A ?? rating_A ?? data.ratings_A[0]!,
        curve: changes.curve ?? curve ?? null,
      },
    })
  const thinnest = fault?.thinnest ?? null
  const wire = thinnest ? evaluation!.reckoning.wires[thinnest.wire] : undefined
  return (
    <section
      aria-label={`${title} in detail`}
      className="rounded-xl border border-hair bg-sheet p-4 lg:sticky lg:top-[74px]"
    >
      <div className="flex flex-wrap items-start justify-between gap-2">
        <h2 className="text-[18px] font-bold">
          <span className="figures">{title}</span> ·{' '}
          {rating_A === null ? 'empty' : <span className="figures">{rating_A} A</span>} {data.name}
        </h2>
        <button
          type="button"
          className="text-[14px] text-accent hover:underline"
          onClick={() => open({ kind: 'device', id: device })}
        >
          Open {tag}
        </button>
      </div>
      {data.isSupplementary ? (
        <p className="text-[13px] font-semibold text-caution">
          <Sign of="caution" /> Supplementary: it protects equipment behind a branch device and is not one itself.
        </p>
      ) : null}
      <dl className="mt-2 space-y-1 text-[14.5px]">
        <div>
          <dt className="inline text-mute">Runs on: </dt>
          <dd className="inline">
            <FigureButton figure={worst} title={title} subject="greatest current while running" />
            {startUp_A === null ? (
              ''
            ) : (
              <>
                ; starting up{' '}
                <FigureButton
                  figure={{ ...worst, value: startUp_A }}
                  title={title}
                  subject="greatest current while starting up"
                />
              </>
            )}
            .{' '}
            {advised_A === null ? (
              'No rating fits.'
            ) : (
              <>
                <FigureButton
                  figure={{ value: advised_A, unit: 'A', trace: advice }}
                  title={title}
                  subject="smallest rating for load and wires"
                >
                  {advised_A} A
                </FigureButton>{' '}
                would do.
              </>
            )}
          </dd>
        </div>
        {fault ? (
          <>
            <div>
              <dt className="inline text-mute">Into a short: </dt>
              <dd className="inline">
                <FigureButton figure={fault.figure} title={title} subject="fault current at the far end">
                  {formatNumber(fault.smallest_A)} A
                </FigureButton>{' '}
                at the far end{fault.isAssumed ? ', the outlet’s own taken as 1000 A' : ''}; it{' '}
                <strong>{fault.words}</strong>.
              </dd>
            </div>
            <div>
              <dt className="inline text-mute">It parts: </dt>
              <dd className="inline">
                {formatNumber(breaking_A)} A ({cite(data.source)}, typical), and at most{' '}
                <FigureButton
                  figure={{ ...fault.figure, value: fault.largest_A }}
                  title={title}
                  subject="fault current right behind it"
                />{' '}
                may flow.
              </dd>
            </div>
            {thinnest ? (
              <div>
                <dt className="inline text-mute">The thinnest wire: </dt>
                <dd className="inline">
                  {plan.wires[thinnest.wire]?.label}, {thinnest.size}, stands {formatNumber(fault.largest_A)} A for{' '}
                  {thinnest.withstands_s > ADIABATIC_MAX_S
                    ? `more than ${ADIABATIC_MAX_S} s`
                    : sayTime(thinnest.withstands_s)}
                  .
                </dd>
              </div>
            ) : null}
            {fault.ahead ? (
              <div>
                <dt className="inline text-mute">Ahead of it: </dt>
                <dd className="inline">
                  {fault.ahead.label}. {fault.ahead.isSelective ? 'This one opens first' : 'Either may open first'}:{' '}
                  {fault.ahead.reason}.
                </dd>
              </div>
            ) : null}
          </>
        ) : null}
      </dl>
      <div className="mt-3 grid max-w-md grid-cols-2 gap-2">
        <Choice
          label="Rating"
          value={rating_A === null ? '' : String(rating_A)}
          options={[
            ...(rating_A === null ? [{ value: '', label: 'empty' }] : []),
            ...data.ratings_A.map((rating) => ({
              value: String(rating),
              label: `${rating} A${rating === advised_A ? ', fits' : ''}`,
            })),
          ]}
          onChoose={(value) => value && fit({ rating_A: Number(value) })}
        />
        {curves.length > 1 ? (
          <Choice
            label="Kind"
            value={shown}
            options={curves.map((value) => ({ value, label: CURVE_WORDS[value] }))}
            onChoose={(value) => fit({ curve: value as Curve })}
          />
        ) : null}
      </div>
      {rating_A === null ? null : (
        <figure className="mt-3">
          <TimeCurrentChart
            device={{ family, rating_A, curve: shown }}
            load_A={worst.value ?? 0}
            startUp_A={startUp_A}
            fault_A={fault?.smallest_A ?? null}
            wire={
              thinnest && wire?.ampacity.value
                ? {
                    label: plan.wires[thinnest.wire]?.label ?? '',
                    area_mm2: thinnest.area_mm2,
                    insulation_C: thinnest.insulation_C,
                    ampacity_A: wire.ampacity.value,
                  }
                : null
            }
          />
          <figcaption className="text-[13px] text-mute">
            <span aria-hidden className="mr-1 inline-block h-2.5 w-4 bg-mains/40 align-middle" />
            when it opens, typical of the class ({cite(data.source)});{' '}
            <span aria-hidden className="mr-1 inline-block w-4 border-t-2 border-dashed border-stop align-middle" />
            how long the thinnest wire stands it, up to {ADIABATIC_MAX_S} s.
            {wires.length === 0 ? ' No wire depends on it.' : ''}
          </figcaption>
        </figure>
      )}
    </section>
  )
}
