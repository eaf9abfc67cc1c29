import { othersOn, terminalKey, type Model, type ModelDevice, type Solution } from '@/core/model'
import {
  doesOf,
  drawRange,
  factsOf,
  shareOf,
  TOO_LITTLE,
  UNUSUALLY_MUCH,
  type DeviceId,
  type Plan,
  type StateId,
  type TerminalId,
} from '@/core/plan'
import { FED, outletJoints } from './fed'
import { isInput } from './senses'
import { isHazard } from './stops'

export const ROW_GROUPS = {
  moves: 'Moves',
  heats: 'Heats',
  lights: 'Lights and sounds',
  feeds: 'Feeds',
  works: 'Reckons and works',
  reads: 'Reads',
} as const
export type RowGroup = keyof typeof ROW_GROUPS

/** A thing of which it is looked at what it does: a device, or an input that a program reads. */
export interface BehaviourRow {
  readonly id: string
  readonly device: DeviceId
  /** Of an input: where it comes in. */
  readonly terminal: TerminalId | null
  readonly group: RowGroup
  /** Moves or heats, or drives what does. */
  readonly isHazard: boolean
  /** Tags of what it drives: the motors of a driver. */
  readonly drives: readonly string[]
}

/** What a thing does in a situation, from the volts at its terminals. */
export interface BehaviourCell {
  readonly is: 'off' | 'on' | 'weak' | 'too much' | 'backwards' | 'unsolved' | 'unknown' | 'open' | 'reads'
  /** Across it; of an input above its reference. */
  readonly volt: number | null
  /** Of a load: nominal. */
  readonly nominal_V: number | null
  readonly current_A: number | null
}

/** What is measured for a row: the pairs of joints across which its volts stand. */
export interface Measured extends BehaviourRow {
  readonly pairs: readonly {
    readonly draw: string | null
    readonly plus: number
    readonly minus: number
    readonly nominal_V: number
    readonly least_V: number
    readonly most_V: number
    readonly mindsPolarity: boolean
  }[]
}

export function measuredRows(model: Model): readonly Measured[] {
  const rows = model.devices.flatMap((entry) => (entry.device.origin === 'remove' ? [] : rowsOf(model, entry)))
  return (Object.keys(ROW_GROUPS) as RowGroup[]).flatMap((group) => rows.filter((row) => row.group === group))
}

function rowsOf(model: Model, entry: ModelDevice): readonly Measured[] {
  const { id, part } = entry
  const own = pairsOf(model, entry)
  const group = groupOf(entry)
  const asWhole: Measured[] =
    own.length === 0
      ? []
      : [
          {
            id,
            device: id,
            terminal: null,
            group,
            isHazard: isHazard(part),
            drives: drivenBy(model, entry),
            pairs: own,
          },
        ]
  return [...asWhole, ...inputRows(model, entry)]
}

function groupOf({ part }: ModelDevice): RowGroup {
  const does = new Set(part.draws.map((draw) => doesOf(part, draw)))
  if (['moves', 'pumps', 'blows'].some((each) => does.has(each as 'moves'))) return 'moves'
  if (Object.values(part.terminals).some((terminal) => terminal!.function === 'coil-A')) return 'moves'
  if (does.has('heats') || factsOf(part).isHazard) return 'heats'
  if (does.has('lights') || does.has('sounds')) return 'lights'
  return 'outputs' in part.behaviour || part.behaviour.kind === 'outlet' ? 'feeds' : 'works'
}

/** Where the volts of a device stand: across its draws, an outlet, or what it gives. */
export function pairsOf(model: Model, { id, part }: ModelDevice): Measured['pairs'] {
  const pairs = model.draws.flatMap(({ device, draw, plus, minus }) => {
    if (device !== id) return []
    const { nominal_V } = draw
    const { least_V, most_V } = drawRange(part, draw)
    return [
      {
        draw: draw.id,
        plus,
        minus,
        nominal_V,
        least_V: least_V ?? TOO_LITTLE * nominal_V,
        most_V: most_V ?? UNUSUALLY_MUCH * nominal_V,
        mindsPolarity: part.terminals[draw.plus]!.polarised,
      },
    ]
  })
  if (pairs.length > 0) return pairs
  const { behaviour } = part
  const given = (plus: number, minus: number, volt: number, mindsPolarity: boolean) => ({
    draw: null,
    plus,
    minus,
    nominal_V: volt,
    least_V: TOO_LITTLE * volt,
    most_V: UNUSUALLY_MUCH * volt,
    mindsPolarity,
  })
  if (behaviour.kind === 'outlet') {
    const joints = outletJoints(model, id, part.terminals)
    return joints ? [given(...joints, model.plan.site.mains_V, false)] : []
  }
  if (!('outputs' in behaviour)) return []
  return behaviour.outputs.map(({ plus, minus, voltage_V }) =>
    given(model.jointOf(terminalKey(id, plus)), model.jointOf(terminalKey(id, minus)), voltage_V, true),
  )
}

