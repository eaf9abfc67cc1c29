'use client'
import { useState } from 'react'
import {
  labelMedia,
  labelPages,
  labelsOf,
  legendStrips,
  stripPages,
  USUAL_SHEET,
  type LabelKind,
  type PrintedPage,
} from '@/core/papers'
import { Choice, INPUT, Labelled } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const KINDS: Readonly<Record<LabelKind, string>> = {
  wire: 'wires, both ends',
  cable: 'cables, both ends',
  device: 'devices',
  opening: 'ways out',
}
const FIELDS = [
  ['width_mm', 'Sticker wide, mm'],
  ['height_mm', 'Sticker high, mm'],
  ['columns', 'Across'],
  ['rows', 'Down'],
  ['left_mm', 'Left edge, mm'],
  ['top_mm', 'Top edge, mm'],
  ['gapX_mm', 'Gap across, mm'],
  ['gapY_mm', 'Gap down, mm'],
  ['skip', 'Used already'],
] as const
type Fields = Readonly<Record<(typeof FIELDS)[number][0], string>>

const START = Object.fromEntries(FIELDS.map(([key]) => [key, String(USUAL_SHEET[key])])) as Fields

/** Labels as they come out of the printer: the first page is shown, with the sheet or tape as it was measured. */
export function LabelPrint({ what, paper }: { readonly what: 'labels' | 'strips'; readonly paper: 'A4' | 'Letter' }) {
  const { plan, id } = useRoom()
  const [on, setOn] = useState<'sheet' | 'tape'>('sheet')
  const [fields, setFields] = useState<Fields>(START)
  const [kinds, setKinds] = useState<readonly LabelKind[]>(['wire', 'cable', 'device', 'opening'])
  const typed = Object.fromEntries(FIELDS.map(([key]) => [key, Number(fields[key].replace(',', '.'))]))
  const media = labelMedia.safeParse(
    on === 'sheet' ? { kind: 'sheet', paper, ...typed } : { kind: 'tape', height_mm: typed.height_mm },
  )
  const faultOf = (key: string) =>
    media.success ? null : (media.error.issues.find(({ path }) => path[0] === key)?.message ?? null)
  const labels = labelsOf(plan).filter(({ kind }) => kinds.includes(kind))
  const pages: readonly PrintedPage[] =
    what === 'strips' ? stripPages(legendStrips(plan), paper) : media.success ? labelPages(labels, media.data) : []
  const query = new URLSearchParams({
    what,
    on,
    paper,
    kinds: kinds.join(','),
    ...(what === 'labels' ? Object.fromEntries(FIELDS.map(([key]) => [key, fields[key].replace(',', '.')])) : {}),
  })
  const link = (format: string) => `/api/plans/${id}/labels?format=${format}&${query.toString()}`
  const [first] = pages
  return (
    <section
      aria-label="Print"
      className="mb-3 grid gap-3 rounded-xl border border-hair bg-sheet p-3 text-[14px] lg:grid-cols-2 print:hidden"
    >
      <div className="space-y-2">
        {what === 'labels' ? (
          <>
            <Choice
              label="Printed on"
              value={on}
              options={[
                { value: 'sheet', label: 'a sheet of stickers' },
                { value: 'tape', label: 'a tape' },
              ]}
              onChoose={(value) => setOn(value as 'sheet' | 'tape')}
            />
            <fieldset className="flex flex-wrap gap-x-3">
              <legend className="text-[13px] text-mute">Labels for</legend>
              {(Object.keys(KINDS) as LabelKind[]).map((kind) => (
                <label key={kind} className="flex items-center gap-1">
                  <input
                    type="checkbox"
                    checked={kinds.includes(kind)}
                    onChange={(event) =>
                      setKinds(event.target.checked ? [...kinds, kind] : kinds.filter((each) => each !== kind))
                    }
                  />
                  {KINDS[kind]}
                </label>
              ))}
            </fieldset>
            <div className="grid grid-cols-3 gap-2">
              {FIELDS.filter(([key]) => on === 'sheet' || key === 'height_mm').map(([key, label]) => (
                <Labelled key={key} label={on === 'tape' ? 'Tape wide, mm' : label} error={faultOf(key)}>
                  {(props) => (
                    <input
                      {...props}
                      inputMode="decimal"
                      className={`${INPUT} figures`}
                      value={fields[key]}
                      onChange={(event) => setFields({ ...fields, [key]: event.target.value })}
                    />
                  )}
                </Labelled>
              ))}
            </div>
          </>
        ) : (
          <p>Strips at the terminals’ own pitch. Print without scaling and measure the bar before you cut.</p>
        )}
        <p className="flex flex-wrap gap-3 font-semibold">
          {(what === 'labels' ? ['pdf', 'svg', 'csv'] : ['pdf', 'svg']).map((format) => (
            <a
              key={format}
              className={`text-accent underline ${media.success ? '' : 'pointer-events-none opacity-60'}`}
              href={link(format)}
              download
            >
              {format.toUpperCase()}
            </a>
          ))}
          <span className="font-normal text-mute">
            {what === 'labels' ? `${labels.length} labels, ` : ''}
            {pages.length} {on === 'tape' && what === 'labels' ? 'pieces' : pages.length === 1 ? 'page' : 'pages'}
          </span>
        </p>
      </div>
      {first ? (
        <svg
          viewBox={`0 0 ${first.width_mm} ${first.height_mm}`}
          className="max-h-[360px] w-full border border-hair bg-white"
          role="img"
          aria-label="First page as it is printed"
        >
          {first.boxes.map((box, i) => (
            <rect
              key={i}
              x={box.x_mm}
              y={box.y_mm}
              width={box.width_mm}
              height={box.height_mm}
              fill="none"
              stroke="#000"
              strokeWidth={0.15}
            />
          ))}
          {first.texts.map(({ text, x_mm, y_mm, size_mm, isBold }, i) => (
            <text key={i} x={x_mm} y={y_mm} fontSize={size_mm} fontWeight={isBold ? 700 : 400} fill="#000">
              {text}
            </text>
          ))}
        </svg>
      ) : null}
    </section>
  )
}
