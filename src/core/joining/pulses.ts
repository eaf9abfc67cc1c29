import { driverInputs, driverSignalOf, isBoard, type DeviceId, type DriverSignal } from '@/core/plan'
import type { Draft, Port } from './draft'
import { groundOf, isSignal, roomFor } from './pins'

/** What drivers take to what the controller gives, with their commons. */
export function proposePulses(draft: Draft): void {
  draft.begin(
    'pulses',
    'Pulses and directions to the drivers',
    'Each axis of the controller to the driver of the same number; the minus of every input goes back to the controller’s ground, which is their common.',
  )
  const axes = draft.devices.flatMap(({ id, part }) => (isBoard(part) ? axesOf(draft, id) : []))
  const drivers = draft.devices.flatMap(({ id, part }) => {
    const inputs = driverInputs(part).flatMap(({ says, plus, minus }) =>
      says === null
        ? []
        : [
            { says, port: { device: id, terminal: plus }, isReturn: false },
            ...(minus === null ? [] : [{ says, port: { device: id, terminal: minus }, isReturn: true }]),
          ],
    )
    const isOpenDriver =
      part.behaviour.kind === 'driver' && draft.isWanted(id) && inputs.every(({ port }) => !draft.isWired(port))
    return isOpenDriver && inputs.length > 0 ? [{ id, inputs }] : []
  })
  let returns = drivers
    .slice(0, axes.length)
    .reduce((sum, { inputs }) => sum + inputs.filter(({ isReturn }) => isReturn).length, 0)
  for (const { id, inputs } of drivers) {
    const axis = axes.shift()
    if (!axis) {
      draft.left.push(`${draft.tag(id)}: no axis of a controller is left for its pulses`)
      continue
    }
    for (const { says, port, isReturn } of inputs) {
      if (!isReturn) {
        const source = axis.get(says)
        if (source) draft.join(source, port, 'signal', `${says} of ${draft.name(source)}`)
        continue
      }
      // Its way back is worth nothing without the way there.
      if (!axis.has(says)) continue
      const source = axis.get(says)!
      const ground = groundOf(draft, source.device, draft.terminal(source).block)
      if (ground) draft.join(roomFor(draft, ground, returns), port, 'signal', 'its common: the controller’s ground')
      returns -= 1
    }
  }
}

function axesOf(draft: Draft, id: DeviceId): ReadonlyMap<DriverSignal, Port>[] {
  const blocks = new Map<string, Map<DriverSignal, Port>>()
  for (const port of draft.ports(id)) {
    const { function: fn, direction, label, block } = draft.terminal(port)
    const says = driverSignalOf(label)
    if (!isSignal(fn) || direction === 'in' || says === null || draft.isWired(port)) continue
    const key = block ?? /(\d+)/.exec(label)?.[1] ?? ''
    blocks.set(key, (blocks.get(key) ?? new Map<DriverSignal, Port>()).set(says, port))
  }
  return [...blocks.values()].filter((axis) => axis.has('pulse'))
}
