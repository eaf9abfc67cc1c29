import { reckon } from '@/core/figures'
import { review } from '@/core/findings'
import { apply, type Command, type DeviceId, type Plan } from '@/core/plan'
import { proposeInputs } from './inputs'
import { proposeMotors } from './motors'
import { proposeOutputs } from './outputs'
import { proposePixels } from './pixels'
import { proposePulses } from './pulses'
import { proposeStops } from './stops'
import { Draft, type ProposedGroup } from './draft'
import { proposeEarths, proposeMains } from './mains'
import { proposeRails } from './rails'

export interface Proposal {
  /** In the order in which a person reads them; each is taken or left by itself. */
  readonly groups: readonly ProposedGroup[]
  /** What could not be joined, and why. */
  readonly left: readonly string[]
}

/** Read from the wall inwards, whatever order they were found in. */
const ORDER = [
  'mains',
  'earths',
  'stops',
  'rail',
  'outputs',
  'motors',
  'pulses',
  'inputs',
  'pixels',
  'answers',
] as const

const rankOf = ({ id }: ProposedGroup) => ORDER.findIndex((each) => id === each || id.startsWith(`${each}:`))

/** Rules whose own first fix says what goes with the wires: ratings of empty places, what a load does when control is lost. */
const ANSWERED: ReadonlySet<string> = new Set([
  'fuse-place-empty',
  'safe-state-unsaid',
  'mains-selector-wrong',
  'signals-without-common-negative',
])

/** Answers bring up others: a fuse chosen shows what its wires want. */
const ANSWER_ROUNDS = 4

/**
 * Wires for a whole plan, or for what is chosen of it, in groups with their reasons. What a person joined stays. Where a part's
 * own terminals do not suffice, strips, studs and fuse blocks of the catalogue are added with one way to spare.
 * Source of the order and of the rules it keeps: common practice; the plan's house rules where they speak.
 */
export function proposeWiring(plan: Plan, chosen: ReadonlySet<DeviceId> | null = null): Proposal {
  const draft = new Draft(plan, chosen)
  // A guard of the stop circuit is no input, and what hangs on a board's output no load of the rail: so those come before.
  proposeMains(draft)
  proposeStops(draft)
  proposeOutputs(draft)
  proposeMotors(draft)
  proposePulses(draft)
  proposeInputs(draft)
  proposePixels(draft)
  proposeRails(draft)
  proposeEarths(draft)
  sayWhatIsBare(draft)
  const groups = draft.groups.filter(({ commands }) => commands.length > 0)
  const answers = answersFor(
    plan,
    groups.flatMap(({ commands }) => commands),
  )
  return {
    groups: [...groups, ...(answers ? [answers] : [])].sort((a, b) => rankOf(a) - rankOf(b)),
    left: [...new Set([...draft.left, ...whatGoesOn(plan, groups)])],
  }
}

/** What an emergency stop would leave going, of what the proposal feeds: solved with all of it taken. */
function whatGoesOn(plan: Plan, groups: readonly ProposedGroup[]): readonly string[] {
  const isStop = (id: DeviceId) => plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'emergency-stop'
  if (!(Object.keys(plan.devices) as DeviceId[]).some(isStop)) return []
  const wired = apply(
    plan,
    groups.flatMap(({ commands }) => commands),
  )
  if (wired.kind === 'refused') return []
  const goingOn = (of: Plan) =>
    reckon(of).stops.flatMap(({ device, isEmergency, cuts, hazards, perhaps }) =>
      isEmergency && cuts.length > 0 ? [...hazards, ...perhaps].map((id) => ({ stop: device, id })) : [],
    )
  const before = new Set(goingOn(plan).map(({ stop, id }) => `${stop} ${id}`))
  return goingOn(wired.plan)
    .filter(({ stop, id }) => !before.has(`${stop} ${id}`))
    .map(({ stop, id }) => {
      const tag = (of: DeviceId) => wired.plan.devices[of]!.tag
      return `${tag(id)}, ${wired.plan.devices[id]!.name}: goes on with ${tag(stop)} pressed; if it moves, cuts or heats, lead its feed behind what that stop lets go`
    })
}

/** What nothing in the plan says where it belongs. */
function sayWhatIsBare(draft: Draft): void {
  const said = draft.left.join('\n')
  for (const { id, part, device } of draft.devices) {
    const isOpen = Object.values(part.terminals).some(({ need }) => need === 'required') && draft.isBare(id)
    if (isOpen && draft.isWanted(id) && !said.includes(device.tag))
      draft.left.push(`${device.tag}, ${device.name}: nothing in the plan says where it belongs; join it by hand`)
  }
}

/** What the wired plan then still asks and has one usual answer. */
function answersFor(plan: Plan, wiring: readonly Command[]): ProposedGroup | null {
  const wired = apply(plan, [...wiring])
  if (wired.kind === 'refused')
    throw new Error(wired.issues.map(({ path, message }) => `${path} ${message}`).join('; '))
  let at = wired.plan
  const also: string[] = []
  const commands: Command[] = []
  for (let round = 0; round < ANSWER_ROUNDS; round += 1) {
    const before = commands.length
    for (const { rule, fixes } of review(at)) {
      const [fix] = fixes
      if (!ANSWERED.has(rule) || !fix) continue
      const answered = apply(at, [...fix.commands])
      if (answered.kind === 'refused') continue
      at = answered.plan
      also.push(fix.label)
      commands.push(...fix.commands)
    }
    if (commands.length === before) break
  }
  if (commands.length === 0) return null
  return {
    id: 'answers',
    title: 'What goes with it',
    reason:
      'Ratings for places that are empty, settings, and what a load does when control is lost: the usual answer to each, with all of the wires above taken.',
    joints: [],
    added: [],
    also,
    commands,
  }
}
