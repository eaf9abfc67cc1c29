import { isBoard, type DeviceId } from '@/core/plan'
import type { Draft, Port } from './draft'
import { groundOf, isSignal, plain, roomFor } from './pins'

type Role = 'pulse' | 'direction' | 'enable'

const ROLES: readonly (readonly [Role, RegExp])[] = [
  ['pulse', /^(PUL|PULSE|STEP|STP|CP|CLK)/],
  ['direction', /^(DIR|CW)/],
  ['enable', /^(EN|ENA|ENABLE)/],
]

const roleOf = (label: string): Role | null => ROLES.find(([, pattern]) => pattern.test(plain(label)))?.[0] ?? null

/** What drivers take to what the controller gives, with their commons. */
export function proposePulses(draft: Draft): void {
  draft.begin(
    'pulses',
    'Pulses and directions to the drivers',
    'Each axis of the controller to the driver of the same number; the minus of every input goes back to the controller’s ground, which is their common.',
  )
  const axes = draft.devices.flatMap(({ id, part }) => (isBoard(part) ? axesOf(draft, id) : []))
  const drivers = draft.devices.flatMap(({ id, part }) => {
    const inputs = draft.ports(id).filter((port) => {
      const { function: fn, direction, label } = draft.terminal(port)
      return isSignal(fn) && direction !== 'out' && roleOf(label) !== null
    })
    const isOpenDriver =
      part.behaviour.kind === 'driver' && draft.isWanted(id) && inputs.every((port) => !draft.isWired(port))
    return isOpenDriver && inputs.length > 0 ? [{ id, inputs }] : []
  })
  const isReturn = (port: Port) => plain(draft.terminal(port).label).endsWith('-')
  let returns = drivers.slice(0, axes.length).reduce((sum, { inputs }) => sum + inputs.filter(isReturn).length, 0)
  for (const { id, inputs } of drivers) {
    const axis = axes.shift()
    if (!axis) {
      draft.left.push(`${draft.tag(id)}: no axis of a controller is left for its pulses`)
      continue
    }
    for (const port of inputs) {
      const { label } = draft.terminal(port)
      const role = roleOf(label)!
      if (!isReturn(port)) {
        const source = axis.get(role)
        if (source) draft.join(source, port, 'signal', `${role} of ${draft.name(source)}`)
        continue
      }
      // Its way back is worth nothing without the way there.
      if (!axis.has(role)) continue
      const source = axis.get(role)!
      const ground = groundOf(draft, source.device, draft.terminal(source).block)
      if (ground) draft.join(roomFor(draft, ground, returns), port, 'signal', 'its common: the controller’s ground')
      returns -= 1
    }
  }
}

function axesOf(draft: Draft, id: DeviceId): ReadonlyMap<Role, Port>[] {
  const blocks = new Map<string, Map<Role, Port>>()
  for (const port of draft.ports(id)) {
    const { function: fn, direction, label, block } = draft.terminal(port)
    const role = roleOf(label)
    if (!isSignal(fn) || direction === 'in' || role === null || draft.isWired(port)) continue
    const key = block ?? /(\d+)/.exec(label)?.[1] ?? ''
    blocks.set(key, (blocks.get(key) ?? new Map<Role, Port>()).set(role, port))
  }
  return [...blocks.values()].filter((axis) => axis.has('pulse'))
}
