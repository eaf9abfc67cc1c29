import { describe, expect, it } from 'vitest'
import { reckon } from '@/core/figures'
import type { DeviceId, WireId } from '@/core/plan'
import { BUILDS } from '../../../../tests/builds'

/** A change-over contact joins its common to one of its two contacts at a time (IEC 60947-1, 2.4; from memory). */
describe('two supplies behind a change-over', () => {
  const { plan } = BUILDS.find(({ name }) => name === 'choice')!
  const { rails, wires } = reckon(plan)
  const of = (tag: string) => `device:${tag.toLowerCase()}` as DeviceId
  const railOf = (tag: string) => rails.find(({ source, kind }) => source === of(tag) && kind === 'dc')!
  const wireBetween = (a: string, b: string) => {
    const [one, other] = [a, b].map((text) => {
      const [tag, terminal] = text.split('.') as [string, string]
      return { device: of(tag), terminal }
    })
    return Object.keys(plan.wires).find((id) => {
      const { from, to } = plan.wires[id as WireId]!
      return (
        JSON.stringify([from, to]).includes(`"terminal":"${one!.terminal}"`) &&
        [from, to].every(
          (end) =>
            end.kind === 'terminal' &&
            [one, other].some((at) => at!.device === end.device && at!.terminal === end.terminal),
        )
      )
    }) as WireId
  }

  it('feed what is behind it, each by its own contact, and nothing of each other’s', () => {
    expect(
      railOf('PS1')
        .branches.map(({ device }) => plan.devices[device]!.tag)
        .sort(),
    ).toEqual(['H1', 'K1'])
    expect(
      railOf('PS2')
        .branches.map(({ device }) => plan.devices[device]!.tag)
        .sort(),
    ).toEqual(['H1', 'V1'])
    const straight = railOf('PS2').branches.find(({ device }) => device === of('V1'))!
    expect(straight.through.map((id) => plan.devices[id]!.tag)).toEqual(['F3'])
  })
  it('protect each contact’s lead by the fuse of its own supply, and the common’s by the larger', () => {
    const guardOf = (a: string, b: string) => wires[wireBetween(a, b)]!.guard!.label
    expect(guardOf('F2.1', 'K1.NO')).toContain('10 A')
    expect(guardOf('F3.1', 'K1.NC')).toContain('2 A')
    expect(guardOf('K1.COM', 'H1.+')).toContain('10 A')
  })
})
