import type { Command, DeviceId, TerminalId } from '@/core/plan'
import type { Change } from '../change'
import type { End, Near } from '../near'
import { pressed } from '../pressed'

/** More leads than these are no pair of sensors, fans or motors that a hand takes for one another. */
const MOST_LEADS = 6
const MOST_PAIRS = 6

/** Two things of one shape, each wired where the other belongs: all that lies in the one's terminals and in the other's changes places. */
export function likeDevices({ plan, devices, fellows, endsAt }: Near): readonly Change[] {
  const all = [...new Set([...devices, ...fellows])]
  const leadsOf = (device: DeviceId): ReadonlyMap<TerminalId, End> | null => {
    const ends = endsAt(device)
    const byTerminal = new Map(ends.map((end) => [end.terminal, end]))
    const isPlain = ends.every(({ wire, side }) => plan.wires[wire]![side].kind === 'terminal')
    return isPlain && ends.length > 0 && ends.length <= MOST_LEADS && byTerminal.size === ends.length
      ? byTerminal
      : null
  }
  return all
    .flatMap((one, i) => all.slice(i + 1).map((other) => [one, other] as const))
    .flatMap(([one, other]): Change[] => {
      const [a, b] = [leadsOf(one), leadsOf(other)]
      if (!a || !b || a.size !== b.size || ![...a.keys()].every((terminal) => b.has(terminal))) return []
      const to = (leads: ReadonlyMap<TerminalId, End>, device: DeviceId): Command[] =>
        [...leads.values()].map(({ wire, side, terminal }) => ({
          type: 'moveEnd',
          wire,
          side,
          end: { kind: 'terminal', device, terminal },
        }))
      const tags = `${plan.devices[one]!.tag} and ${plan.devices[other]!.tag}`
      return [
        pressed(
          `the leads of ${tags} are exchanged`,
          `Exchange the leads of ${tags}`,
          [...to(a, other), ...to(b, one)],
          1.15,
          2,
        ),
      ]
    })
    .slice(0, MOST_PAIRS)
}
