import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import { ampacityNeeded_A } from '@/core/protection'
import type { WireId } from '@/core/plan'
import { guardWires } from './guards'
import { compile } from '@/core/model'

const RATINGS = [1, 2, 3, 5, 7.5, 10] as const

interface Edge {
  readonly a: number
  readonly b: number
  readonly rating_A: number | null
}

/**
 * A supply and a web of splices joined by fuses and bare wires: `edges` says which splice joins which, and by what.
 * Splice 0 sits on the supply's plus.
 */
function web(size: number, edges: readonly Edge[]) {
  let b = new PlanBuilder('web', 'IEC')
    .device('X1', 'inlet')
    .device('PS1', 'supply-24-350')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.PE', 'PS1.PE', 'PE')
  for (let i = 0; i < size; i += 1) b = b.device(`S${i}`, 'splice-5')
  const used = new Map<number, number>()
  const port = (splice: number) => {
    const at = (used.get(splice) ?? 1) + 1
    used.set(splice, at)
    return `S${splice}.${at}`
  }
  b = b.wire('PS1.V+1', 'S0.1', 'V+')
  edges.forEach(({ a, b: to, rating_A }, i) => {
    if (rating_A === null) {
      b = b.wire(port(a), port(to), 'V+')
      return
    }
    b = b
      .device(`F${i}`, 'fuse-holder', 'Fuse', { fitted: { F: { family: 'ISO 8820-3', rating_A } } })
      .wire(port(a), `F${i}.1`, 'V+')
      .wire(`F${i}.2`, port(to), 'V+')
  })
  return b.build()
}

/** Every way from splice 0 to a splice, by trying them all; a way is as wide as its tightest fuse, and the widest way counts. */
function widest_A(size: number, edges: readonly Edge[], limit_A: number): (number | null)[] {
  const best: (number | null)[] = Array.from({ length: size }, () => null)
  const walk = (at: number, width_A: number, seen: ReadonlySet<number>) => {
    if (best[at] === null || width_A > best[at]!) best[at] = width_A
    for (const { a, b, rating_A } of edges) {
      const next = a === at ? b : b === at ? a : null
      if (next === null || seen.has(next)) continue
      walk(
        next,
        rating_A === null ? width_A : Math.min(width_A, ampacityNeeded_A({ family: 'ISO 8820-3', rating_A })),
        new Set([...seen, next]),
      )
    }
  }
  walk(0, limit_A, new Set([0]))
  return best
}

/** Webs whose splices keep to five clamps. */
const webs = fc
  .integer({ min: 2, max: 5 })
  .chain((size) =>
    fc.record({
      size: fc.constant(size),
      edges: fc.uniqueArray(
        fc
          .record({ a: fc.nat(size - 1), b: fc.nat(size - 1), rating_A: fc.constantFrom(null, ...RATINGS) })
          .filter(({ a, b }) => a !== b),
        { maxLength: 7, selector: ({ a, b }) => `${Math.min(a, b)}-${Math.max(a, b)}` },
      ),
    }),
  )
  .filter(({ size, edges }) =>
    Array.from({ length: size }, (_, i) => edges.filter(({ a, b }) => a === i || b === i).length).every(
      (count) => count <= 4,
    ),
  )

describe('the device that guards a wire', () => {
  it('is the tightest of the widest way: against trying every way', () => {
    fc.assert(
      fc.property(webs, ({ size, edges }) => {
        const plan = web(size, edges)
        const model = compile(plan)
        const guards = guardWires(plan, model)
        const limit_A = (350 / 24) * 1.3
        const expected = widest_A(size, edges, limit_A)
        for (const { id, wire } of model.conductors) {
          if (wire.function !== 'V+' || wire.to.kind !== 'terminal') continue
          const splice = /^device:s(\d)$/.exec(wire.to.device)
          if (!splice) continue
          const reached = expected[Number(splice[1])]
          const { guard } = guards.get(id)!
          if (reached == null) expect(guard).toBeNull()
          else expect(guard!.needs_A).toBeCloseTo(reached, 9)
        }
      }),
      { numRuns: 150 },
    )
  })

  it('never grows when a fuse is made smaller', () => {
    fc.assert(
      fc.property(
        webs.filter(({ edges }) => edges.some(({ rating_A }) => rating_A !== null)),
        fc.nat(),
        ({ size, edges }, pick) => {
          const fused = edges.filter(({ rating_A }) => rating_A !== null)
          const chosen = fused[pick % fused.length]!
          const smaller = edges.map((edge) => (edge === chosen ? { ...edge, rating_A: edge.rating_A! / 2 } : edge))
          const needs = (list: readonly Edge[]) => {
            const plan = web(size, list)
            return guardWires(plan, compile(plan))
          }
          const [before, after] = [needs(edges), needs(smaller)]
          for (const [id, { needs_A }] of after) expect(needs_A).toBeLessThanOrEqual(before.get(id)!.needs_A + 1e-9)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('of a return is what its loads’ fuses let through together, and at most what the source gives', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...RATINGS), { minLength: 1, maxLength: 4 }), (ratings) => {
        let b = new PlanBuilder('returns', 'IEC')
          .device('X1', 'inlet')
          .device('PS1', 'supply-24-350')
          .device('F1', 'fuse-block-4', 'Fuses', {
            fitted: Object.fromEntries(
              ratings.map((rating_A, i) => [`F${i + 1}`, { family: 'ISO 8820-3' as const, rating_A }]),
            ),
          })
          .device('S0', 'splice-5')
          .wire('X1.L', 'PS1.L', 'L')
          .wire('X1.N', 'PS1.N', 'N')
          .wire('X1.PE', 'PS1.PE', 'PE')
          .wire('PS1.V+1', 'F1.IN', 'V+')
          .wire('PS1.V-1', 'S0.1', 'V-')
        ratings.forEach((_, i) => {
          b = b
            .device(`E${i}`, 'heater-24')
            .wire(`F1.${i + 1}`, `E${i}.+`, 'V+')
            .wire(`S0.${i + 2}`, `E${i}.-`, 'V-')
        })
        const plan = b.build()
        const guards = guardWires(plan, compile(plan))
        const each = ratings.map((rating_A) => ampacityNeeded_A({ family: 'ISO 8820-3', rating_A }))
        expect(guards.get('wire:w5' as WireId)!.needs_A).toBeCloseTo(
          Math.min(
            (350 / 24) * 1.3,
            each.reduce((sum, value) => sum + value, 0),
          ),
          9,
        )
        each.forEach((needs_A, i) =>
          expect(guards.get(`wire:w${7 + 2 * i}` as WireId)!.needs_A).toBeCloseTo(
            Math.min((350 / 24) * 1.3, needs_A),
            9,
          ),
        )
      }),
      { numRuns: 40 },
    )
  })
})
