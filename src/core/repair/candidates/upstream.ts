import type { Command, DeviceId, TerminalId, WireFunction } from '@/core/plan'
import type { Change } from '../change'
import { wireName, type End, type Near } from '../near'
import { pressed } from '../pressed'

/** What tells that plus and minus came crossed from further up. */
const CROSSED: Readonly<Record<string, readonly [WireFunction, WireFunction]>> = {
  'polarity-reversed': ['V+', 'V-'],
  'part-reversed': ['V+', 'V-'],
  'line-and-neutral-exchanged': ['L', 'N'],
  'line-not-switched': ['L', 'N'],
}
const MOST_CHANGES = 16

/**
 * Plus and minus exchanged between the source and what is found reversed: at the source, a jack, a switch of two poles, or
 * whatever else both pass through. What lies there says by its own function which it was meant to be.
 */
export function upstream(near: Near): readonly Change[] {
  const crossed = CROSSED[near.rule]
  if (!crossed) return []
  const [out, home] = crossed
  const { plan } = near
  return (Object.keys(plan.devices) as DeviceId[])
    .flatMap((device) => {
      const { part, tag } = plan.devices[device]!
      const { links, draws, terminals } = plan.parts[part]!
      const isLoads = (terminal: TerminalId) => draws.some((draw) => draw.plus === terminal || draw.minus === terminal)
      const lying = new Map<TerminalId, End[]>()
      for (const end of near.endsAt(device)) lying.set(end.terminal, [...(lying.get(end.terminal) ?? []), end])
      const of = (fn: WireFunction) =>
        [...lying.entries()].filter(([, ends]) => ends.every(({ wire }) => plan.wires[wire]!.function === fn))
      const areOne = (one: TerminalId, other: TerminalId) =>
        links.some((link) => link.kind === 'bar' && link.terminals.includes(one) && link.terminals.includes(other))
      return of(out).flatMap(([plus, ups]) =>
        of(home).flatMap(([minus, downs]): Change[] => {
          if (areOne(plus, minus) || isLoads(plus) || isLoads(minus)) return []
          const to = (ends: readonly End[], terminal: TerminalId): Command[] =>
            ends.map(({ wire, side }) => ({
              type: 'moveEnd',
              wire,
              side,
              end: { kind: 'terminal', device, terminal },
            }))
          const isPair = ups.length === 1 && downs.length === 1
          const names = isPair
            ? `${wireName(plan, ups[0]!.wire)} and ${wireName(plan, downs[0]!.wire)}`
            : `what lies on ${terminals[plus]!.label} and ${terminals[minus]!.label}`
          return [
            pressed(
              isPair ? `${names} are exchanged at ${tag}` : `${names} of ${tag} is exchanged`,
              `Exchange ${names} at ${tag}`,
              [...to(ups, minus), ...to(downs, plus)],
              1.2,
              2,
            ),
          ]
        }),
      )
    })
    .slice(0, MOST_CHANGES)
}
