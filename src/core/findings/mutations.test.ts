import { describe, expect, it } from 'vitest'
import { PATTERNS, startingPattern } from '@/core/patterns'
import { apply, type Command, type DeviceId, type Plan, type TerminalId, type WireEnd, type WireId } from '@/core/plan'
import { reckon } from '@/core/figures'
import { DEMOS } from '@demo/scenarios'
import { findAll, type Finding } from '.'

/**
 * Sound plans, spoiled one mistake at a time in every place where it can be made. The mistakes are those of the trade:
 * a wire forgotten, line and neutral exchanged, a load turned about, an earth left off, a fuse of the wrong size.
 */
const PLANS: readonly (readonly [string, Plan])[] = [
  ...Object.entries(DEMOS).map(([key, make]) => [`demo ${key}`, make()] as const),
  ...PATTERNS.flatMap((name) => [
    [`${name} IEC`, startingPattern(name, 'IEC')] as const,
    [`${name} NEC`, startingPattern(name, 'NEC')] as const,
  ]),
]

function spoiled(plan: Plan, ...commands: Command[]): { readonly plan: Plan; readonly findings: readonly Finding[] } {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused')
    throw new Error(outcome.issues.map(({ path, message }) => `${path} ${message}`).join())
  return { plan: outcome.plan, findings: findAll(outcome.plan) }
}

const wiresOf = (plan: Plan) => Object.entries(plan.wires).map(([id, wire]) => ({ id: id as WireId, wire: wire! }))
const touches = (end: WireEnd, device: string, terminal: string) =>
  end.kind === 'terminal' && end.device === device && end.terminal === terminal
const stops = (findings: readonly Finding[]) => findings.filter(({ severity }) => severity === 'stop')

/** Everything at one terminal goes to another, and the other way round. */
function exchange(plan: Plan, device: DeviceId, a: string, b: string): Command[] {
  return wiresOf(plan).flatMap(({ id, wire }) =>
    (['from', 'to'] as const).flatMap((side): Command[] => {
      const end = wire[side]
      const other = touches(end, device, a) ? b : touches(end, device, b) ? a : null
      return other === null
        ? []
        : [{ type: 'moveEnd', wire: id, side, end: { kind: 'terminal', device, terminal: other as TerminalId } }]
    }),
  )
}

/** Whether the ends of a wire stay joined by others without it. */
function isOneOfTwo(plan: Plan, id: WireId): boolean {
  const { from, to } = plan.wires[id]!
  const { netOf } = reckon(spoiled(plan, { type: 'disconnect', id }).plan)
  const [a, b] = [from, to].map((end) =>
    end.kind === 'terminal' ? netOf[`${end.device}|${end.terminal}` as keyof typeof netOf] : undefined,
  )
  return a !== undefined && a === b
}

