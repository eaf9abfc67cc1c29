import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import DxfParser from 'dxf-parser'
import { PNG } from 'pngjs'
import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import { newRaceway, type EnclosureId, type FaceId, type Plan } from '@/core/plan'
import { holesOfFace } from '@/core/figures'
import { DEMOS } from '@demo/scenarios'
import {
  drillCsv,
  drillDrawing,
  drillDxf,
  drillSheetFile,
  drillSvg,
  facesToDrill,
  OVERLAP_mm,
  PAPERS,
  tileOver,
} from '.'
import { drillPdf } from './drillPdf'

const BOX = 'enclosure:main' as EnclosureId
const DOOR = 'face:door' as FaceId
const LEFT = 'face:left' as FaceId

/** A box with a stop and a fan in its door, glands and a D-shaped and a slotted opening in its left wall. */
function drilled(): Plan {
  const on = (face: FaceId, x_mm: number, y_mm: number, rotation_deg: 0 | 90 = 0) => ({
    place: { kind: 'face' as const, enclosure: BOX, face, x_mm, y_mm, rotation_deg },
  })
  const plan = new PlanBuilder('Box <b>&"x"</b>', 'IEC')
    .box('main', {
      name: 'Box',
      kind: 'box',
      inner: { width_mm: 420, height_mm: 600, depth_mm: 200 },
      wall: { material: 'plastic', thickness_mm: 3 },
      sealed: false,
    })
    .device('S1', 'emergency-stop', 'Stop', on(DOOR, 60, 80, 90))
    .device('V1', 'fan-24', 'Fan', on(DOOR, 300, 450))
    .device('X1', 'inlet-fused', 'Inlet', on(LEFT, 100, 500))
    .build()
  const box = plan.enclosures[BOX]!
  const openings = [
    {
      id: 'old',
      name: 'old jack',
      shape: { kind: 'd-shaped' as const, diameter_mm: 12, flat_mm: 5, flatAt: 'left' as const },
      x_mm: 40,
      y_mm: 40,
      origin: 'there' as const,
      use: 'blanked' as const,
      device: null,
    },
    {
      id: 'slot',
      name: 'slot',
      shape: { kind: 'slot' as const, length_mm: 30, width_mm: 6, axis: 'down' as const },
      x_mm: 150,
      y_mm: 100,
      origin: 'new' as const,
      use: 'vent' as const,
      device: null,
    },
  ]
  return {
    ...plan,
    enclosures: {
      ...plan.enclosures,
      [BOX]: { ...box, faces: { ...box.faces, [LEFT]: { ...box.faces[LEFT]!, openings } } },
    },
    raceways: {
      ['raceway:g1' as never]: newRaceway({
        name: 'Gland, bed',
        kind: 'gland',
        enclosure: BOX,
        width_mm: 20,
        height_mm: 20,
        length_mm: 30,
        thread: 'M20',
        at: { face: LEFT, x_mm: 60, y_mm: 300, axis: 'across' },
      }),
    },
  }
}
const request = (face: FaceId, view: 'outside' | 'inside' = 'outside') => ({
  plan: drilled(),
  enclosure: BOX,
  face,
  view,
  corner: 'lower left' as const,
})

