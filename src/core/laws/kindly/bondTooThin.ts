import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import type { BondReckoning } from '@/core/figures'
import { scenarioOf, defineRule } from '@/core/judging'

/** A hundredth of an ampere is nobody's fault. */
const TOLERANCE_A = 0.01

export const bondTooThin = defineRule<BondReckoning & { readonly carries_A: number }>({
  severity: 'stop',
  title: 'Too thin for a loose lead',
  stage: 'feed',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.bonds.flatMap((bond) => {
      const carries_A = reckoning.wires[bond.wire]!.ampacity.value
      return carries_A !== null && (bond.loose.value ?? 0) > carries_A + TOLERANCE_A ? [{ ...bond, carries_A }] : []
    }),
  word: ({ wire, loose, lead, supply, carries_A }, context) => ({
    harm: lead
      ? {
          words: `With ${context.plan.wires[lead]!.label} loose, ${formatNumber(loose.value!)} A flow through a lead that carries ${formatNumber(carries_A)} A`,
          scenario: scenarioOf(`${context.plan.wires[lead]!.label} loose`, { open: [lead] }),
        }
      : undefined,
    subjects: [{ kind: 'wire', id: wire }, ...(lead ? [{ kind: 'wire' as const, id: lead }] : [])],
    what: `${context.wireName(wire)} carries ${formatNumber(carries_A)} A; with ${lead ? context.plan.wires[lead]!.label : 'a lead'}${supply ? ` at ${context.device(supply).tag}` : ''} loose ${formatNumber(loose.value!)} A go through it`,
    why: 'One loose screw, and the loads of a whole supply go by the thin bond, the other lead of a pair or a data shield. Let its size be reckoned, or part the ways.',
    fixes:
      context.plan.wires[wire]!.size === null
        ? []
        : [
            {
              label: `Size ${context.plan.wires[wire]!.label} by what it must stand`,
              commands: [{ type: 'updateWire', id: wire, changes: { size: null } }],
            },
          ],
  }),
})
