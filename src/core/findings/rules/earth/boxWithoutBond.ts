import { hostOf } from '@/core/plan'
import { terminalKey } from '@/core/model'
import type { Device, DeviceId, EnclosureId, FaceId, Plan, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly enclosure: EnclosureId
  readonly of: 'body' | 'door'
  readonly face: FaceId | null
}

const METAL: ReadonlySet<string> = new Set(['painted-steel', 'stainless', 'aluminium'])

/** What a person calls a part that opens. */
const DOOR = /door|lid|flap|hinged|cover/i

/** What a person calls metal that is no door: a second bond that bears no such name may be the door's. */
const ELSEWHERE = /box|body|plate|panel|frame|gantry|bed|base|table|machine|rail|rack|case|chassis|stud|bar/i

const OF_BOX = /box|enclosure|cabinet|case|housing|door|lid|cover/i
const OF_MACHINE = /machine|gantry|bed|table|rail|motor|frame/i

/** Devices through which a box, or its door, is on the earth: a stud, or the metal itself entered as a part. */
function bonds(
  context: Context,
  enclosure: EnclosureId,
): readonly { readonly id: DeviceId; readonly device: Device }[] {
  const boxes = Object.keys(context.plan.enclosures)
  return context.devices.filter(({ device, part }) => {
    const { kind } = part.behaviour
    if (kind !== 'earth-stud' && kind !== 'exposed-metal') return false
    const { place } = device
    // Out on the machine it is the machine's, but for what is called by the box's own parts.
    if (place.kind === 'field') return boxes.length === 1 && OF_BOX.test(device.name) && !OF_MACHINE.test(device.name)
    // Not placed yet, it may be of any box; in a plan with one there is no doubt.
    const own = 'enclosure' in place ? place.enclosure : null
    return own === enclosure || (own === null && boxes.length === 1)
  })
}

const doorsOf = (plan: Plan, enclosure: EnclosureId): readonly FaceId[] =>
  (
    Object.entries(plan.enclosures[enclosure]!.faces) as [FaceId, Plan['enclosures'][EnclosureId]['faces'][FaceId]][]
  ).flatMap(([id, face]) => (face.kind === 'door' ? [id] : []))

/** By its place, its lead over a hinge or its name; unplaced metal that bears no name of another thing too. */
function isOfDoor(
  context: Context,
  { id, device }: ReturnType<typeof bonds>[number],
  doors: readonly FaceId[],
): boolean {
  if (device.place.kind === 'face') return doors.includes(device.place.face) || DOOR.test(device.name)
  const part = context.part(id)
  const isHinged = (Object.keys(part.terminals) as TerminalId[]).some((terminal) =>
    context.wiresAt(id, terminal).some(({ wire }) => wire.flexClass === 'hinge'),
  )
  const isUnnamed = part.behaviour.kind === 'exposed-metal' && !ELSEWHERE.test(device.name)
  return isHinged || DOOR.test(device.name) || isUnnamed
}

export const boxWithoutBond = defineRule<Facts>({
  severity: 'stop',
  title: 'A metal box without its bond',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  reads: 'layout',
  find: (context) => {
    if (!context.devices.some(({ part }) => part.behaviour.kind === 'mains-inlet')) return []
    const ids = Object.keys(context.plan.enclosures) as EnclosureId[]
    return ids.flatMap((enclosure): Facts[] => {
      const { wall, origin, kind } = context.plan.enclosures[enclosure]!
      if (!METAL.has(wall.material) || origin === 'remove' || kind === 'rack-shelf') return []
      if (!holds(context, enclosure, ids.length === 1)) return []
      const own = bonds(context, enclosure)
      if (own.length === 0) return [{ enclosure, of: 'body', face: null }]
      const doors = doorsOf(context.plan, enclosure)
      return doors.length > 0 && !own.some((bond) => isOfDoor(context, bond, doors))
        ? [{ enclosure, of: 'door', face: doors[0]! }]
        : []
    })
  },
  word: ({ enclosure, of, face }, { plan }) => {
    const { name, faces } = plan.enclosures[enclosure]!
    return {
      subjects: [{ kind: 'plan' }],
      what:
        of === 'body'
          ? `“${name}” is of metal, and nothing in the plan joins it to the earth`
          : `The ${faces[face!]!.name.toLowerCase()} of “${name}” is of metal, and no bond of its own leads to it`,
      why:
        of === 'body'
          ? 'One chafed wire makes the whole box live. Add an earth stud on bare metal, or the box as an exposed metal part, and join it to the inlet’s earth.'
          : 'A hinge is no path: paint and play part it. Add the door as an exposed metal part, with a flexible lead of its own over the hinge.',
    }
  },
})

/** Whether something on the mains stands in a box: by what feeds it, and where nobody placed it, in the only one. */
function holds(context: Context, enclosure: EnclosureId, isOnly: boolean): boolean {
  const boxOf = ({ place }: Device): EnclosureId | null => {
    const host = hostOf(place)
    if (host !== null) return boxOf(context.device(host))
    return 'enclosure' in place ? place.enclosure : null
  }
  return context.devices.some(({ id, device, part }) => {
    const own = boxOf(device)
    const isIn = own === enclosure || (own === null && isOnly && device.place.kind === 'unplaced')
    return (
      isIn &&
      (Object.keys(part.terminals) as TerminalId[]).some((terminal) =>
        context.potentials(terminalKey(id, terminal)).some(({ kind }) => kind === 'L'),
      )
    )
  })
}