/** Motors on the coil terminals of a driver or board. */
function drivenBy(model: Model, { id, part }: ModelDevice): readonly string[] {
  const found = new Set<string>()
  for (const terminal of Object.keys(part.terminals) as TerminalId[]) {
    if (part.terminals[terminal]!.function !== 'coil-A' || part.draws.length === 0) continue
    for (const { device } of othersOn(model, terminalKey(id, terminal))) {
      const other = model.deviceById.get(device)!
      if (other.part.behaviour.kind === 'motor') found.add(other.device.tag)
    }
  }
  return [...found]
}

/** Inputs of what commands that are joined to something which does not command by itself. */
function inputRows(model: Model, { id, part }: ModelDevice): readonly Measured[] {
  const keys = Object.keys(part.terminals) as TerminalId[]
  return keys.flatMap((key): Measured[] => {
    if (!isInput(part, key)) return []
    const others = othersOn(model, terminalKey(id, key))
    if (!others.some(({ device }) => !factsOf(model.deviceById.get(device)!.part).isCommanding)) return []
    const level = part.terminals[key]!.level_V ?? 0
    return [
      {
        id: `${id}.${key}`,
        device: id,
        terminal: key,
        group: 'reads',
        isHazard: false,
        drives: [],
        pairs: referencesOf(model, id, part, key).map((minus) => ({
          draw: null,
          plus: model.jointOf(terminalKey(id, key)),
          minus,
          nominal_V: level,
          least_V: 0,
          most_V: Infinity,
          mindsPolarity: false,
        })),
      },
    ]
  })
}

/** What an input may be read against: the ground of its own block, then any of the part. */
function referencesOf(model: Model, id: DeviceId, part: ModelDevice['part'], input: TerminalId): readonly number[] {
  const { block } = part.terminals[input]!
  const grounds = (Object.keys(part.terminals) as TerminalId[]).filter((key) => {
    const { function: fn, level_V } = part.terminals[key]!
    return key !== input && (fn === 'V-' || level_V === 0)
  })
  const near = grounds.filter((key) => block !== null && part.terminals[key]!.block === block)
  return [...new Set([...near, ...grounds].map((key) => model.jointOf(terminalKey(id, key))))]
}

/** What a row does where a situation has settled. */
export function cellIn(plan: Plan, row: Measured, solution: Solution, state: StateId | null): BehaviourCell {
  return row.terminal === null ? loadCell(plan, row, solution, state) : inputCell(row, solution)
}

function inputCell({ pairs }: Measured, { volts }: Solution): BehaviourCell {
  for (const { plus, minus } of pairs) {
    const volt = volts.between(plus, minus)
    if (volt !== null) return { is: 'reads', volt, nominal_V: null, current_A: null }
  }
  return { is: 'open', volt: null, nominal_V: null, current_A: null }
}

/** The draw that gets the most of its volts tells of the whole. */
function loadCell(plan: Plan, row: Measured, solution: Solution, state: StateId | null): BehaviourCell {
  let best: BehaviourCell = { is: 'off', volt: null, nominal_V: row.pairs[0]?.nominal_V ?? null, current_A: 0 }
  let share = 0
  let current_A = 0
  for (const { draw, plus, minus, nominal_V, least_V, most_V, mindsPolarity } of row.pairs) {
    const key = `${row.device}#${draw}`
    if (draw !== null && solution.unsolved.has(key)) return { is: 'unsolved', volt: null, nominal_V, current_A: null }
    if (draw !== null && state !== null && shareOf(plan.states[state]!, row.device, draw) === 0) continue
    const volt = solution.volts.between(plus, minus)
    const amount = Math.abs(volt ?? 0)
    if (draw !== null) current_A += Math.abs(solution.drawCurrent_A.get(key) ?? 0)
    if (volt === null || amount / nominal_V <= share) continue
    share = amount / nominal_V
    best = {
      is:
        share < FED
          ? 'off'
          : volt < 0 && mindsPolarity
            ? 'backwards'
            : amount < least_V * (1 - 1e-9)
              ? 'weak'
              : amount > most_V * (1 + 1e-9)
                ? 'too much'
                : 'on',
      volt,
      nominal_V,
      current_A: null,
    }
  }
  return { ...best, current_A }
}

/** Whether something runs, moves, heats or shines then. */
export const isRunning = ({ is }: BehaviourCell): boolean =>
  is === 'on' || is === 'weak' || is === 'too much' || is === 'backwards'

/** Whether two cells of an input say the same to a program. */
export const readsAlike = (one: BehaviourCell, other: BehaviourCell): boolean =>
  one.is === other.is && Math.abs((one.volt ?? 0) - (other.volt ?? 0)) < 0.1
