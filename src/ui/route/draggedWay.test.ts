import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newBox, newRaceway, type EnclosureId, type FaceId, type Raceway } from '@/core/plan'
import { draggedWay, type DragPart } from './draggedWay'
import { unfold } from './unfold'

const BOX = 'enclosure:main' as EnclosureId
const flat = unfold(newBox('Box', { width_mm: 400, height_mm: 500, depth_mm: 150 }))
const duct = (face: string, axis: 'across' | 'down'): Raceway =>
  newRaceway({
    name: 'Duct',
    kind: 'duct',
    enclosure: BOX,
    width_mm: 30,
    height_mm: 40,
    length_mm: 100,
    at: { face: face as FaceId, x_mm: 20, y_mm: 20, axis },
  })
const dragged = (way: Raceway, part: DragPart, by: readonly [number, number]) =>
  draggedWay(flat, BOX, way, part, by) ?? way
const endOf = ({ at, length_mm }: Raceway) => (at!.axis === 'across' ? at!.x_mm : at!.y_mm) + length_mm

const face = fc.constantFrom('face:plate', 'face:left', 'face:right', 'face:top', 'face:bottom', 'face:door')
const axis = fc.constantFrom<('across' | 'down')[]>('across', 'down')
const by = fc.tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -60, max: 60 }))

describe('a way dragged on the sheet', () => {
  it('goes on its face where the finger goes on the sheet, and keeps its length', () => {
    fc.assert(
      fc.property(face, axis, by, (on, runs, [dx, dy]) => {
        const way = duct(on, runs)
        const sheet = flat.faces.find((each) => each.face === on)!
        const moved = dragged(way, 'all', [dx, dy])
        expect(moved.length_mm).toBe(100)
        const [x, y] = sheet.to(way.at!.x_mm, way.at!.y_mm)
        const [nx, ny] = sheet.to(moved.at!.x_mm, moved.at!.y_mm)
        // On the grid of 5 mm, and never off its face.
        const isHeld = [moved.at!.x_mm, moved.at!.y_mm].some((value) => value === 0)
        if (!isHeld) expect(Math.hypot(nx - x - dx, ny - y - dy)).toBeLessThanOrEqual(Math.hypot(2.5, 2.5) + 1e-9)
        expect(moved.at!.x_mm % 5).toBe(0)
        expect(moved.at!.x_mm).toBeGreaterThanOrEqual(0)
        expect(moved.at!.y_mm).toBeLessThanOrEqual(sheet.height)
      }),
    )
  })

  it('at one end leaves the other where it is, and is never shorter than can be cut', () => {
    fc.assert(
      fc.property(axis, fc.integer({ min: -300, max: 300 }), (runs, mm) => {
        const way = duct('face:plate', runs)
        const move = runs === 'across' ? ([mm, 0] as const) : ([0, mm] as const)
        const first = dragged(way, 'a', move)
        expect(endOf(first)).toBe(endOf(way))
        expect(first.length_mm).toBeGreaterThanOrEqual(20)
        const second = dragged(way, 'b', move)
        expect(second.at).toEqual(way.at)
        expect(second.length_mm).toBe(Math.max(20, 100 + Math.round(mm / 5) * 5))
      }),
    )
  })

  it('is nothing to undo where it comes back to where it was', () => {
    expect(draggedWay(flat, BOX, duct('face:plate', 'across'), 'all', [1, 2])).toBeNull()
  })
})
