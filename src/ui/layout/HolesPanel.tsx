'use client'
import { useState } from 'react'
import { CORNERS, drillingMethod, holeTable, type Corner, type SeenFrom } from '@/core/drilling'
import type { EnclosureId, FaceId } from '@/core/plan'
import { Choice } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const FORMATS = [
  ['pdf', 'PDF, tiled at 1:1'],
  ['svg', 'SVG'],
  ['dxf', 'DXF'],
  ['csv', 'Table as CSV'],
] as const

/** What is drilled into this face: the table as it is measured, and the sheet to tape on. */
export function HolesPanel({
  enclosure,
  face,
  view,
}: {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly view: SeenFrom
}) {
  const { plan, evaluation, state, id } = useRoom()
  const [corner, setCorner] = useState<Corner>('lower left')
  const [paper, setPaper] = useState<'A4' | 'Letter'>(plan.site.region === 'NEC' ? 'Letter' : 'A4')
  const box = plan.enclosures[enclosure]!
  const data = box.faces[face]!
  const holes =
    evaluation?.reckoning.faces.find((each) => each.enclosure === enclosure && each.face === face)?.holes ?? []
  const rows = holeTable({
    holes,
    face: data,
    corner,
    view,
    material: box.wall.material,
    thickness_mm: box.wall.thickness_mm,
  })
  const made = rows.find(({ hole }) => hole.state === 'make')
  const method = made
    ? drillingMethod({ shape: made.hole.shape, material: box.wall.material, thickness_mm: box.wall.thickness_mm })
    : null
  const isSaved = state.pending.length === 0
  const href = (format: string) =>
    `/api/plans/${id}/drill?${new URLSearchParams({ enclosure, face, format, paper, view, corner })}`
  return (
    <section aria-labelledby="holes" className="rounded-xl border border-hair bg-sheet p-3.5">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h2 id="holes" className="font-bold">
            Holes in the {data.name.toLowerCase()}
          </h2>
          <p className="text-[13px] text-mute">
            Seen from {data.kind === 'plate' ? 'the front' : view}
            {view === 'inside' ? ': mirrored, drill from there only' : ''}. Test-fit before the next hole.
          </p>
        </div>
        <div className="flex flex-wrap items-end gap-2">
          <Choice
            label="Measured from"
            value={corner}
            options={CORNERS.map((value) => ({ value, label: `${value} corner` }))}
            onChoose={(value) => setCorner(value as Corner)}
          />
          <Choice
            label="Paper"
            value={paper}
            options={[
              { value: 'A4', label: 'A4' },
              { value: 'Letter', label: 'Letter' },
            ]}
            onChoose={(value) => setPaper(value as 'A4')}
          />
        </div>
      </div>
      <p className="my-2 flex flex-wrap gap-1.5">
        {FORMATS.map(([format, words]) =>
          isSaved && rows.length > 0 ? (
            <a
              key={format}
              className="rounded-lg border border-hair px-3 py-1 text-[14px] font-semibold hover:border-accent"
              href={href(format)}
              download
            >
              {words}
            </a>
          ) : (
            <span
              key={format}
              className="rounded-lg border border-hair px-3 py-1 text-[14px] text-mute"
              title={isSaved ? 'Nothing to drill here' : 'As soon as the last edit is saved'}
            >
              {words}
            </span>
          ),
        )}
      </p>
      {rows.length === 0 ? (
        <p className="text-[14px] text-mute">Nothing to drill in this face.</p>
      ) : (
        <div className="max-h-80 overflow-auto" tabIndex={0} role="region" aria-label="Hole table">
          <table className="w-full text-[13.5px]">
            <thead className="sticky top-0 bg-sheet">
              <tr className="border-b border-hair text-left text-mute">
                {['No', 'For', 'x mm', 'y mm', 'x in', 'y in', 'Size', 'How'].map((head, i) => (
                  <th key={head} className={`py-1 pr-3 font-normal ${i >= 2 && i <= 5 ? 'text-right' : ''}`}>
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ number, hole, x_mm, y_mm, x_in, y_in, size, tool }) => (
                <tr key={hole.id} className="border-b border-hair/60 align-top">
                  <td className="figures py-1 pr-3">{number}</td>
                  <td className="pr-3">{hole.label}</td>
                  {[x_mm.toFixed(1), y_mm.toFixed(1), x_in.toFixed(3), y_in.toFixed(3)].map((value, i) => (
                    <td key={i} className="figures pr-3 text-right">
                      {value}
                    </td>
                  ))}
                  <td className="pr-3">{size}</td>
                  <td>{tool}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {method ? (
        <p className="mt-2 text-[13px] text-mute">
          In {box.wall.material.replace('-', ' ')}: {method.steps[0]!.toLowerCase()}. {method.steps.at(-1)}. Common
          practice.
        </p>
      ) : null}
    </section>
  )
}