describe('DXF, read back by a general-purpose parser (dxf-parser)', () => {
  interface Entity {
    readonly type: string
    readonly layer: string
    readonly center?: { readonly x: number; readonly y: number }
    readonly radius?: number
  }
  const entities = (face: FaceId) =>
    new DxfParser().parseSync(drillDxf(drillDrawing(request(face))))!.entities as unknown as Entity[]
  it('every round hole of the plan is a circle of its size at its place, y upward from the lower left corner', () => {
    for (const face of [DOOR, LEFT]) {
      const plan = drilled()
      const data = plan.enclosures[BOX]!.faces[face]!
      const wanted = holesOfFace(plan, BOX, face, data).flatMap(({ shape, x_mm, y_mm }) =>
        shape.kind === 'round' ? [[x_mm, data.height_mm - y_mm, shape.diameter_mm / 2]] : [],
      )
      const found = entities(face)
        .filter(({ type }) => type === 'CIRCLE')
        .map(({ center, radius }) => [center!.x, center!.y, radius!])
      const sort = (list: number[][]) => [...list].sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!)
      expect(found.length).toBeGreaterThan(0)
      sort(wanted).forEach((hole, i) => hole.forEach((value, k) => expect(sort(found)[i]![k]).toBeCloseTo(value, 4)))
      expect(found).toHaveLength(wanted.length)
    }
  })
  it.each(Object.entries(DEMOS))(
    'the demo %s: every face’s sheet has the plan’s holes, no more and no fewer',
    (_key, make) => {
      const plan = make()
      const faces = facesToDrill(plan)
      expect(faces.length).toBeGreaterThan(2)
      for (const { enclosure, face, holes } of faces) {
        const drawing = drillDrawing({ plan, enclosure, face, view: 'outside', corner: 'lower left' })
        expect(drawing.rows).toHaveLength(holes)
        const read = new DxfParser().parseSync(drillDxf(drawing))!.entities as unknown as Entity[]
        const round = holesOfFace(plan, enclosure, face, plan.enclosures[enclosure]!.faces[face]!).filter(
          ({ shape }) => shape.kind === 'round',
        )
        expect(read.filter(({ type }) => type === 'CIRCLE')).toHaveLength(round.length)
      }
    },
  )
  it('an arc of a D keeps to its circle and leaves out its flat', () => {
    const arc = entities(LEFT).find(({ type, layer }) => type === 'ARC' && layer === 'THERE') as unknown as {
      center: { x: number; y: number }
      radius: number
      startAngle: number
      endAngle: number
    }
    expect([arc.center.x, arc.center.y, arc.radius]).toEqual([40, 560, 6])
    // The flat is at the left, 5 mm from the centre: the arc runs from −(180 − 33.56)° to 180 − 33.56°, counterclockwise.
    const half = Math.acos(5 / 6)
    const mid = (arc.startAngle + ((arc.endAngle - arc.startAngle + 2 * Math.PI) % (2 * Math.PI)) / 2) % (2 * Math.PI)
    expect(Math.cos(mid)).toBeCloseTo(1, 4)
    expect((arc.endAngle - arc.startAngle + 2 * Math.PI) % (2 * Math.PI)).toBeCloseTo(2 * Math.PI - 2 * half, 4)
  })
})

describe('SVG', () => {
  it('is at 1:1 and lets no text become markup', () => {
    const svg = drillSvg(drillDrawing(request(DOOR)))
    expect(svg).toMatch(/width="440mm" height="642mm" viewBox="-10 -32 440 642"/)
    expect(svg).toContain('Box &lt;b&gt;&amp;&quot;x&quot;&lt;/b&gt;')
    expect(svg).not.toContain('<b>')
    expect(svg).toContain('<circle cx="300" cy="450" r="38.5"')
  })
})

describe('hole table', () => {
  it('measures from its corner, in millimetres and inches (25.4 mm by definition)', () => {
    const fan = drillDrawing(request(DOOR)).rows.find(({ hole }) => hole.label === 'V1')!
    expect([fan.x_mm, fan.y_mm]).toEqual([300, 150])
    expect(fan.x_in).toBeCloseTo(300 / 25.4, 9)
  })
  it('from inside everything is mirrored, and measured from the corner named in that view', () => {
    const fan = drillDrawing(request(DOOR, 'inside')).rows.find(({ hole }) => hole.label === 'V1')!
    expect([fan.x_mm, fan.y_mm]).toEqual([420 - 300, 150])
    const d = drillDrawing(request(LEFT, 'inside')).rows.find(({ hole }) => hole.label === 'old jack')!
    expect(d.hole.shape).toMatchObject({ flatAt: 'right' })
  })
  it('as CSV no cell is a formula', () => {
    const plan = drilled()
    const named: Plan = {
      ...plan,
      raceways: { ['raceway:g1' as never]: { ...Object.values(plan.raceways)[0]!, name: '=HYPERLINK("x")' } },
    }
    expect(drillCsv(drillDrawing({ ...request(LEFT), plan: named }))).toContain(`"'=HYPERLINK(""x"")"`)
  })
  it('lists the faces with holes', () =>
    expect(facesToDrill(drilled()).map(({ name, holes }) => [name, holes])).toEqual([
      ['Box, Door', 6],
      ['Box, Left wall', 4],
    ]))
})

