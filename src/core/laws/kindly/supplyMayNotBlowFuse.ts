import type { ProtectiveReckoning } from '@/core/figures'
import type { WireId } from '@/core/plan'
import { sayOpening } from '@/core/protection'
import { formatNumber, isAtMost } from '@/core/quantity'
import { SOURCES, OVERLOAD_FACTOR } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

/** A fault that lasts longer is a fire, not a blown fuse; 5 s is the usual limit for final circuits. */
const SOON_S = 5

/** A conductor stands so much more than it carries for its conventional time, IEC 60364-4-43, 433.1 (from memory). */
function standsFor({ reckoning }: Context, wire: WireId, current_A: number): boolean {
  const { alone_A } = reckoning.wires[wire]!
  return alone_A === null || isAtMost(current_A, alone_A * OVERLOAD_FACTOR)
}

export const supplyMayNotBlowFuse = defineRule<ProtectiveReckoning>({
  severity: 'caution',
  title: 'The supply may never blow this fuse',
  stage: 'guard',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.protective.filter(
      ({ system, fault, wires, device }) =>
        system === 'dc' &&
        fault !== null &&
        wires.length > 0 &&
        plan.devices[device]!.origin !== 'remove' &&
        (fault.opening.kind !== 'opens' || fault.opening.latest_s > SOON_S),
    ),
  word: ({ device, link, rating_A, fault, advised_A, family, wires }, context) => ({
    // Where every wire behind it stands what the supply gives, nothing burns; it is only not parted.
    severity: wires.every((id) => standsFor(context, id, fault!.largest_A)) ? 'note' : 'caution',
    subjects: [{ kind: 'device', id: device }],
    what: `Into a short at the far end ${formatNumber(fault!.smallest_A)} A flow, and ${context.device(device).tag} ${link}, ${rating_A} A, ${sayOpening(fault!.opening, fault!.smallest_A)}`,
    why: 'The supply limits its own current before the fuse melts: the fault goes on until the supply shuts down, or does not. Take the smallest rating that carries the load, or a supply with more in reserve.',
    fixes:
      advised_A !== null && advised_A < rating_A!
        ? [
            {
              label: `Fit ${advised_A} A in ${context.device(device).tag} ${link}`,
              commands: [{ type: 'fitRating', device, link, fitted: { family, rating_A: advised_A, curve: null } }],
            },
          ]
        : [],
  }),
})
