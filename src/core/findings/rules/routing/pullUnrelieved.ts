import { terminalKey } from '@/core/model'
import { hostOf, landingOf, type CableId, type DeviceId, type Plan } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type LaidContext, defineLayingRule } from '@/core/judging'

interface Facts {
  readonly cable: CableId
  readonly device: DeviceId
  readonly isMains: boolean
  /** Somebody said that nothing does; else nobody said anything, and it ends on an open frame. */
  readonly isSaid: boolean
}

/** A device on an open frame or a machine base: nothing there holds a cord but what is put there for it. */
function isInTheOpen(plan: Plan, device: DeviceId): boolean {
  const { place } = plan.devices[device]!
  const host = hostOf(place)
  if (host !== null) return isInTheOpen(plan, host)
  const box = 'enclosure' in place ? place.enclosure : null
  return box !== null && ['open-frame', 'machine-base'].includes(plan.enclosures[box]!.kind)
}

const isOut = (plan: Plan, device: DeviceId) => plan.devices[device]!.place.kind === 'field'

/** Cables that come in from outside, with the device that they end at there, and whether they bring the mains. */
function comingIn(context: LaidContext): readonly Omit<Facts, 'isSaid'>[] {
  const { plan } = context
  const found = new Map<CableId, Omit<Facts, 'isSaid'>>()
  for (const { wire } of context.wires) {
    if (wire.cable === null) continue
    const ends = [landingOf(plan, wire.from), landingOf(plan, wire.to)].flatMap((end) => end ?? [])
    const inside = ends.find(({ device }) => !isOut(plan, device))
    if (!inside || ends.length < 2 || ends.every(({ device }) => !isOut(plan, device))) continue
    const isMains = context
      .potentials(terminalKey(inside.device, inside.terminal))
      .some(({ kind }) => kind === 'L' || kind === 'N')
    const known = found.get(wire.cable)
    // The first by name: in which order wires were entered says nothing.
    const device = known && known.device < inside.device ? known.device : inside.device
    found.set(wire.cable, { cable: wire.cable, device, isMains: isMains || known?.isMains === true })
  }
  return [...found.values()]
}

export const pullUnrelieved = defineLayingRule<Facts>({
  severity: 'caution',
  title: 'A pull on the cord goes to its terminals',
  stage: 'route',
  source: SOURCES.iec60204Cords,
  find: (context) =>
    comingIn(context).flatMap((entry): Facts[] => {
      const { relief } = context.plan.cables[entry.cable]!
      if (relief === 'nothing') return [{ ...entry, isSaid: true }]
      return relief === null && entry.isMains && isInTheOpen(context.plan, entry.device)
        ? [{ ...entry, isSaid: false }]
        : []
    }),
  word: ({ cable, device, isMains, isSaid }, context) => ({
    subjects: [
      { kind: 'cable', id: cable },
      { kind: 'device', id: device },
    ],
    severity: isMains && isSaid ? 'stop' : 'caution',
    what: isSaid
      ? `Nothing takes the pull of “${context.plan.cables[cable]!.name}” before ${context.device(device).tag}`
      : `“${context.plan.cables[cable]!.name}” brings the mains to ${context.device(device).tag} in the open, and nobody said what takes its pull`,
    why: isMains
      ? 'Pulled, a live core comes off before the earth does, or lies loose on metal. Clamp the jacket, and leave the earth the longest core.'
      : 'Pulled, a core comes off its terminal. Clamp the jacket.',
    fixes: [
      {
        label: 'A clamp holds its jacket',
        commands: [{ type: 'updateCable', id: cable, changes: { relief: 'clamp' } }],
      },
    ],
  }),
})
