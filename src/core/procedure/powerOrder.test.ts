import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'

const KEPT: readonly (readonly [string, Plan])[] = [
  ...Object.entries(DEMOS).map(([name, make]) => [name, make!()] as const),
  ...BUILDS.map(({ name, plan }) => [name, plan] as const),
]

function powerOf(plan: Plan) {
  const { procedure, reckoning } = evaluate(plan, [])
  const acts = procedure.flatMap((step) => step.acts).filter(({ phase }) => phase === 'first-power')
  return { acts, at: (id: string) => acts.findIndex((act) => act.id === id), reckoning }
}

/** Laws of first power, over every kept plan. Common practice: nothing is fed before its source was measured, nothing runs before its stop was. */
describe.each(KEPT)('first power of %s', (_, plan) => {
  const { acts, at, reckoning } = powerOf(plan)
  const rails = reckoning.rails.filter(({ kind }) => kind === 'dc')

  it('opens every fused branch before anything is live', () => {
    const fused = rails.flatMap(({ source, branches }) =>
      plan.parts[plan.devices[source]!.part]!.behaviour.kind === 'outside-source'
        ? []
        : branches.flatMap(({ inputs }) => inputs.flatMap(({ fuse }) => (fuse ? [fuse.device] : []))),
    )
    if (fused.length === 0) return
    expect(at('power:open')).toBe(0)
    const said = acts[0]!.lines.join(' ')
    for (const device of fused) expect(said).toContain(plan.devices[device]!.tag)
    expect(acts[0]!.test!.situation).toBe('dead')
  })

  it('puts each fuse in once, after the volts before it were measured', () => {
    const seen = new Set<string>()
    for (const [i, act] of acts.entries())
      for (const [, link, tag] of act.lines.join('\n').matchAll(/Put in fuse (\S+) of (\S+?)[.:]/g)) {
        expect(seen.has(`${tag} ${link}`), `${tag} ${link} twice`).toBe(false)
        seen.add(`${tag} ${link}`)
        const before = rails.filter(({ branches }) =>
          branches.some(({ inputs }) =>
            inputs.some(({ fuse }) => fuse?.link === link && plan.devices[fuse!.device]!.tag === tag),
          ),
        )
        // A fuse that two rails share waits for whichever feeds it first.
        const measured = before.map(({ source }) => acts.findIndex(({ id }) => id.startsWith(`power:${source}/`)))
        expect(measured.some((each) => each < i)).toBe(true)
      }
  })

  it('proves each stop before what it stops comes onto its rail, moves or heats', () => {
    const switching = new Set(['relay', 'contactor', 'solid-state-relay', 'mosfet-module', 'thermostat'])
    for (const { device, cuts } of reckoning.stops) {
      const behind = cuts.filter((id) => !switching.has(plan.parts[plan.devices[id]!.part]!.behaviour.kind))
      if (behind.length === 0 || plan.devices[device]!.origin === 'remove') continue
      const proved = at(`stop:first/${device}`)
      const runs = acts.findIndex(
        ({ id, device: own }) =>
          own !== null && behind.includes(own) && /^(power:load|truth:motor|heat:heater)/.test(id),
      )
      if (proved < 0 && runs < 0) continue
      if (Object.keys(reckoning.supplies).length === 0) continue
      expect(proved).toBeGreaterThanOrEqual(0)
      if (runs >= 0) expect(proved).toBeLessThan(runs)
    }
  })
})

it('a supply behind a contactor is tried after the supply that holds the coil, whose fuse then goes in; what else comes on with it is unplugged', () => {
  const plan = new PlanBuilder('two supplies', 'IEC')
    .device('X1', 'inlet')
    .device('PS1', 'supply-24-150')
    .device('PS2', 'supply-48-350')
    .device('F2', 'fuse-block-6', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('S1', 'emergency-stop')
    .device('K1', 'contactor-24')
    .device('A1', 'driver')
    .device('E1', 'spindle-mains')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.L', 'K1.1', 'L')
    .wire('K1.2', 'PS2.L', 'L')
    .wire('X1.N', 'PS2.N', 'N')
    .wire('K1.2', 'E1.L', 'L')
    .wire('X1.N', 'E1.N', 'N')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'S1.11', 'V+')
    .wire('S1.12', 'K1.A1', 'V+')
    .wire('PS1.V-1', 'K1.A2', 'V-')
    .wire('PS2.V+1', 'A1.V+', 'V+')
    .wire('PS2.V-1', 'A1.V-', 'V-')
    .build()
  const { acts, at } = powerOf(plan)
  expect(at('power:device:ps1/out')).toBeLessThan(at('power:device:ps2/out'))
  const lines = acts[at('power:device:ps2/out')]!.lines.join(' ')
  expect(lines).toMatch(/Put in fuse \S+ of F2: it feeds K1/)
  expect(lines).toMatch(/Unplug or take off its line what comes on with it: E1/)
  // It pulls in by itself as soon as its fuse is in.
  expect(lines).not.toMatch(/start that/)
})
