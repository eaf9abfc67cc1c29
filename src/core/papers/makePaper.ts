import type { EnclosureId, FaceId } from '@/core/plan'
import { batchPaper, cutPaper, procedurePaper, putBackPaper, settingPaper, shoppingPaper, testPaper } from './bench'
import { commissioningPaper } from './commissioning'
import { labelsOf, legendStrips } from './labels'
import { derivationPaper, recordPaper, uncheckedPaper } from './record'
import { PAPERS, type Block, type Paper, type PaperId, type PaperSource } from './types'
import { cablePaper, devicePaper, pinPaper, wirePaper } from './wiring'

/** Every face with what sits on it, to scale. */
function facePaper({ plan, evaluation }: PaperSource): readonly Block[] {
  const blocks = evaluation.reckoning.faces.flatMap(({ enclosure, face, items, raceways }): Block[] => {
    const box = plan.enclosures[enclosure]
    const data = box?.faces[face]
    if (!box || !data || items.length === 0) return []
    const measures = ({ left_mm, top_mm, right_mm, bottom_mm }: (typeof items)[number]['body']) => ({
      left_mm,
      top_mm,
      width_mm: right_mm - left_mm,
      height_mm: bottom_mm - top_mm,
    })
    return [
      { kind: 'heading', text: `${box.name}, ${data.name.toLowerCase()}` },
      {
        kind: 'face',
        enclosure,
        face,
        caption: `${data.width_mm} × ${data.height_mm} mm`,
        width_mm: data.width_mm,
        height_mm: data.height_mm,
        items: items.map(({ device, body }) => ({ device, tag: plan.devices[device]?.tag ?? '', ...measures(body) })),
        ways: raceways.map(({ body }) => measures(body)),
      },
      {
        kind: 'table',
        columns: [
          { title: 'Device', share: 1 },
          { title: 'Name', share: 4 },
          { title: 'Left mm', share: 1, isFigure: true },
          { title: 'Top mm', share: 1, isFigure: true },
          { title: 'Wide mm', share: 1, isFigure: true },
          { title: 'High mm', share: 1, isFigure: true },
        ],
        rows: items.map(({ device, body }) => {
          const { left_mm, top_mm, width_mm, height_mm } = measures(body)
          const figures = [left_mm, top_mm, width_mm, height_mm].map((mm) => String(Math.round(mm * 10) / 10))
          return [plan.devices[device]?.tag ?? '', plan.devices[device]?.name ?? '', ...figures]
        }),
      },
    ]
  })
  return blocks.length > 0 ? blocks : [{ kind: 'text', text: 'Nothing has a place yet.' }]
}

/** Labels as a list; the sheets to print are files of their own. */
function labelPaper({ plan }: PaperSource): readonly Block[] {
  return [
    {
      kind: 'table',
      columns: [
        { title: 'For', share: 1 },
        { title: 'Label', share: 2 },
        { title: 'Second line', share: 4 },
      ],
      rows: labelsOf(plan).map(({ kind, text, under }) => [kind === 'opening' ? 'way out' : kind, text, under]),
    },
  ]
}

function stripPaper({ plan }: PaperSource): readonly Block[] {
  const strips = legendStrips(plan)
  if (strips.length === 0) return [{ kind: 'text', text: 'No row of terminals is long enough to want a strip.' }]
  return strips.map(({ title, fields, length_mm }): Block => ({
    kind: 'text',
    text: `${title}: ${fields.map(({ text }) => text).join(' | ')} (${Math.round(length_mm * 10) / 10} mm)`,
  }))
}

/** Faces that have something to drill. */
export function facesWithHoles({
  evaluation,
}: PaperSource): readonly { readonly enclosure: EnclosureId; readonly face: FaceId }[] {
  return evaluation.reckoning.faces.flatMap(({ enclosure, face, holes }) =>
    holes.some(({ state }) => state === 'make') ? [{ enclosure, face }] : [],
  )
}

function drillPaper(source: PaperSource): readonly Block[] {
  const { plan, evaluation } = source
  const faces = facesWithHoles(source)
  if (faces.length === 0) return [{ kind: 'text', text: 'There is nothing to drill.' }]
  return [
    {
      kind: 'table',
      columns: [
        { title: 'Face', share: 3 },
        { title: 'Holes', share: 1, isFigure: true },
      ],
      rows: faces.map(({ enclosure, face }) => [
        `${plan.enclosures[enclosure]!.name}, ${plan.enclosures[enclosure]!.faces[face]!.name.toLowerCase()}`,
        String(
          evaluation.reckoning.faces
            .find((each) => each.enclosure === enclosure && each.face === face)!
            .holes.filter(({ state }) => state === 'make').length,
        ),
      ]),
    },
  ]
}

const MAKERS: Readonly<Record<PaperId, (source: PaperSource) => readonly Block[]>> = {
  devices: devicePaper,
  wires: wirePaper,
  cables: cablePaper,
  batches: batchPaper,
  cuts: cutPaper,
  faces: facePaper,
  drill: drillPaper,
  labels: labelPaper,
  strips: stripPaper,
  shopping: shoppingPaper,
  pins: pinPaper,
  settings: settingPaper,
  procedure: procedurePaper,
  tests: testPaper,
  commissioning: commissioningPaper,
  derivations: derivationPaper,
  unchecked: uncheckedPaper,
  putBack: putBackPaper,
  record: recordPaper,
}

/** One paper of the book, as blocks: the screen, the PDF and the printer show the same. */
export function makePaper(id: PaperId, source: PaperSource): Paper {
  return { id, title: PAPERS[id].title, blocks: MAKERS[id](source) }
}
