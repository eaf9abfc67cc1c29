import { fittedRating } from '@/core/model'
import {
  landed,
  type Cable,
  type CableId,
  type Device,
  type DeviceId,
  type Part,
  type Plan,
  type Wire,
} from '@/core/plan'
import type { Act } from '../types'
import { actOf } from './draft'

export const solderAct = (id: DeviceId) => `solder:${id}`

/** To place, solder and look at one joint. Common practice. */
const JOINT_MIN = 0.5
const BOARD_MIN = 5
/** Fewer pads are ends of wires and no board. */
const LEAST_PADS = 3

/** A small board that is soldered here: low parts first, links where no fuse is, each cable clamped before its cores are soldered. */
export function solderActs(plan: Plan): readonly Act[] {
  const wires = Object.values(landed(plan).wires) as Wire[]
  return (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([id, device]): Act[] => {
    const part = plan.parts[device.part]!
    const pads = Object.values(part.terminals).filter(({ clamp }) => clamp === 'solder-pad').length
    if (device.origin !== 'new' || pads < LEAST_PADS) return []
    const cables = cablesAt(plan, wires, id)
    const empty = part.links.flatMap((link) =>
      link.kind === 'protective' && fittedRating(device, link).rating_A === null ? [link.id] : [],
    )
    return [
      actOf({
        id: solderAct(id),
        phase: 'mount',
        device: id,
        title: `Solder ${device.tag}, ${device.name}, on the bench`,
        lines: [
          `Low parts first, so that each lies flat when the board is turned over: ${partsOf(plan, id, part).join(', then ')}.`,
          'One corner joint of each row, then look from two sides: square and flat? Warm it and set it right before the rest is soldered.',
          ...empty.map((link) => `${link} has no fuse: a wire link in its place, as thick as the track wants.`),
          ...cables.map(
            ({ name }) => `${name}: through its hole and clamped or tied down before any of its cores is soldered.`,
          ),
          'Each joint wetted all round, no bridge to its neighbour; flux off, strands cut flush.',
        ],
        minutes: Math.round(BOARD_MIN + pads * JOINT_MIN),
        tools: ['soldering iron', 'cutter', 'magnifier'],
        facts: { part: device.part, links: empty.join(',') },
        why: 'A high part soldered first keeps the low ones off the board; a core that is soldered before its jacket is held breaks at the joint.',
      }),
    ]
  })
}

/** What is on a board from the lowest to the highest; common practice where the part says no height. */
function partsOf(
  plan: Plan,
  id: DeviceId,
  { links, settings, connectors, sockets, terminals }: Part,
): readonly string[] {
  const modules = Object.values(plan.devices).flatMap((device) =>
    device!.place.kind === 'socket' && device!.place.device === id
      ? [{ tag: device!.tag, depth_mm: plan.parts[device!.part]!.body.depth_mm }]
      : [],
  )
  return [
    ...(links.some(({ kind }) => kind === 'bar' || kind === 'resistance') ? ['links and resistors'] : []),
    ...(settings.some(({ kind }) => kind === 'jumper') ? ['rows of pins'] : []),
    ...(sockets.length > 0 ? ['sockets'] : []),
    ...(connectors.length > 0 ? ['connectors'] : []),
    ...(links.some(({ kind }) => kind === 'protective') ? ['fuse holders'] : []),
    ...(Object.values(terminals).some(({ clamp }) => clamp !== 'solder-pad') ? ['terminal blocks'] : []),
    ...modules.sort((a, b) => a.depth_mm - b.depth_mm).map(({ tag }) => `${tag} plugged on`),
    'cables last',
  ]
}

function cablesAt(plan: Plan, wires: readonly Wire[], id: DeviceId): readonly Cable[] {
  const ids = new Set(
    wires.flatMap(({ cable, from, to, origin }) =>
      cable !== null && origin !== 'remove' && [from, to].some((end) => end.kind === 'terminal' && end.device === id)
        ? [cable]
        : [],
    ),
  ) as ReadonlySet<CableId>
  return [...ids].map((each) => plan.cables[each]!)
}
