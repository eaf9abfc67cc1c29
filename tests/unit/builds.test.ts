import { DEMOS } from '@demo/scenarios'
import { describe, expect, it } from 'vitest'
import { findAll, review, type Finding } from '@/core/findings'
import type { Plan } from '@/core/plan'
import { BUILDS } from '../builds'
import { toldOf } from '../toldOf'

const reversed = <T extends object>(record: T): T => Object.fromEntries(Object.entries(record).reverse()) as T

/** Every wire entered from its other end. */
const turned = (plan: Plan): Plan => ({
  ...plan,
  wires: Object.fromEntries(
    Object.entries(plan.wires).map(([id, wire]) => [
      id,
      {
        ...wire!,
        from: wire!.to,
        to: wire!.from,
        fromTreatment: wire!.toTreatment,
        toTreatment: wire!.fromTreatment,
      },
    ]),
  ),
})
const inOtherOrder = (plan: Plan): Plan => ({
  ...plan,
  devices: reversed(plan.devices),
  parts: reversed(plan.parts),
  wires: reversed(plan.wires),
})
/** Every size left to be reckoned, but those of bought cables. */
const sizedAnew = (plan: Plan): Plan => ({
  ...plan,
  wires: Object.fromEntries(
    Object.entries(plan.wires).map(([id, wire]) => [
      id,
      wire!.cable && plan.cables[wire!.cable]!.premade ? wire! : { ...wire!, size: null },
    ]),
  ),
})
const marks = (plan: Plan) =>
  findAll(plan)
    .map(({ id, severity }) => `${severity} ${id}`)
    .sort()

/** A screen of a bench holds a dozen lines of findings; the list scrolls within it beyond that. */
const MOST_TOLD = 14

/** What the field holds of each build and of each thing done wrong in it stands beside it; the rules must agree. */
const words = ({ severity, rule, title, what }: Finding) => `${severity} ${rule}: ${title}: ${what}`
const grave = (plan: Plan) => review(plan).filter(({ severity }) => severity !== 'note')

describe.each(BUILDS)('$name', (build) => {
  const { name, plan, mistakes, harmless } = build
  const before = new Map(grave(plan).map((finding) => [finding.id, finding.severity]))
  const raised = (edited: Plan) => grave(edited).filter(({ id, severity }) => before.get(id) !== severity)

  it('is right: no stop', () =>
    expect(
      grave(plan)
        .filter(({ severity }) => severity === 'stop')
        .map(words),
    ).toEqual([]))

  it.each(mistakes)('$wants: $is', ({ edit, wants, says }) => {
    const found = raised(edit(plan))
    const fitting = found.filter(
      ({ severity, title, what, why }) => severity === wants && says.test(`${title}\n${what}\n${why}`),
    )
    expect(fitting.length > 0 ? [] : found.map(words), `wanted ${wants} saying ${says}`).toEqual([])
    expect(fitting.length, `wanted ${wants} saying ${says}, and nothing was said`).toBeGreaterThan(0)
  })

  it.each(harmless)('nothing: $is', ({ edit }) => expect(raised(edit(plan)).map(words)).toEqual([]))

  it('is told as it was: what a changed rule changes is read here', () =>
    expect(`${JSON.stringify(toldOf(build), null, 1)}\n`).toMatchFileSnapshot(
      `../told/${name.replaceAll(/[^a-z0-9]+/gi, '-')}.json`,
    ))

  it('the ends of wires and the order of entry change no finding', () => {
    for (const each of [plan, ...mistakes.map(({ edit }) => edit(plan))]) {
      const known = marks(each)
      expect(marks(turned(each))).toEqual(known)
      expect(marks(inOtherOrder(each))).toEqual(known)
    }
  })

  it('a finding is read at a glance, and the worst mistake fits one screen', () => {
    for (const each of [plan, ...mistakes.map(({ edit }) => edit(plan))]) {
      const told = review(each)
      expect(told.filter(({ severity }) => severity !== 'note').length).toBeLessThanOrEqual(MOST_TOLD)
      for (const { title, what, why, harm } of told) {
        expect(title.length, title).toBeLessThanOrEqual(70)
        expect(what.length, what).toBeLessThanOrEqual(340)
        expect(why.length, why).toBeLessThanOrEqual(440)
        expect(harm?.words.length ?? 0, harm?.words).toBeLessThanOrEqual(220)
      }
    }
  })

  it('“size all” raises nothing', () => {
    const now = grave(sizedAnew(plan))
    const had = new Set(grave(plan).map(({ rule, severity }) => `${severity} ${rule}`))
    expect(now.filter(({ rule, severity }) => !had.has(`${severity} ${rule}`)).map(words)).toEqual([])
  })
})

it.each(Object.entries(DEMOS))('the demo %s is told as it was', (name, make) =>
  expect(
    `${JSON.stringify(toldOf({ name, plan: make(), mistakes: [], harmless: [] }).right, null, 1)}\n`,
  ).toMatchFileSnapshot(`../told/demo-${name}.json`),
)
