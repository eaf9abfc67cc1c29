import { describe, expect, it } from 'vitest'
import { readWith } from '@/core/calculator'
import { dictionarySteps } from '@/core/diagnosis'
import { evaluate } from '@/core/evaluate'
import { compile } from '@/core/model'
import { apply, type Device, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { command, COMMAND_TYPES } from '@/core/plan/schema'
import { referenceRun } from '@/core/practice'
import { progressOf } from '@/core/procedure'
import { sheetOf, sheetPoints } from '@/core/proof/sheet'
import { DEMOS } from '@demo/scenarios'
import { commandFor } from '../../anyCommand'
import { BUILDS } from '../../builds'
import { randomFrom } from '../../fuzz/random'

const KEPT: readonly (readonly [string, Plan])[] = [
  ...Object.entries(DEMOS).map(([name, make]) => [name, make!()] as const),
  ...BUILDS.map(({ name, plan }) => [name, plan] as const),
]

/** All that Prove, Practise and Find the fault work out before they show anything. */
function open(plan: Plan): void {
  const { procedure } = evaluate(plan, [])
  const sheet = sheetOf(procedure, [], progressOf(procedure, []))
  const steps = dictionarySteps(plan, sheetPoints(sheet))
  let step = steps.next()
  while (!step.done) step = steps.next()
  const dictionary = step.value
  expect(dictionary.isSilent).toHaveLength(dictionary.faults.length)
  const at = dictionary.faults.findIndex((_, i) => dictionary.isSilent[i] === 0)
  if (at >= 0) referenceRun(plan, dictionary, at)
}

/** Two terminals of one part that its bars join, if it has such. */
function ofOneBar(plan: Plan): readonly [string, string, string] | null {
  const model = compile(plan)
  for (const [device, { part }] of Object.entries(plan.devices) as [DeviceId, Device][]) {
    const byJoint = new Map<number, string>()
    for (const terminal of Object.keys(plan.parts[part]!.terminals)) {
      const joint = model.jointOf(`${device}|${terminal}` as never)
      const before = byJoint.get(joint)
      if (joint >= 0 && before !== undefined) return [device, before, terminal]
      byJoint.set(joint, terminal)
    }
  }
  return null
}

describe('Prove opens on', () => {
  it.each(KEPT)('%s with a wire between two terminals of one bar', (_, plan) => {
    const bar = ofOneBar(plan)
    const like = Object.values(plan.wires).find((wire) => wire!.cable === null)
    if (!bar || !like) return
    const [device, from, to] = bar
    const end = (terminal: string) => ({ kind: 'terminal', device, terminal }) as never
    open({ ...plan, wires: { ...plan.wires, ['wire:bar' as WireId]: { ...like, from: end(from), to: end(to) } } })
  })

  it('plans as a hand at random makes them', () => {
    const random = randomFrom(20261129)
    for (let run = 0; run < 40; run += 1) {
      let plan = random.pick(KEPT)[1]
      for (let i = 0; i < 12; i += 1) {
        const numbers = Array.from({ length: 8 }, () => random.below(10_000))
        const read = readWith(command, commandFor(random.pick(COMMAND_TYPES), plan, numbers))
        const applied = read.kind === 'read' ? apply(plan, [read.value]) : null
        if (applied?.kind === 'applied') plan = applied.plan
      }
      try {
        open(plan)
      } catch (error) {
        throw new Error(`run ${run}: ${(error as Error).stack}`, { cause: error })
      }
    }
  })
})
