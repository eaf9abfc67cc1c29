'use client'
import { reckonHinge } from '@/core/figures'
import { chainOf } from '@/core/routing'
import type { Raceway } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { useRoom } from '@/ui/room'

/** What moves, at both ends of its travel. */
export function MotionPicture({ raceway }: { readonly raceway: Raceway }) {
  if (raceway.kind === 'chain' && raceway.chain && raceway.travel_mm !== null && raceway.bendRadius_mm !== null)
    return <ChainPicture raceway={raceway} />
  return raceway.kind === 'hinge-loop' ? <HingePicture raceway={raceway} /> : null
}

function ChainPicture({ raceway }: { readonly raceway: Raceway }) {
  const [travel, radius, chain] = [raceway.travel_mm!, raceway.bendRadius_mm!, raceway.chain!]
  const { links, length_mm, height_mm } = chainOf({ travel_mm: travel, radius_mm: radius, ...chain })
  const still = (travel * chain.fixedAt_percent) / 100
  const bend = Math.PI * radius
  // The moving end at x from the still one leaves so much of each straight run.
  const pathAt = (at: number) => {
    const x = at - still
    const crown = (x + length_mm - bend) / 2
    return { x, crown, path: `M 0 0 H ${crown} A ${radius} ${radius} 0 0 0 ${crown} ${-2 * radius} H ${x}` }
  }
  const ends = [pathAt(0), pathAt(travel)]
  const left = Math.min(0, ...ends.map(({ x }) => x)) - 30
  const right = Math.max(...ends.map(({ crown }) => crown + radius), travel - still) + 30
  const top = -2 * radius - 50
  return (
    <figure>
      <svg
        viewBox={`${left} ${top} ${right - left} ${2 * radius + 95}`}
        className="block w-full"
        role="img"
        aria-label={`${raceway.name} at both ends of its travel: ${links} links, ${formatNumber(length_mm, 4)} mm, ${formatNumber(height_mm)} mm high`}
      >
        {ends.map(({ x, path }, i) => (
          <g key={i} opacity={i === 0 ? 1 : 0.55}>
            <path d={path} fill="none" stroke="var(--accent)" strokeWidth={chain.link_mm * 0.5} opacity="0.35" />
            <path
              d={path}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2"
              strokeDasharray={i === 0 ? undefined : '10 6'}
            />
            <rect
              x={x - 9}
              y={-2 * radius - 9}
              width="18"
              height="18"
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="2"
            />
          </g>
        ))}
        <rect x="-9" y="-9" width="18" height="18" fill="var(--ink)" />
        <text x="0" y="34" fontSize={Math.max(12, (right - left) / 32)} textAnchor="middle" fill="var(--mute)">
          still end
        </text>
        <text
          x={(ends[0]!.x + ends[1]!.x) / 2}
          y={-2 * radius - 22}
          fontSize={Math.max(12, (right - left) / 32)}
          textAnchor="middle"
          fill="var(--mute)"
        >
          moves {formatNumber(travel, 4)} mm
        </text>
      </svg>
      <figcaption className="text-[13px] text-mute">
        <span className="figures">{links}</span> links of {formatNumber(chain.pitch_mm)} mm:{' '}
        <span className="figures">{formatNumber(length_mm, 4)} mm</span>, from {formatNumber(travel, 4)} mm of travel
        and π × {formatNumber(radius)} mm. It stands <span className="figures">{formatNumber(height_mm)} mm</span> high
        at its bend.
      </figcaption>
    </figure>
  )
}

/** The door from above, shut, half and wide open. */
function HingePicture({ raceway }: { readonly raceway: Raceway }) {
  const { plan } = useRoom()
  const found = reckonHinge(plan, raceway)
  const [a, b] = [raceway.ends?.a, raceway.ends?.b]
  if (!found || a?.kind !== 'face' || b?.kind !== 'face') return null
  const box = plan.enclosures[a.enclosure]!
  const { width_mm, depth_mm } = box.inner
  const [still, door] = box.faces[b.face]!.kind === 'door' ? [a, b] : [b, a]
  const isRight = box.faces[door.face]!.hinge === 'right'
  const along = (x: number, width: number) => (isRight ? width - x : x)
  const onDoor = along(door.x_mm, box.faces[door.face]!.width_mm)
  const onStill = along(still.x_mm, width_mm)
  return (
    <figure>
      <svg
        viewBox={`${-width_mm - 20} ${-depth_mm - 20} ${2 * width_mm + 40} ${depth_mm + width_mm + 40}`}
        className="block w-full"
        style={{ maxHeight: 240 }}
        role="img"
        aria-label={`${raceway.name} seen from above with the door shut and open: ${formatNumber(found.length_mm, 4)} mm long`}
      >
        <path d={`M 0 0 V ${-depth_mm} H ${width_mm} V 0`} fill="none" stroke="var(--mute)" strokeWidth="3" />
        {[0, 90, 180].map((angle) => {
          const turn = (angle * Math.PI) / 180
          const to = (r: number) => [r * Math.cos(turn), r * Math.sin(turn)] as const
          const [x, y] = to(width_mm)
          const [hx, hy] = to(onDoor)
          return (
            <g key={angle} opacity={angle === 0 ? 1 : 0.5}>
              <line
                x1="0"
                y1="0"
                x2={x}
                y2={y}
                stroke="var(--ink)"
                strokeWidth="3"
                strokeDasharray={angle === 0 ? undefined : '12 7'}
              />
              <path
                d={`M ${onStill} ${-depth_mm + 12} Q ${(onStill + hx) / 2 + 20} ${(hy - depth_mm) / 2} ${hx} ${hy}`}
                fill="none"
                stroke="var(--accent)"
                strokeWidth="4"
              />
              <circle cx={hx} cy={hy} r="6" fill="var(--accent)" />
            </g>
          )
        })}
        <circle cx={onStill} cy={-depth_mm + 12} r="6" fill="var(--accent)" />
      </svg>
      <figcaption className="text-[13px] text-mute">
        From above: its two holds are <span className="figures">{formatNumber(found.shut_mm, 4)} mm</span> apart with
        the door shut, <span className="figures">{formatNumber(found.farthest_mm, 4)} mm</span> wide open; a tenth more,
        and what is held, make <span className="figures">{formatNumber(found.length_mm, 4)} mm</span>.
      </figcaption>
    </figure>
  )
}
