import { SOURCES } from '@/core/reference'
import { FAMILIES } from '@/core/reference'
import type { ProtectiveReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

export const supplementaryAlone = defineRule<ProtectiveReckoning>({
  severity: 'stop',
  title: 'A supplementary breaker stands in for branch protection',
  stage: 'guard',
  source: SOURCES.ul1077,
  find: ({ reckoning, plan, model }) =>
    reckoning.protective.filter(({ family, system, device }) => {
      // By IEC 60204-1 and EN 60934 such a breaker may protect the leads inside a machine.
      if (plan.site.region !== 'NEC') return false
      if (!FAMILIES[family].isSupplementary || system === 'dc' || plan.devices[device]!.origin === 'remove')
        return false
      const own = model.passages.filter((passage) => passage.device === device && passage.link.kind === 'protective')
      const wires = Object.values(reckoning.wires).filter(
        (wire) =>
          wire.function === 'L' &&
          [plan.wires[wire.id]!.from, plan.wires[wire.id]!.to].some(
            (end) =>
              end.kind === 'terminal' &&
              own.some(({ a, b }) => [a, b].some((key) => key === `${end.device}|${end.terminal}`)),
          ),
      )
      return wires.some(
        ({ guard, needs_A, ampacity }) =>
          (guard?.kind === 'outlet' ||
            guard?.kind === 'plug' ||
            (guard?.kind === 'device' && guard.device === device)) &&
          (ampacity.value ?? Infinity) < plan.site.outletBreaker_A - 1e-9 &&
          needs_A > 0,
      )
    }),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} is a push-to-reset breaker, and the wires at it are thinner than the outlet’s breaker alone allows`,
    why: 'Such a breaker protects equipment behind a branch device and is not one itself; into a hard short it may weld. Put a fuse or a branch breaker ahead, or wires that the outlet’s breaker protects.',
  }),
})