describe('tiling', () => {
  it('covers the whole drawing, each page sharing a strip with its neighbour', () => {
    for (const paper of Object.keys(PAPERS) as (keyof typeof PAPERS)[]) {
      for (const [width_mm, height_mm] of [
        [150, 200],
        [420, 600],
        [190, 900],
        [1200, 300],
      ] as const) {
        const { tiles, columns } = tileOver({ width_mm, height_mm }, paper)
        expect(Math.max(...tiles.map((tile) => tile.left_mm + tile.width_mm))).toBeCloseTo(width_mm, 9)
        expect(Math.max(...tiles.map((tile) => tile.top_mm + tile.height_mm))).toBeCloseTo(height_mm, 9)
        for (const tile of tiles) {
          if (tile.column === 0) continue
          const before = tiles[tile.row * columns + tile.column - 1]!
          expect(before.left_mm + before.width_mm - tile.left_mm).toBeCloseTo(OVERLAP_mm, 9)
        }
      }
    }
  })
})

const RASTER = existsSync('/usr/bin/pdftoppm') ? '/usr/bin/pdftoppm' : null
describe.skipIf(!RASTER)(
  'PDF, rasterised by a general-purpose renderer (Debian’s poppler; skipped where it is not installed)',
  () => {
    const DPI = 300
    const toMm = (pixels: number) => (pixels * 25.4) / DPI
    function raster(bytes: Uint8Array, page: number): PNG {
      const dir = mkdtempSync(join(tmpdir(), 'drill-'))
      writeFileSync(join(dir, 'a.pdf'), bytes)
      execFileSync(RASTER!, [
        '-r',
        String(DPI),
        '-gray',
        '-png',
        '-f',
        String(page),
        '-l',
        String(page),
        '-singlefile',
        join(dir, 'a.pdf'),
        join(dir, 'a'),
      ])
      return PNG.sync.read(readFileSync(join(dir, 'a.png')))
    }
    const isInk = (png: PNG, x: number, y: number) => png.data[(y * png.width + x) * 4]! < 160
    it.each(['A4', 'Letter'] as const)(
      'on %s 100 mm of the check bar are 100 mm within 0.2 mm',
      async (paper) => {
        const png = raster(await drillPdf(drillDrawing(request(DOOR)), paper), 1)
        // The longest unbroken line of ink in the head of the page is the bar.
        let longest = 0
        for (let y = 0; y < Math.round((26 * DPI) / 25.4); y += 1) {
          let run = 0
          for (let x = 0; x < png.width; x += 1) {
            run = isInk(png, x, y) ? run + 1 : 0
            longest = Math.max(longest, run)
          }
        }
        expect(Math.abs(toMm(longest) - 100)).toBeLessThan(0.2)
      },
      60_000,
    )
    it('the fan’s hole is 77 mm wide on a page that holds it whole', async () => {
      const plan = drilled()
      const small: Plan = {
        ...plan,
        enclosures: {
          [BOX]: {
            ...plan.enclosures[BOX]!,
            faces: {
              [DOOR]: { name: 'Door', kind: 'door', width_mm: 180, height_mm: 200, openings: [], rails: [] },
            },
          },
        } as never,
        devices: {
          ['device:v1' as never]: {
            ...plan.devices['device:v1' as never]!,
            place: { kind: 'face', enclosure: BOX, face: DOOR, x_mm: 90, y_mm: 100, rotation_deg: 0 },
          },
        },
        raceways: {},
      }
      const drawing = drillDrawing({ ...request(DOOR), plan: small })
      const png = raster(await drillPdf(drawing, 'A4'), 1)
      // Along the level of its centre, a little beside the centre mark: first and last ink between the outline's sides.
      const y = Math.round(((10 + 20 + 100 + 1) * DPI) / 25.4)
      const inside = Array.from({ length: png.width }, (_, x) => x).filter(
        (x) => isInk(png, x, y) && toMm(x) > 30 && toMm(x) < 175,
      )
      const chord = 2 * Math.sqrt(38.5 ** 2 - 1)
      expect(Math.abs(toMm(inside.at(-1)! - inside[0]!) - chord)).toBeLessThan(0.35)
    }, 60_000)
    it('has a page for each tile and the table', async () => {
      const drawing = drillDrawing(request(DOOR))
      expect((await PDFDocument.load(await drillPdf(drawing, 'A4'))).getPageCount()).toBe(
        tileOver(drawing, 'A4').tiles.length + 1,
      )
    })
  },
)

it('a file’s name holds nothing that a file system minds', async () => {
  const { name } = await drillSheetFile(request(LEFT), 'dxf', 'A4')
  expect(name).toBe('box-b-x-b-left-wall-drill.dxf')
})
