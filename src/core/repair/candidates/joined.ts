import { proposeWiring } from '@/core/joining'
import type { Change } from '../change'
import type { Near } from '../near'
import { pressed } from '../pressed'

/** What is open, joined as it would be proposed. */
export function joined({ plan, devices }: Near): readonly Change[] {
  const { groups } = proposeWiring(plan, new Set(devices))
  // What is said besides, of what should be when control is lost, joins nothing.
  const commands = groups.flatMap((group) => group.commands).filter(({ type }) => type === 'connect')
  const tags = devices.map((id) => plan.devices[id]!.tag).join(', ')
  return commands.length === 0 ? [] : [pressed(null, `Join ${tags} as proposed`, commands, 1)]
}
