import { newWire, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { splitKey, terminalKey } from '@/core/model'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
  /** Its place among those that want an earth: offered together, each gets a wire of its own. */
  readonly nth: number
}

/** The inlet whose earth nothing leaves: then nothing behind it can be earthed, and it is the one to begin with. */
function openInlet(context: Context): { readonly device: DeviceId; readonly terminal: TerminalId } | null {
  for (const { id, part } of context.devices) {
    const { behaviour } = part
    if (behaviour.kind !== 'mains-inlet' || !behaviour.earth) continue
    if (context.wiresAt(id, behaviour.earth).length === 0) return { device: id, terminal: behaviour.earth }
  }
  return null
}

/** The functional earth on which a terminal's conductor ends, or which it is; null where there is none. */
function functionalBeside(context: Context, device: DeviceId, terminal: TerminalId): string | null {
  const isFunctional = (at: { readonly device: DeviceId; readonly terminal: TerminalId }) =>
    context.terminal(at.device, at.terminal).function === 'FE'
  if (isFunctional({ device, terminal })) return context.terminalName(device, terminal)
  const own = terminalKey(device, terminal)
  for (const { from, to } of context.model.conductors) {
    if (from !== own && to !== own) continue
    const other = splitKey(from === own ? to : from)
    if (isFunctional(other)) return context.terminalName(other.device, other.terminal)
  }
  return null
}

export const metalWithoutEarth = defineRule<Facts>({
  severity: 'stop',
  title: 'Metal without an earth conductor',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  find: (context) =>
    context.devices.some(({ part }) => part.behaviour.kind === 'mains-inlet')
      ? context.reckoning.earths
          .filter(({ device, path }) => path === null && context.device(device).origin !== 'remove')
          .map(({ device, terminal }, nth) => ({ device, terminal, nth }))
      : [],
  word({ device, terminal, nth }, context) {
    const { id, label } = context.freeWire(nth)
    const inletOpen = openInlet(context)
    // A stud that is earthed already, else the inlet's own earth.
    const stud = context.devices.find(
      (entry) =>
        entry.part.behaviour.kind === 'earth-stud' &&
        context.potentials(terminalKey(entry.id, 'PE' as TerminalId)).some(({ kind }) => kind === 'PE'),
    )
    const inlet = context.devices.find((entry) => entry.part.behaviour.kind === 'mains-inlet')
    const earth = inlet?.part.behaviour.kind === 'mains-inlet' ? inlet.part.behaviour.earth : null
    const from = stud
      ? { device: stud.id, terminal: 'PE' as TerminalId }
      : inlet && earth
        ? { device: inlet.id, terminal: earth }
        : null
    const tag = context.device(device).tag
    const functional = functionalBeside(context, device, terminal)
    return {
      subjects: [
        { kind: 'terminal', device, terminal },
        ...(inletOpen ? [{ kind: 'terminal' as const, ...inletOpen }] : []),
      ],
      // One cause: the conductor that leaves the inlet, or none has been drawn yet.
      alike: 'earth',
      what: `${tag} (${context.device(device).name}): ${functional ? `its earth goes to ${functional}, a functional earth, which protects nobody` : 'no path of earth conductors leads from it to the incoming earth'}`,
      why: 'One chafed mains wire makes it live, and no fuse opens. Screws, hinges and paint are not a path; give it a conductor of its own on bare metal.',
      fixes: from
        ? [
            {
              label: `Earth ${tag} from ${context.device(from.device).tag}`,
              commands: [
                {
                  type: 'connect',
                  id,
                  wire: newWire({ kind: 'terminal', ...from }, { kind: 'terminal', device, terminal }, 'PE', label),
                },
              ],
            },
          ]
        : [],
    }
  },
})
