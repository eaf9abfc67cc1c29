import { type Model, type Passage, type Solution, terminalKey } from '@/core/model'
import { terminalWords, type DeviceId, type Plan } from '@/core/plan'
import { formatNumber, formatVolts } from '@/core/quantity'
import { step, type Trace, type TraceStep } from '@/core/trace'
import { feedWays, type FeedWay } from './feedWays'
import { FED } from './fed'
import { pairsOf, type BehaviourCell, type Measured } from './rows'
import type { BehaviourSituation } from './situations'

/** Below this a current is a residue of arithmetic. */
const NO_CURRENT_A = 1e-6
/** Ways that are told one by one. */
const TOLD = 8

export function explainCell(
  plan: Plan,
  model: Model,
  situation: BehaviourSituation,
  row: Measured,
  cell: BehaviourCell,
  solutions: readonly Solution[],
): Trace {
  const first = solutions[0]!
  return [
    step('Situation', situation.words, 'the plan'),
    ...(first.chattering.length > 0
      ? [
          step(
            'No rest',
            `${first.chattering.map((id) => plan.devices[id]!.tag).join(', ')} find no rest: what is told is one of the stands they go through`,
            'solved network',
          ),
        ]
      : []),
    row.terminal === null ? getsStep(plan, row, cell) : readsStep(plan, row, cell),
    ...(row.terminal === null ? waySteps(plan, model, row, solutions) : []),
  ]
}

function getsStep(plan: Plan, { device, pairs }: Measured, cell: BehaviourCell) {
  const { tag } = plan.devices[device]!
  if (cell.is === 'unknown')
    return step(
      'Solved twice',
      `${tag} is on in one and off in the other: nobody knows which it will be`,
      'solved network',
    )
  if (cell.is === 'unsolved') return step('Gets', `the network of ${tag} has no answer`, 'solved network')
  if (cell.volt === null)
    return step(
      'Gets',
      `nothing: no way with both poles closed leads to ${tag}${pairs[0] ? `, which wants ${formatNumber(pairs[0].nominal_V)} V` : ''}`,
      'solved network',
    )
  const amperes = (cell.current_A ?? 0) > NO_CURRENT_A ? `, ${formatNumber(cell.current_A!)} A` : ''
  const wants = cell.nominal_V === null ? '' : ` of ${formatNumber(cell.nominal_V)} V`
  return step(
    'Gets',
    `${formatVolts(cell.volt)}${wants}${amperes}${cell.is === 'backwards' ? '; plus and minus the wrong way round' : ''}`,
    'solved network',
  )
}

function readsStep(plan: Plan, { device, terminal }: Measured, { is, volt }: BehaviourCell) {
  const at = terminalWords(plan, terminalKey(device, terminal!))
  return step(
    'Reads',
    is === 'open'
      ? `nothing drives ${at}: it stands where its own pull-up or pull-down holds it`
      : `${at} stands at ${formatVolts(volt ?? 0)} against its ground`,
    'solved network',
  )
}

/**
 * Each way from a source to it, and on it what is open then; of a contact that its coil has let go, and of a supply that gives
 * nothing, the ways to those in turn.
 */
function waySteps(plan: Plan, model: Model, { device }: Measured, solutions: readonly Solution[]): Trace {
  const all = feedWays(plan, model)
  const asked: DeviceId[] = [device]
  const trace: TraceStep[] = []
  for (let id = asked[0]; id !== undefined && trace.length < TOLD; id = asked[asked.indexOf(id) + 1]) {
    const ways = all.filter((way) => way.device === id)
    const { tag } = plan.devices[id]!
    if (ways.length === 0) trace.push(step(`Ways to ${tag}`, 'none from any source, whatever is closed', 'the plan'))
    for (const way of ways.slice(0, TOLD - trace.length)) {
      trace.push(wayStep(plan, model, way, solutions))
      for (const other of behindIt(model, way, solutions)) if (!asked.includes(other)) asked.push(other)
    }
  }
  return trace
}

function wayStep(plan: Plan, model: Model, way: FeedWay, solutions: readonly Solution[]): TraceStep {
  const from = plan.devices[way.source]!.tag
  const words = [
    ...(solutions.some((solution) => isDead(model, way.source, solution)) ? [`${from} gives nothing`] : []),
    ...way.passages.flatMap((passage) => standWords(plan, passage, solutions)),
  ]
  return step(
    `${from} to ${plan.devices[way.device]!.tag}`,
    words.length === 0 ? 'straight, through nothing that opens' : words.join(', '),
    'the plan',
  )
}

/** What a way waits for: the supply that gives nothing, the coil whose contact is open. */
function behindIt(model: Model, { source, passages }: FeedWay, solutions: readonly Solution[]): readonly DeviceId[] {
  return [
    ...(solutions.some((solution) => isDead(model, source, solution)) ? [source] : []),
    ...passages.flatMap((passage) => {
      const { device, mover } = passage
      if (mover === null || model.movers[mover]!.actuator.by !== 'coil') return []
      return solutions.some(({ positions }) => !isClosed(passage, positions[mover]!)) ? [device] : []
    }),
  ]
}

/** Whether a supply gives nothing; of the mains itself the situation tells. */
function isDead(model: Model, source: DeviceId, { volts }: Solution): boolean {
  const pairs = pairsOf(model, model.deviceById.get(source)!)
  return (
    pairs.length > 0 &&
    pairs.every(({ plus, minus, nominal_V }) => Math.abs(volts.between(plus, minus) ?? 0) < FED * nominal_V)
  )
}

function standWords(plan: Plan, passage: FeedWay['passages'][number], solutions: readonly Solution[]): string[] {
  const { device, mover } = passage
  const { tag } = plan.devices[device]!
  if (mover === null) return passage.link.kind === 'protective' ? [`${tag} whole`] : []
  const stands = [
    ...new Set(solutions.map(({ positions }) => (isClosed(passage, positions[mover]!) ? 'closed' : 'open'))),
  ]
  return [`${tag} ${stands.join(' or ')}`]
}

const isClosed = ({ link }: Passage, position: string): boolean =>
  'closedIn' in link && link.closedIn.includes(position)