describe.each(PLANS)('%s, spoiled', (_name, plan) => {
  const before = new Set(findAll(plan).map(({ id }) => id))

  it('by any one power or earth wire left out: noticed', () => {
    for (const { id, wire } of wiresOf(plan)) {
      // One of two ways round: the other goes on, and is sized for it.
      if (wire.function === 'signal' || isOneOfTwo(plan, id)) continue
      const { findings } = spoiled(plan, { type: 'disconnect', id })
      expect(
        findings.filter((finding) => !before.has(finding.id)).length,
        `${wire.label}, ${wire.function}`,
      ).toBeGreaterThan(0)
    }
  })

  it('by an earth wire left out: a stop, unless another conductor earths the same metal', () => {
    for (const { id, wire } of wiresOf(plan)) {
      if (wire.function !== 'PE') continue
      const { plan: without, findings } = spoiled(plan, { type: 'disconnect', id })
      const lost = reckon(without).earths.filter(({ path }) => path === null)
      const found = findings.filter(({ rule }) => rule === 'metal-without-earth' || rule === 'required-terminal-open')
      if (lost.length > 0) expect(stops(found).length, wire.label).toBeGreaterThan(0)
    }
  })

  it('by plus and minus exchanged at a part that minds: a stop at that part', () => {
    for (const { device } of Object.entries(plan.devices).map(([id, it]) => ({
      device: { ...it!, id: id as DeviceId },
    }))) {
      const part = plan.parts[device.part]!
      for (const draw of part.draws) {
        if (!part.terminals[draw.plus]!.polarised || part.terminals[draw.plus]!.function === 'L') continue
        const commands = exchange(plan, device.id, draw.plus, draw.minus)
        if (commands.length === 0) continue
        const { findings } = spoiled(plan, ...commands)
        expect(
          stops(findings).some(({ subjects }) =>
            subjects.some((subject) => JSON.stringify(subject).includes(device.id)),
          ),
          `${device.tag} ${draw.id}`,
        ).toBe(true)
      }
    }
  })

  it('by line on the earth terminal, or on the low voltage side: a stop', () => {
    for (const { id, wire } of wiresOf(plan)) {
      if (wire.function !== 'L' || wire.to.kind !== 'terminal') continue
      const { device } = wire.to
      for (const [terminal, spec] of Object.entries(plan.parts[plan.devices[device]!.part]!.terminals)) {
        if (spec!.function !== 'PE' && spec!.function !== 'V+' && spec!.function !== 'V-') continue
        const { findings } = spoiled(plan, {
          type: 'moveEnd',
          wire: id,
          side: 'to',
          end: { kind: 'terminal', device, terminal: terminal as TerminalId },
        })
        expect(stops(findings).length, `${wire.label} on ${terminal}`).toBeGreaterThan(0)
      }
    }
  })

  it('by green/yellow on anything but earth: a stop each time', () => {
    for (const { id, wire } of wiresOf(plan)) {
      if (wire.function === 'PE') continue
      const { findings } = spoiled(plan, {
        type: 'updateWire',
        id,
        changes: { colour: { base: 'green', stripe: 'yellow' } },
      })
      expect(
        stops(findings).map(({ rule }) => rule),
        wire.label,
      ).toContain('green-yellow-misused')
    }
  })

  it('by a thin wire where current flows: a stop or a caution at that wire', () => {
    const thin = plan.practice.series === 'AWG' ? '28 AWG' : '0.14 mm²'
    for (const { id, wire } of wiresOf(plan)) {
      if (wire.function !== 'L' && wire.function !== 'N' && wire.function !== 'PE') continue
      const { findings } = spoiled(plan, { type: 'updateWire', id, changes: { size: thin } })
      expect(
        stops(findings).some(({ subjects }) => JSON.stringify(subjects).includes(`"${id}"`)),
        wire.label,
      ).toBe(true)
    }
  })

  it('by a fuse far too large for its wires, unless what stands ahead of it protects them: a stop', () => {
    const { wires, protective, supplies } = reckon(plan)
    // The most that any source here lets through for long, had it no fuse behind it.
    const ahead_A = (voltage_V: number) =>
      voltage_V === plan.site.mains_V
        ? plan.site.outletBreaker_A
        : Math.max(
            ...Object.values(supplies).flatMap(({ outputs }) =>
              Object.values(outputs)
                .filter((output) => output.voltage_V === voltage_V)
                // IEC 60364-4-43, 433.1: the rating, where 1.45 times of it is more than the limit.
                .map(({ capacity_A }) => capacity_A),
            ),
          )
    for (const { device, link, family, rating_A, wires: behind, voltage_V } of protective) {
      if (rating_A === null || !(link in plan.devices[device]!.fitted)) continue
      const fixed = behind.filter((id) => wires[id]!.function === 'L' || wires[id]!.function === 'V+')
      // A lead that its load cannot overload is another question: there a short decides.
      const asked = fixed.filter((id) => wires[id]!.served === null)
      if (!asked.some((id) => wires[id]!.ampacity.value! < ahead_A(voltage_V) - 0.01)) continue
      const { findings } = spoiled(
        plan,
        ...fixed.map((id): Command => ({ type: 'updateWire', id, changes: { size: wires[id]!.size! as never } })),
        { type: 'fitRating', device, link, fitted: { family, rating_A: rating_A * 8, curve: null } },
      )
      const found = stops(findings).filter(
        ({ rule }) => rule === 'fuse-does-not-protect-wire' || rule === 'thin-tap-unprotected',
      )
      expect(found.length, `${plan.devices[device]!.tag} ${link}`).toBeGreaterThan(0)
    }
  })
})
