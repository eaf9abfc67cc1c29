'use client'
import type { KeyboardEvent } from 'react'
import type { DeviceId, StateId } from '@/core/plan'
import type { Evaluation } from '@/core/evaluate'
import { useRoom, type DrawerView } from '@/ui/room'
import { layoutRafters, type Beam } from './layoutRafters'

const TONE: Readonly<Record<Beam['tone'], { readonly line: string; readonly wash: string }>> = {
  mains: { line: 'var(--mains)', wash: 'var(--mains-wash)' },
  neutral: { line: 'var(--neutral)', wash: 'var(--neutral-wash)' },
  dc: { line: 'var(--dc)', wash: 'var(--dc-wash)' },
  dc2: { line: 'var(--dc2)', wash: 'var(--dc2-wash)' },
  return: { line: 'var(--return)', wash: 'var(--return-wash)' },
}

/** Beams are potentials; what hangs between two draws from them. */
export function RaftersView({ evaluation, state }: { readonly evaluation: Evaluation; readonly state: StateId }) {
  const { plan, open, drawer } = useRoom()
  const { width, height, beams, cards, pills, drops, labels, earth } = layoutRafters(plan, evaluation.reckoning, state)
  const chosen = drawer?.kind === 'device' ? drawer.id : null
  const asking = (view: DrawerView) => ({
    role: 'button',
    tabIndex: 0,
    className:
      'cursor-pointer focus-visible:outline-none [&:focus-visible>rect]:stroke-accent [&:focus-visible>rect]:[stroke-width:2.5]',
    onClick: () => open(view),
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key !== 'Enter' && event.key !== ' ') return
      event.preventDefault()
      open(view)
    },
  })
  const press = (id: DeviceId) => asking({ kind: 'device', id })
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        className="block h-auto min-w-[640px] max-w-full"
        role="group"
        aria-label="The feed: potentials as beams, devices hanging between them"
      >
        {drops.map((drop) => (
          <polyline
            key={drop.key}
            points={drop.points}
            fill="none"
            stroke={TONE[drop.tone].line}
            strokeWidth={drop.thickness}
            strokeDasharray={drop.isDashed ? '6 4' : undefined}
            strokeLinejoin="round"
          />
        ))}
        {beams.map((beam) => (
          <g key={beam.id}>
            <rect x={beam.x} y={beam.y} width={beam.width} height="12" fill={TONE[beam.tone].wash} />
            <rect
              className="beam-fill"
              x={beam.x}
              y={beam.y}
              width={Math.max(0, beam.width * beam.fill)}
              height="12"
              fill={TONE[beam.tone].line}
            />
            <line
              x1={beam.x}
              x2={beam.x + beam.width}
              y1={beam.y}
              y2={beam.y}
              stroke={TONE[beam.tone].line}
              strokeWidth="1"
            />
            <text x={beam.x + 2} y={beam.y - 5} fontSize="12.5" fontWeight="700" fill={TONE[beam.tone].line}>
              {beam.name}
            </text>
            {beam.load === '' ? null : (
              <g
                {...asking({
                  kind: 'figure',
                  title: beam.name,
                  subject: 'heaviest state of the rail',
                  figure: beam.rail.load,
                })}
                aria-label={`${beam.name}: ${beam.load}, how it was worked out`}
              >
                <rect
                  x={beam.x + beam.width - beam.load.length * 7.6 - 4}
                  y={beam.y - 19}
                  width={beam.load.length * 7.6 + 6}
                  height="18"
                  rx="3"
                  fill="transparent"
                />
                <text
                  x={beam.x + beam.width}
                  y={beam.y - 5}
                  fontSize="12.5"
                  textAnchor="end"
                  className="figures"
                  fill="var(--mute)"
                >
                  {beam.load}
                </text>
              </g>
            )}
          </g>
        ))}
        {earth ? (
          <g>
            <line
              x1="12"
              x2={width - 12}
              y1={earth.y}
              y2={earth.y}
              stroke={earth.isWhole ? 'var(--earth)' : 'var(--stop)'}
              strokeWidth="4"
              strokeDasharray="12 5"
            />
            <text
              x="14"
              y={earth.y + 16}
              fontSize="12.5"
              fontWeight="700"
              fill={earth.isWhole ? 'var(--earth)' : 'var(--stop)'}
            >
              {earth.text}
            </text>
          </g>
        ) : null}
        {labels.map((label) => (
          <g
            key={label.key}
            {...(label.wire
              ? {
                  ...asking({
                    kind: 'figure',
                    title: `${plan.wires[label.wire]?.label ?? ''}, ${label.text}`,
                    subject: 'how its size came about',
                    figure: evaluation.reckoning.wires[label.wire]!.sizing,
                  }),
                  'aria-label': `${plan.wires[label.wire]?.label ?? ''}: ${label.text}, how its size came about`,
                }
              : {})}
          >
            {label.anchor === 'middle' ? (
              <rect
                x={label.x - label.text.length * 3.7 - 3}
                y={label.y - 12}
                width={label.text.length * 7.4 + 6}
                height="16"
                fill="var(--paper)"
              />
            ) : null}
            <text x={label.x} y={label.y} fontSize="12" textAnchor={label.anchor} className="figures" fill="var(--ink)">
              {label.text}
            </text>
          </g>
        ))}
        {pills.map((pill) => (
          <g key={pill.key} {...press(pill.device)} aria-label={`Fuse ${pill.text}`}>
            <rect
              x={pill.x - 46}
              y={pill.y - 11}
              width="92"
              height="20"
              rx="10"
              fill={chosen === pill.device ? 'var(--accent-wash)' : 'var(--sheet)'}
              stroke={chosen === pill.device ? 'var(--accent)' : 'var(--ink)'}
              strokeWidth="1.3"
            />
            <text
              x={pill.x}
              y={pill.y + 3.5}
              fontSize="11.5"
              textAnchor="middle"
              className="figures"
              fontWeight="600"
              fill="var(--ink)"
            >
              {pill.text}
            </text>
          </g>
        ))}
        {cards.map((card) => {
          const isChosen = card.devices.includes(chosen as DeviceId)
          return (
            <g key={card.key} {...press(card.devices[0]!)} aria-label={`${card.tag} ${card.name} ${card.value}`}>
              <rect
                x={card.x}
                y={card.y}
                width={card.width}
                height={card.height}
                rx="4"
                fill={isChosen ? 'var(--accent-wash)' : 'var(--sheet)'}
                stroke={isChosen ? 'var(--accent)' : 'var(--hair)'}
                strokeWidth="1.3"
              />
              <text x={card.x + 8} y={card.y + 17} fontSize="13" fontWeight="700" className="figures" fill="var(--ink)">
                {card.tag}
              </text>
              <text
                x={card.x + card.width - 8}
                y={card.y + 17}
                fontSize="12.5"
                fontWeight="600"
                textAnchor="end"
                className="figures"
                fill="var(--ink)"
              >
                {card.value}
              </text>
              <text x={card.x + 8} y={card.y + 33} fontSize="12" fill="var(--mute)">
                {card.name}
              </text>
              {card.share === null ? null : (
                <>
                  <rect
                    x={card.x + 8}
                    y={card.y + card.height - 10}
                    width={card.width - 16}
                    height="3"
                    rx="1.5"
                    fill="var(--wash)"
                  />
                  <rect
                    className="beam-fill"
                    x={card.x + 8}
                    y={card.y + card.height - 10}
                    width={(card.width - 16) * card.share}
                    height="3"
                    rx="1.5"
                    fill={card.share >= 1 ? 'var(--stop)' : 'var(--accent)'}
                  />
                </>
              )}
            </g>
          )
        })}
      </svg>
    </div>
  )
}
