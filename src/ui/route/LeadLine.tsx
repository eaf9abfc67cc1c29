'use client'
import { useMemo } from 'react'
import { courseOnFaces, terminalOnFace, type LeadFigure } from '@/core/figures'
import type { EnclosureId } from '@/core/plan'
import { useRoom } from '@/ui/room'
import { dashes, type FlatBox } from './unfold'

/** The lead that was picked, along its true course on each face of this box; dashed where it leaves one for another. */
export function LeadLine({
  flat,
  enclosure,
  lead,
}: {
  readonly flat: FlatBox
  readonly enclosure: EnclosureId
  readonly lead: LeadFigure
}) {
  const { plan } = useRoom()
  const strands = useMemo(
    () =>
      courseOnFaces(plan, lead, enclosure).flatMap(({ face, points, isContinued }) => {
        const sheet = flat.faces.find((each) => each.face === face)
        return sheet ? [{ points: points.map(([x, y]) => sheet.to(x, y)), isContinued }] : []
      }),
    [plan, lead, enclosure, flat],
  )
  const ends = lead.ends.flatMap(({ device, terminal }) => {
    const at = plan.devices[device] ? terminalOnFace(plan, device, terminal) : null
    const sheet = at?.enclosure === enclosure ? flat.faces.find(({ face }) => face === at.face) : undefined
    return at && sheet ? [sheet.to(at.x_mm, at.y_mm)] : []
  })
  const line = (points: readonly (readonly [number, number])[]) => points.map((point) => point.join(',')).join(' ')
  const stroke = { fill: 'none', stroke: 'var(--ink)', strokeLinejoin: 'round' } as const
  return (
    <g aria-hidden>
      {strands.map(({ points, isContinued }, i) => (
        <g key={i}>
          {i > 0 && isContinued ? (
            <polyline
              {...stroke}
              points={line([strands[i - 1]!.points.at(-1)!, points[0]!])}
              strokeWidth={1.6 * flat.px}
              strokeDasharray={dashes(flat, 3, 4)}
            />
          ) : null}
          <polyline {...stroke} points={line(points)} strokeWidth={2.4 * flat.px} data-on-face />
        </g>
      ))}
      {ends.map(([x, y], i) => (
        <circle key={i} cx={x} cy={y} r={4.5 * flat.px} fill="var(--ink)" />
      ))}
    </g>
  )
}
