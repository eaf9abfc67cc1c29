import { bindWires } from '@/core/cables'
import { apply, landed, type DeviceId, type Plan, type WireId } from '@/core/plan'

const MAINS: ReadonlySet<string> = new Set(['L', 'N', 'PE'])

/** The leads to each thing on the machine as one cable, printed with its tag, with a plug where they all go to one socket. */
export function inCables(plan: Plan, isMade: (id: DeviceId) => boolean = () => true): Plan {
  let next = plan
  for (const id of Object.keys(plan.devices) as DeviceId[]) {
    const { place, tag, name, origin } = plan.devices[id]!
    if (place.kind !== 'field' || origin === 'remove' || !isMade(id)) continue
    const own = (Object.keys(next.wires) as WireId[]).filter((wire) => {
      const { from, to, cable, origin: wireOrigin } = landed(next).wires[wire]!
      const ends = [from, to].filter((end) => end.kind === 'terminal' && end.device === id)
      return ends.length === 1 && cable === null && wireOrigin !== 'remove'
    })
    const kinds = new Set(own.map((wire) => MAINS.has(next.wires[wire]!.function)))
    if (own.length < 2 || kinds.size > 1) continue
    const outcome = apply(next, bindWires(next, own, `Lead of ${name}`.slice(0, 80)))
    if (outcome.kind === 'refused')
      throw new Error(`${tag}: ${outcome.issues.map(({ message }) => message).join('; ')}`)
    const made = Object.keys(outcome.plan.cables).find((cable) => !Object.hasOwn(next.cables, cable))!
    next = {
      ...outcome.plan,
      cables: { ...outcome.plan.cables, [made]: { ...outcome.plan.cables[made as never]!, printed: tag } },
    } as Plan
  }
  return next
}
