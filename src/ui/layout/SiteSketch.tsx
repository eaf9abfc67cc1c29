'use client'
import { counted } from '@/core/quantity'
import { hostOf, landed, type EnclosureId } from '@/core/plan'

import { useRoom } from '@/ui/room'

const SPAN_mm = 250
/** Half a box on the sketch. */
const HALF_mm = 84
const FIELD = 'field'

/** Where boxes stand, with what runs between them and out to the machine; widths carry the count. */
export function SiteSketch({
  shown,
  onShow,
}: {
  readonly shown: EnclosureId
  readonly onShow: (id: EnclosureId) => void
}) {
  const { plan } = useRoom()
  const boxes = Object.entries(plan.enclosures) as [EnclosureId, (typeof plan.enclosures)[EnclosureId]][]
  const only = boxes.length === 1 ? boxes[0]![0] : null
  const homeOf = (id: keyof typeof plan.devices): string | null => {
    const { place } = plan.devices[id]!
    if (place.kind === 'field') return FIELD
    const host = hostOf(place)
    if (host !== null) return homeOf(host)
    return ('enclosure' in place ? place.enclosure : null) ?? only
  }
  const runs = new Map<string, { from: string; to: string; count: number; mains: boolean }>()
  for (const wire of Object.values(landed(plan).wires)) {
    if (wire!.from.kind !== 'terminal' || wire!.to.kind !== 'terminal') continue
    const [a, b] = [homeOf(wire!.from.device), homeOf(wire!.to.device)]
    if (!a || !b || a === b) continue
    const key = [a, b].sort().join(' ')
    const known = runs.get(key) ?? { from: key.split(' ')[0]!, to: key.split(' ')[1]!, count: 0, mains: false }
    runs.set(key, { ...known, count: known.count + 1, mains: known.mains || wire!.function === 'L' })
  }
  const order = [...boxes.map(([id]) => id as string), FIELD]
  const x = (id: string) => order.indexOf(id) * SPAN_mm + 100
  const words: Readonly<Record<'there' | 'new' | 'remove', string>> = {
    there: 'there already',
    new: 'new',
    remove: 'comes out',
  }
  return (
    <svg
      viewBox={`0 0 ${order.length * SPAN_mm} 120`}
      className="block w-full"
      style={{ maxWidth: order.length * 190 }}
      role="group"
      aria-label="Where things stand and what runs between them"
    >
      {[...runs.values()].map(({ from, to, count, mains }) => (
        <g key={`${from} ${to}`}>
          <path
            d={
              order.indexOf(to) - order.indexOf(from) > 1
                ? `M ${x(from)} 84 C ${x(from)} 116 ${x(to)} 116 ${x(to)} 84`
                : `M ${x(from) + HALF_mm} 52 H ${x(to) - HALF_mm}`
            }
            fill="none"
            stroke={mains ? 'var(--mains)' : 'var(--return)'}
            strokeWidth={Math.min(14, 1.5 + count / 4)}
            opacity="0.45"
          />
          <text
            x={(x(from) + x(to)) / 2}
            y={order.indexOf(to) - order.indexOf(from) > 1 ? 104 : 40}
            fontSize="12"
            textAnchor="middle"
            className="figures"
            fill="var(--ink)"
          >
            {count}
            <title>{`${counted(count, 'wire')}${mains ? ', mains among them' : ''}`}</title>
          </text>
          {order.indexOf(to) - order.indexOf(from) > 1 ? null : (
            <text x={(x(from) + x(to)) / 2} y={72} fontSize="10.5" textAnchor="middle" fill="var(--mute)">
              {mains ? 'wires, mains too' : 'wires'}
            </text>
          )}
        </g>
      ))}
      {boxes.map(([id, box]) => {
        const count = Object.keys(plan.devices).filter((device) => homeOf(device as never) === id).length
        return (
          <g
            key={id}
            role="button"
            tabIndex={0}
            aria-label={`Show ${box.name}`}
            aria-pressed={id === shown}
            className="cursor-pointer outline-none focus-visible:[&>rect]:[stroke-width:3]"
            onClick={() => onShow(id)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') {
                event.preventDefault()
                onShow(id)
              }
            }}
          >
            <rect
              x={x(id) - HALF_mm}
              y="20"
              width={2 * HALF_mm}
              height="64"
              rx={box.kind === 'box' ? 3 : 0}
              fill={id === shown ? 'var(--accent-wash)' : 'var(--sheet)'}
              stroke={box.origin === 'remove' ? 'var(--stop)' : 'var(--ink)'}
              strokeWidth="1.4"
              strokeDasharray={box.origin === 'there' ? '6 3' : box.origin === 'remove' ? '2 3' : undefined}
            />
            <text x={x(id)} y="46" fontSize="14" fontWeight="700" textAnchor="middle" fill="var(--ink)">
              {box.name.slice(0, 20)}
            </text>
            <text x={x(id)} y={box.where ? 60 : 64} fontSize="11" textAnchor="middle" fill="var(--mute)">
              {count} parts, {words[box.origin]}
            </text>
            {box.where ? (
              <text x={x(id)} y="76" fontSize="11" textAnchor="middle" fill="var(--mute)">
                {box.where.slice(0, 28)}
              </text>
            ) : null}
          </g>
        )
      })}
      <text x={x(FIELD)} y="50" fontSize="14" fontWeight="700" textAnchor="middle" fill="var(--ink)">
        The machine
      </text>
      <text x={x(FIELD)} y="66" fontSize="11" textAnchor="middle" fill="var(--mute)">
        {Object.keys(plan.devices).filter((device) => homeOf(device as never) === FIELD).length} parts outside
      </text>
    </svg>
  )
}
