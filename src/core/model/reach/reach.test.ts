import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Conductor, Mover, Passage } from '../types'
import { isEarth, isLive, passagesOn, reach, reachedFrom, stepsOf, stepsTo, wiresOn, type Steps } from '.'

/** A small drawn plan: joints, wires between them, and links that movers of two or three positions close. */
interface Drawn {
  readonly joints: number
  readonly wires: readonly { readonly a: number; readonly b: number; readonly isEarth: boolean }[]
  readonly movers: readonly (readonly string[])[]
  readonly links: readonly {
    readonly a: number
    readonly b: number
    readonly mover: number | null
    readonly closedIn: readonly string[]
    readonly width: number
  }[]
}

const POSITIONS = ['left', 'middle', 'right'] as const
const joint = (joints: number) => fc.nat(joints - 1)
const drawn: fc.Arbitrary<Drawn> = fc
  .record({ joints: fc.integer({ min: 2, max: 7 }), movers: fc.array(fc.constantFrom(2, 3), { maxLength: 3 }) })
  .chain(({ joints, movers }) =>
    fc.record({
      joints: fc.constant(joints),
      movers: fc.constant(movers.map((count) => POSITIONS.slice(0, count))),
      wires: fc.array(fc.record({ a: joint(joints), b: joint(joints), isEarth: fc.boolean() }), { maxLength: 4 }),
      links: fc.array(
        fc
          .record({
            a: joint(joints),
            b: joint(joints),
            mover: movers.length === 0 ? fc.constant(null) : fc.option(fc.nat(movers.length - 1)),
            width: fc.integer({ min: 1, max: 5 }),
          })
          .chain((link) =>
            fc
              .subarray([...POSITIONS.slice(0, link.mover === null ? 2 : movers[link.mover])], { minLength: 1 })
              .map((closedIn) => ({ ...link, closedIn })),
          ),
        { maxLength: 8 },
      ),
    }),
  )

const linkId = (i: number) => `link ${i}`

function stepsDrawn({ joints, wires, movers, links }: Drawn): Steps {
  const conductors = wires.map(
    ({ a, b, isEarth: is }, i) =>
      ({ id: `wire ${i}`, jointFrom: a, jointTo: b, wire: { function: is ? 'PE' : 'V+' } }) as unknown as Conductor,
  )
  const passages = links.map(
    ({ a, b, mover, closedIn }, i) =>
      ({
        id: linkId(i),
        jointA: a,
        jointB: b,
        mover,
        link: mover === null ? { id: linkId(i), kind: 'protective' } : { id: linkId(i), kind: 'contact', closedIn },
      }) as unknown as Passage,
  )
  const all = movers.map((positions) => ({ actuator: { positions } }) as unknown as Mover)
  return stepsOf(joints, conductors, passages, all)
}

/** Every stand of all movers together, one after the other. */
function* stands(movers: readonly (readonly string[])[], from = 0): Generator<readonly string[]> {
  if (from === movers.length) return yield []
  for (const position of movers[from]!) for (const rest of stands(movers, from + 1)) yield [position, ...rest]
}

/** The widest way from joint 0 to each joint, whatever the stand, by trying all of them: 0 where there is none. */
function exhaustive(plan: Drawn, withEarth: boolean): readonly number[] {
  const widest = Array.from({ length: plan.joints }, () => 0)
  for (const stand of stands(plan.movers)) {
    const edges = [
      ...plan.wires.flatMap(({ a, b, isEarth: is }) => (is && !withEarth ? [] : [{ a, b, width: Infinity }])),
      ...plan.links.filter(({ mover, closedIn }) => mover === null || closedIn.includes(stand[mover]!)),
    ]
    const own = Array.from({ length: plan.joints }, () => 0)
    own[0] = Infinity
    for (let isGrown = true; isGrown;) {
      isGrown = false
      for (const { a, b, width } of edges)
        for (const [from, to] of [
          [a, b],
          [b, a],
        ] as const) {
          const next = Math.min(own[from]!, width)
          if (next > own[to]!) [own[to], isGrown] = [next, true]
        }
    }
    own.forEach((width, at) => (widest[at] = Math.max(widest[at]!, width)))
  }
  return widest
}

describe('reach', () => {
  it('finds what exhaustive search over all stands finds, and no more', () => {
    fc.assert(
      fc.property(drawn, (plan) => {
        const steps = stepsDrawn(plan)
        const wanted = exhaustive(plan, false).flatMap((width, at) => (width > 0 ? [at] : []))
        const found = reachedFrom({ steps }, [0], isLive)
        expect([...found.keys()].sort((a, b) => a - b)).toEqual(wanted)
        for (const [at, reached] of found) {
          const way = stepsTo(reached)
          // A way hangs together, and some one stand closes all of it.
          way.forEach(({ from }, i) => expect(from).toBe(i === 0 ? 0 : way[i - 1]!.to))
          expect(way.at(-1)?.to ?? 0).toBe(at)
          const passed = passagesOn(way).map(({ id }) => plan.links[Number(id.split(' ')[1])]!)
          const isClosable = [...stands(plan.movers)].some((stand) =>
            passed.every(({ mover, closedIn }) => mover === null || closedIn.includes(stand[mover]!)),
          )
          expect(isClosable).toBe(true)
        }
      }),
      { numRuns: 400 },
    )
  })

  it('follows the better way first: the widest to each joint is the widest there is', () => {
    fc.assert(
      fc.property(drawn, (plan) => {
        const widths = exhaustive(plan, true)
        const found = reach<number>(
          { steps: stepsDrawn(plan) },
          {
            from: [[0, Infinity]],
            carry: (width, { passage }) =>
              passage ? Math.min(width, plan.links[Number(passage.id.split(' ')[1])]!.width) : width,
            isBetter: (one, other) => one > other,
          },
        )
        expect(widths.map((_, at) => found.get(at)?.carried ?? 0)).toEqual(widths)
      }),
      { numRuns: 400 },
    )
  })

  it('passes a change-over one way or the other: two supplies at its two contacts never meet', () => {
    const plan: Drawn = {
      joints: 3,
      wires: [],
      movers: [['left', 'right']],
      links: [
        { a: 0, b: 1, mover: 0, closedIn: ['left'], width: 1 },
        { a: 1, b: 2, mover: 0, closedIn: ['right'], width: 1 },
      ],
    }
    expect([...reachedFrom({ steps: stepsDrawn(plan) }, [0], isLive).keys()]).toEqual([0, 1])
  })

  it('does not leave a joint where it ends, and takes the shorter of two ways', () => {
    const plan: Drawn = {
      joints: 4,
      wires: [
        { a: 0, b: 1, isEarth: false },
        { a: 1, b: 2, isEarth: false },
        { a: 0, b: 2, isEarth: true },
        { a: 2, b: 3, isEarth: false },
      ],
      movers: [],
      links: [],
    }
    const steps = stepsDrawn(plan)
    expect([...reachedFrom({ steps }, [0], isLive, (at) => at === 1).keys()]).toEqual([0, 1])
    expect(wiresOn(stepsTo(reachedFrom({ steps }, [0], () => true).get(3)))).toEqual(['wire 2', 'wire 3'])
    expect([...reachedFrom({ steps }, [0], isEarth).keys()]).toEqual([0, 2])
  })
})
