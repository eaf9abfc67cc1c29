import { newDevice, nextTag } from '@/core/catalogue'
import { landingOf, type Command, type Device, type DeviceId, type Plan, type TerminalId, type Wire } from '@/core/plan'
import { Draft, samePort, type Port } from './draft'

export interface Repeated {
  readonly commands: readonly Command[]
  readonly joints: number
  /** "M4 A+: nothing like A1 M1 A+ is free": what has no counterpart. */
  readonly left: readonly string[]
}

const NUMBER = /(\d+)(?!.*\d)/

/** "AXIS 1" and 2: "AXIS 3". */
const shifted = (text: string, by: number): string => text.replace(NUMBER, (digits) => String(Number(digits) + by))

/** As many counterparts as are looked through for one that is free. */
const FARTHEST = 24

/** The wires of a device, from its own terminal to the other end. */
function jointsOf(
  plan: Plan,
  id: DeviceId,
): readonly { readonly own: Port; readonly other: Port; readonly wire: Wire }[] {
  return Object.values(plan.wires).flatMap((wire) => {
    const ends = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
    const at = ends.findIndex((end) => end?.device === id)
    const [own, other] = [ends[at], ends[1 - at]]
    return at !== -1 && own && other ? [{ own, other, wire: wire! }] : []
  })
}

/** Terminals that could be another one's counterpart, the one nearest in number first. */
function counterparts(draft: Draft, { device, terminal }: Port, step: number): readonly Port[] {
  const { block, label } = draft.terminal({ device, terminal })
  const found: Port[] = []
  for (let by = step; by < step + FARTHEST; by += 1) {
    // The same label in the next block, the next label of its block, then the same terminal of the next device of its kind.
    const inBlock =
      block !== null && NUMBER.test(block)
        ? draft.ports(device).find((port) => {
            const own = draft.terminal(port)
            return own.block === shifted(block, by) && own.label === label
          })
        : undefined
    const inLabel =
      !inBlock && NUMBER.test(label)
        ? draft.ports(device).find((port) => {
            const own = draft.terminal(port)
            return own.block === block && own.label === shifted(label, by)
          })
        : undefined
    const tag = shifted(draft.tag(device), by)
    const sibling = draft.devices.find(
      (each) => each.device.tag === tag && each.device.part === draft.plan.devices[device]!.part && each.id !== device,
    )
    const beside = inBlock ?? inLabel
    if (beside) found.push(beside)
    else if (sibling) found.push({ device: sibling.id, terminal })
  }
  return found
}

/**
 * Joins other devices as one is joined: each wire of the pattern to the counterpart of its other end, by the numbers that
 * blocks, labels and tags bear; what is one piece of metal for all of them, such as a rail, is joined again.
 */
export function repeatJoints(plan: Plan, model: DeviceId, targets: readonly DeviceId[]): Repeated {
  const draft = new Draft(plan, null)
  draft.begin('repeat', 'The same joints again', '')
  const left: string[] = []
  const pattern = jointsOf(plan, model)
  const modelPart = plan.devices[model]!.part
  for (const [i, target] of targets.entries()) {
    for (const { own, other, wire } of pattern) {
      const to: Port = { device: target, terminal: own.terminal }
      if (plan.devices[target]!.part !== modelPart || draft.wiresAt(to) > 0) continue
      // A signal of its own has a counterpart of its own; a rail or a ground is one for all.
      const next = counterparts(draft, other, i + 1).find((port) => !draft.isWired(port) || isShared(draft, port))
      const from = next ?? (isShared(draft, other) ? draft.freeOnNet(other) : null)
      if (!from || samePort(from, to)) {
        left.push(`${draft.name(to)}: nothing like ${draft.name(other)} is free`)
        continue
      }
      draft.join(from, to, wire.function, 'as in the pattern', {
        size: wire.size,
        colour: wire.colour,
        length_mm: wire.length_mm,
        insulation_C: wire.insulation_C,
        jacket: wire.jacket,
        construction: wire.construction,
        flexClass: wire.flexClass,
      })
    }
  }
  const [group] = draft.groups
  return { commands: group!.commands, joints: group!.joints.length, left: [...left, ...draft.left] }
}

/** Several wires come together there by its nature: feeds, grounds and earths, strips. */
function isShared(draft: Draft, port: Port): boolean {
  const { function: fn, level_V } = draft.terminal(port)
  const { kind } = draft.part(port.device).behaviour
  return (
    fn === 'V+' ||
    fn === 'V-' ||
    fn === 'PE' ||
    fn === 'L' ||
    fn === 'N' ||
    level_V === 0 ||
    kind === 'terminal-strip' ||
    kind === 'splice' ||
    kind === 'earth-stud'
  )
}

/** So many more of a device, set and loaded like it, and joined in its pattern where that is wanted. */
export function copyDevice(plan: Plan, model: DeviceId, count: number, withJoints: boolean): Repeated {
  const own = plan.devices[model]!
  let at = plan
  const commands: Command[] = []
  const ids: DeviceId[] = []
  for (let n = 0; n < count; n += 1) {
    const tag = tagAfter(at, own.tag) ?? nextTag(at, plan.parts[own.part]!.behaviour.kind)
    let id = `device:${tag.toLowerCase()}` as DeviceId
    for (let k = 2; Object.hasOwn(at.devices, id); k += 1) id = `device:${tag.toLowerCase()}-${k}` as DeviceId
    // Two do not stand in one place.
    const place: Device['place'] =
      own.place.kind === 'field'
        ? own.place
        : { kind: 'unplaced', enclosure: 'enclosure' in own.place ? own.place.enclosure : null }
    const device: Device = {
      ...newDevice(own.part, tag, NUMBER.test(own.name) ? shifted(own.name, n + 1) : own.name),
      place,
      loads: own.loads,
      fitted: own.fitted,
      settings: own.settings,
      safeState: own.safeState,
      commandedBy: own.commandedBy,
      origin: 'new',
      note: own.note,
    }
    commands.push({ type: 'addDevice', id, device })
    at = { ...at, devices: { ...at.devices, [id]: device } }
    ids.push(id)
  }
  if (!withJoints) return { commands, joints: 0, left: [] }
  const repeated = repeatJoints(at, model, ids)
  return { ...repeated, commands: [...commands, ...repeated.commands] }
}

/** "M4" after "M1" where M2 and M3 are taken. */
function tagAfter(plan: Plan, tag: string): string | null {
  if (!NUMBER.test(tag)) return null
  const used = new Set(Object.values(plan.devices).map((device) => device!.tag.toLowerCase()))
  for (let by = 1; by < 1000; by += 1) if (!used.has(shifted(tag, by).toLowerCase())) return shifted(tag, by)
  return null
}

export interface Listed {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

/** These to those in order: the first of one list to the first of the other, as long as both last. */
export function joinInOrder(
  plan: Plan,
  from: readonly Listed[],
  to: readonly Listed[],
  fn: Wire['function'],
): Repeated {
  const draft = new Draft(plan, null)
  draft.begin('order', 'These to those in order', '')
  for (let i = 0; i < Math.min(from.length, to.length); i += 1) draft.join(from[i]!, to[i]!, fn, 'in order')
  const [group] = draft.groups
  const over = Math.abs(from.length - to.length)
  return {
    commands: group!.commands,
    joints: group!.joints.length,
    left: [...draft.left, ...(over > 0 ? [`${over} of the longer list are left over`] : [])],
  }
}
