import { isBoard, type DeviceId, type Part } from '@/core/plan'
import { makeRoom, portOf } from './distribute'
import type { Draft, Port } from './draft'
import { railsOf } from './rails'
import { isProgram, POWER_PIN_V, groundOf, isSignal, plain, roomFor } from './pins'

/** What an input takes beyond its own level; common practice. */
const LEVEL_TOLERANCE = 1.1

/** A board's input and the ground beside it. */
interface Input {
  readonly signal: Port
  readonly isWarmth: boolean
}

/** Probes, end stops, buttons and guards to inputs. */
export function proposeInputs(draft: Draft): void {
  draft.begin(
    'inputs',
    'Probes, end stops and buttons to inputs',
    'Each between its own input and the ground beside it: thermistors on the inputs for warmth, switches on the others.',
  )
  const inputs: Input[] = draft.devices.flatMap(({ id, part }) =>
    isProgram(part)
      ? draft.ports(id).flatMap((port) => {
          const { function: fn, level_V, direction, block, label } = draft.terminal(port)
          const isRead =
            isSignal(fn) &&
            (level_V ?? 0) > 0 &&
            direction !== 'out' &&
            (direction === 'in' || /^(I|IN|E|X|Y|Z|LIM|P)\d*/.test(plain(label))) &&
            !/^(TX|RX|SDA|SCL|CLK|EN|STEP|DIR)/.test(plain(label))
          return isRead && !draft.isWired(port)
            ? [{ signal: port, isWarmth: /^(T\d|TB|TH|TEMP|BEDT)/.test(plain(block ?? label)) }]
            : []
        })
      : [],
  )
  const placeWanted = (id: DeviceId) => {
    const heater = draft.devices.find((each) => each.device.watchedBy === id)
    return heater ? placeOf(blockAt(draft, heater.id)) : null
  }
  // Those that only one input is right for come first.
  const ordered = [...draft.devices].sort(
    (a, b) => Number(placeWanted(a.id) === null) - Number(placeWanted(b.id) === null),
  )
  for (const { id, part, device } of ordered) {
    if (!draft.isWanted(id)) continue
    const ends = sensorEnds(draft, id, part)
    if (!ends || draft.isWired(ends.signal)) continue
    const isWarmth = /thermistor|temperature|warm|probe, heat|ntc|pt100/i.test(`${part.name} ${device.name}`)
    const gives_V = draft.terminal(ends.signal).level_V ?? 0
    const suits = (input: Input) =>
      input.isWarmth === isWarmth && gives_V <= (draft.terminal(input.signal).level_V ?? 0) * LEVEL_TOLERANCE
    // The probe of a heater goes where that heater's output says.
    const wanted = placeWanted(id)
    const matching = inputs.findIndex(
      (input) => suits(input) && wanted !== null && placeOf(draft.terminal(input.signal).block) === wanted,
    )
    const at = matching === -1 ? inputs.findIndex(suits) : matching
    if (at === -1) {
      draft.left.push(`${draft.tag(id)}, ${device.name}: no ${isWarmth ? 'input for warmth' : 'input'} is left for it`)
      continue
    }
    const [{ signal }] = inputs.splice(at, 1) as [Input]
    draft.join(signal, ends.signal, 'signal', `read by ${draft.name(signal)}`)
    if (!ends.ground || draft.isWired(ends.ground)) continue
    const { level_V } = draft.terminal(signal)
    const rail =
      (level_V ?? 0) >= POWER_PIN_V
        ? railsOf(draft).find(({ voltage_V }) => Math.abs(voltage_V - level_V!) <= level_V! * 0.1)
        : undefined
    if (rail) {
      const plus = makeRoom(draft, rail.plus, 2, 'V+', `+${rail.voltage_V} V of ${draft.tag(rail.device)}`)
      draft.join(plus, ends.ground, 'V+', 'such an input reads plus')
      joinCommon(draft, signal.device, rail.minus)
      continue
    }
    const ground = groundOf(draft, signal.device, draft.terminal(signal).block)
    if (ground) draft.join(roomFor(draft, ground, 1), ends.ground, 'signal', 'the ground beside its input')
  }
  proposeWatchers(draft)
}

/** The common of a controller's inputs, where it is a terminal of its own. */
function joinCommon(draft: Draft, board: DeviceId, minus: Port): void {
  const common = draft
    .ports(board)
    .find((port) => /com/i.test(draft.terminal(port).label) && draft.terminal(port).function === 'V-')
  if (common && draft.joined(common).length === 1 && !draft.isWired(common))
    draft.join(minus, common, 'V-', 'the common of its inputs')
}

function sensorEnds(
  draft: Draft,
  id: DeviceId,
  { behaviour, draws, links }: Part,
): { readonly signal: Port; readonly ground: Port | null } | null {
  const ports = draft.ports(id)
  if (behaviour.kind === 'sensor') {
    const signal =
      ports.find((port) => isSignal(draft.terminal(port).function) && draft.terminal(port).level_V !== 0) ?? ports[0]
    if (!signal) return null
    // One that is fed has its ground by its feed.
    const ground = draws.length > 0 ? null : (ports.find((port) => port.terminal !== signal.terminal) ?? null)
    return { signal, ground }
  }
  if (behaviour.kind !== 'button') return null
  const contact = links.find((link) => link.kind === 'contact')
  return contact?.kind === 'contact' ? { signal: portOf(id, contact.a), ground: portOf(id, contact.b) } : null
}

/** The block of a board that a thing hangs on. */
function blockAt(draft: Draft, id: DeviceId): string | null {
  for (const port of draft.ports(id))
    for (const other of draft.net(port)) {
      const { block } = draft.terminal(other)
      if (other.device !== id && block !== null && isBoard(draft.part(other.device))) return block
    }
  return null
}

/** "H0", "T0": 0; "BED", "TB": the bed. */
const placeOf = (block: string | null): string | null =>
  block === null ? null : (/(\d+)/.exec(block)?.[1] ?? (/B/.test(plain(block)) ? 'bed' : null))

/** A heater and a probe for warmth that nobody has named yet go together in the order of their tags. */
function proposeWatchers(draft: Draft): void {
  const named = new Set(draft.devices.flatMap(({ device }) => device.watchedBy ?? []))
  const probes = draft.devices.filter(
    ({ id, part, device }) =>
      part.behaviour.kind === 'sensor' &&
      /thermistor|temperature|ntc|pt100/i.test(`${part.name} ${device.name}`) &&
      !named.has(id),
  )
  for (const { id, part, device } of draft.devices) {
    if (part.behaviour.kind !== 'heater' || part.behaviour.openAir || !draft.isWanted(id)) continue
    if ((device.watchedBy ?? null) !== null) continue
    const own = blockAt(draft, id)
    const matching = own === null ? -1 : probes.findIndex((each) => placeOf(blockAt(draft, each.id)) === placeOf(own))
    const [probe] = probes.splice(Math.max(0, matching), 1)
    if (probe)
      draft.say(`${draft.tag(probe.id)} watches ${draft.tag(id)}`, {
        type: 'updateDevice',
        id,
        changes: { watchedBy: probe.id },
      })
  }
}
