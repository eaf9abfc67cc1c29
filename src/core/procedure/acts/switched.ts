import { isCommanded, landingOf, type Plan } from '@/core/plan'

/** "device|terminal" of all that hangs by a wire on an output that something commands: a board's transistor, a relay's contact. */
export function atSwitchedOutputs(plan: Plan): ReadonlySet<string> {
  const found = new Set<string>()
  for (const wire of Object.values(plan.wires)) {
    if (wire!.origin === 'remove') continue
    const [from, to] = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
    if (!from || !to) continue
    for (const [output, load] of [
      [from, to],
      [to, from],
    ] as const) {
      const part = plan.parts[plan.devices[output.device]!.part]!
      // A transistor's other end is the board's own plus or minus, which bars join: what hangs there is fed always.
      const isRail = part.links.some((link) => link.kind === 'bar' && link.terminals.includes(output.terminal))
      const isOutput =
        !isRail &&
        part.links.some(
          (link) =>
            (link.kind === 'contact' || link.kind === 'semiconductor') &&
            (link.a === output.terminal || link.b === output.terminal) &&
            isCommanded(part, link),
        )
      if (isOutput) found.add(`${load.device}|${load.terminal}`)
    }
  }
  return found
}
