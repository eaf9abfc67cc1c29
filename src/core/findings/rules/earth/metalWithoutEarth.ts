import { newWire } from '@/core/patterns'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { terminalKey } from '@/core/model'
import { defineRule } from '../../types'

export const metalWithoutEarth = defineRule<{ readonly device: DeviceId; readonly terminal: TerminalId }>({
  severity: 'stop',
  title: 'Metal without an earth conductor',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  find: (context) =>
    context.devices.some(({ part }) => part.behaviour.kind === 'mains-inlet')
      ? context.reckoning.earths.filter(
          ({ device, path }) => path === null && context.device(device).origin !== 'remove',
        )
      : [],
  word({ device, terminal }, context) {
    const { id, label } = context.freeWire()
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
    return {
      subjects: [{ kind: 'terminal', device, terminal }],
      what: `${tag} (${context.device(device).name}): no path of earth conductors leads from it to the incoming earth`,
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
