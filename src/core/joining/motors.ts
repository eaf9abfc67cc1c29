import { isBoard, type DeviceId, type Part } from '@/core/plan'
import type { Draft, Port } from './draft'
import { isCoil, plain } from './pins'

/** The four leads of a winding pair, by what they are called. */
interface Coils {
  readonly device: DeviceId
  readonly block: string | null
  readonly leads: ReadonlyMap<string, Port>
}

function coilsOf(draft: Draft, device: DeviceId): readonly Coils[] {
  const blocks = new Map<string | null, Map<string, Port>>()
  for (const port of draft.ports(device)) {
    const { function: fn, block, label } = draft.terminal(port)
    if (!isCoil(fn)) continue
    const leads = blocks.get(block) ?? new Map<string, Port>()
    const winding = fn === 'coil-A' ? 'A' : 'B'
    // "A−", "A2" or "\\A" is the second end; where labels do not say, it is the one that comes second.
    const isSecond = /[-2\\]/.test(plain(label)) || leads.has(`${winding}+`)
    leads.set(`${winding}${isSecond ? '-' : '+'}`, port)
    blocks.set(block, leads)
  }
  return [...blocks].map(([block, leads]) => ({ device, block, leads }))
}

const isOpen = (draft: Draft, { leads }: Coils) => [...leads.values()].every((port) => !draft.isWired(port))

/** Motors to drivers, in the order of their tags. */
export function proposeMotors(draft: Draft): void {
  draft.begin(
    'motors',
    'Motors to their drivers',
    'Each motor’s two windings on one output, the first motor on the first: a winding’s ends stay together. Which way it turns is tried later.',
  )
  const motors = draft.devices
    .filter(({ id, part }) => part.behaviour.kind === 'motor' && draft.isWanted(id))
    .flatMap(({ id }) => coilsOf(draft, id).slice(0, 1))
    .filter((coils) => isOpen(draft, coils))
  const outputs = draft.devices
    .filter(({ part }) => part.behaviour.kind === 'driver' || isBoard(part))
    .flatMap(({ id, part }) => coilsOf(draft, id).filter(({ block }) => !isEmptySocket(draft, id, part, block)))
    .filter((coils) => isOpen(draft, coils) && coils.leads.size >= 4)
  for (const motor of motors) {
    const output = outputs.shift()
    if (!output) {
      draft.left.push(`${draft.tag(motor.device)}: no driver has an output left for it`)
      continue
    }
    for (const [lead, port] of motor.leads) {
      const other = output.leads.get(lead)
      if (other) draft.join(other, port, 'signal', `winding ${lead[0]!}`)
    }
  }
}

/** A board's output whose driver is a module that is not in its socket. */
function isEmptySocket(draft: Draft, board: DeviceId, { sockets }: Part, block: string | null): boolean {
  const number = /(\d+)/.exec(block ?? '')?.[1]
  const socket = number === undefined ? undefined : sockets.find(({ id }) => /(\d+)/.exec(id)?.[1] === number)
  return (
    socket !== undefined &&
    !draft.devices.some(
      ({ device }) =>
        device.place.kind === 'socket' && device.place.device === board && device.place.socket === socket.id,
    )
  )
}
