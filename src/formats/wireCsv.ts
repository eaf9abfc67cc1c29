import Papa from 'papaparse'
import type { Issue } from '@/core/calculator'
import type { WireReckoning } from '@/core/figures'
import {
  apply,
  COLOURS,
  highestWireNumber,
  type Colour,
  type Command,
  type DeviceId,
  type Plan,
  type TerminalId,
  type Wire,
  type WireEnd,
  type WireFunction,
  type WireId,
  newWire,
} from '@/core/plan'
import { wire as wireSchema } from '@/core/plan/schema'
import { guarded, unguarded } from './csv'

/** The columns of a wire list, in their order; `id` tells a wire from a new one. */
export const WIRE_COLUMNS = [
  'label',
  'from_device',
  'from_terminal',
  'to_device',
  'to_terminal',
  'function',
  'size',
  'colour',
  'length_mm',
  'measured_mm',
  'construction',
  'insulation_C',
  'rated_V',
  'jacket',
  'flex_class',
  'from_treatment',
  'to_treatment',
  'cable',
  'core',
  'origin',
  'known_from',
  'note',
  'id',
] as const
type Column = (typeof WIRE_COLUMNS)[number]
type Row = Readonly<Record<Column, string>>

const PARKED = 'parked'
const PLUG = 'plug'
/** What holds though nobody typed it bears one of these; typed over, it is gone. */
const MARKS = { reckoned: ' (reckoned)', scheme: ' (scheme)', routed: ' (by its way)', assumed: ' (assumed)' } as const
const isMarked = (text: string) => Object.values(MARKS).some((mark) => text.endsWith(mark.trim()))

/** Of a wire what is reckoned where nobody typed it. */
export type ReckonedWires = Readonly<Record<WireId, Pick<WireReckoning, 'size' | 'length_mm' | 'lengthFrom'>>>

const number = (value: number | null) => (value === null ? '' : String(value))

function endCells(plan: Plan, end: WireEnd): readonly [string, string] {
  if (end.kind === 'terminal') return [plan.devices[end.device]!.tag, end.terminal]
  if (end.kind === 'parked') return [PARKED, end.where]
  return [PLUG, `${end.cable} ${end.end} ${end.way}`]
}

const colourCell = (colour: Colour | null) =>
  colour === null ? '' : colour.stripe === null ? colour.base : `${colour.base}/${colour.stripe}`

function sizeCell({ size }: Wire, reckoned: ReckonedWires[WireId] | undefined): string {
  return size ?? (reckoned?.size ? `${reckoned.size}${MARKS.reckoned}` : '')
}

function lengthCell({ length_mm }: Wire, reckoned: ReckonedWires[WireId] | undefined): string {
  if (length_mm !== null || !reckoned) return number(length_mm)
  const { lengthFrom } = reckoned
  if (lengthFrom !== 'routed' && lengthFrom !== 'assumed') return ''
  return `${Math.round(reckoned.length_mm)}${MARKS[lengthFrom]}`
}

/**
 * All wires of a plan as a table for a spreadsheet: RFC 4180, a line a wire. What nobody typed is shown as it holds, with a mark
 * that says so; without what is reckoned those cells are empty.
 */
export function wireCsv(plan: Plan, reckoned: ReckonedWires = {}): string {
  const rows = (Object.entries(plan.wires) as [WireId, Wire][]).map(([id, wire]): Row => {
    const [from, to] = [endCells(plan, wire.from), endCells(plan, wire.to)]
    return {
      label: wire.label,
      from_device: from[0],
      from_terminal: from[1],
      to_device: to[0],
      to_terminal: to[1],
      function: wire.function,
      size: sizeCell(wire, reckoned[id]),
      colour:
        wire.colour === null && reckoned[id]
          ? `${colourCell(plan.practice.colours[wire.function])}${MARKS.scheme}`
          : colourCell(wire.colour),
      length_mm: lengthCell(wire, reckoned[id]),
      measured_mm: number(wire.measured_mm),
      construction: wire.construction,
      insulation_C: number(wire.insulation_C),
      rated_V: number(wire.rated_V),
      jacket: wire.jacket,
      flex_class: wire.flexClass,
      from_treatment: wire.fromTreatment ?? '',
      to_treatment: wire.toTreatment ?? '',
      cable: wire.cable ?? '',
      core: wire.core ?? '',
      origin: wire.origin,
      known_from: wire.knownFrom,
      note: wire.note,
      id,
    }
  })
  const table = [WIRE_COLUMNS, ...rows.map((row) => WIRE_COLUMNS.map((column) => guarded(row[column])))]
  return `${Papa.unparse(table as string[][], { newline: '\r\n' })}\r\n`
}

const MARKED: ReadonlySet<Column> = new Set<Column>(['size', 'colour', 'length_mm'])

export type WiresRead =
  | {
      readonly kind: 'read'
      readonly commands: readonly Command[]
      readonly changed: number
      readonly added: number
    }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** More faults are not told at once. */
const MOST_ISSUES = 100

/**
 * A wire list back into edits: lines with a known id change that wire, lines without one add a wire, wires that are not in it
 * stay. All or nothing; each fault names its line and column.
 */
export function readWireCsv(plan: Plan, text: string): WiresRead {
  const { data, errors, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim(),
  })
  const issues: Issue[] = errors
    .filter(({ code }) => code !== 'UndetectableDelimiter')
    .map(({ row, message }) => ({ path: `line ${(row ?? 0) + 2}`, message: message.toLowerCase() }))
  const missing = WIRE_COLUMNS.filter((column) => !(meta.fields ?? []).includes(column))
  const needed: readonly Column[] = ['from_device', 'from_terminal', 'to_device', 'to_terminal', 'function']
  for (const column of missing.filter((each) => needed.includes(each)))
    issues.push({ path: `line 1, ${column}`, message: 'this column is missing' })
  if (issues.length > 0) return { kind: 'refused', issues: issues.slice(0, MOST_ISSUES) }

  const byTag = new Map(Object.entries(plan.devices).map(([id, device]) => [device!.tag.toLowerCase(), id as DeviceId]))
  const taken = new Set<string>(Object.keys(plan.wires))
  const commands: Command[] = []
  const highest = highestWireNumber(plan)
  let [changed, added] = [0, 0]
  for (const [i, raw] of data.entries()) {
    const line = `line ${i + 2}`
    const cell = (column: Column) => {
      const own = unguarded((raw[column] ?? '').trim()).trim()
      return MARKED.has(column) && isMarked(own) ? '' : own
    }
    // Words come back to the letter.
    const words = (column: Column) => unguarded(raw[column] ?? '')
    const has = (column: Column) => raw[column] !== undefined
    const fault = (column: Column, message: string) => issues.push({ path: `${line}, ${column}`, message })
    const id = cell('id')
    const known = id !== '' && Object.hasOwn(plan.wires, id) ? plan.wires[id as WireId]! : null
    if (id !== '' && !known) {
      fault('id', `"${id.slice(0, 60)}" is no wire of this plan; leave it empty to add one`)
      continue
    }
    const endOf = (side: 'from' | 'to'): WireEnd | null => {
      const [tag, key] = [cell(`${side}_device`), cell(`${side}_terminal`)]
      if (tag.toLowerCase() === PARKED) return { kind: 'parked', where: key || 'in the box' } as WireEnd
      if (tag.toLowerCase() === PLUG) {
        if (known?.[side].kind === 'plug') return known[side]
        fault(`${side}_device`, 'a plug’s way is given by its cable, and not in a list')
        return null
      }
      const device = byTag.get(tag.toLowerCase())
      if (!device) {
        fault(`${side}_device`, `there is no device "${tag.slice(0, 40)}"`)
        return null
      }
      const { terminals } = plan.parts[plan.devices[device]!.part]!
      const terminal =
        Object.keys(terminals).find((each) => each === key) ??
        Object.keys(terminals).find((each) => terminals[each as TerminalId]!.label === key)
      if (!terminal) {
        fault(
          `${side}_terminal`,
          `${tag} has no terminal "${key.slice(0, 40)}"; it has ${Object.keys(terminals).slice(0, 12).join(', ')}`,
        )
        return null
      }
      return { kind: 'terminal', device, terminal: terminal as TerminalId }
    }
    const figure = (column: Column): number | null => {
      const typed = cell(column).replace(',', '.')
      if (typed === '') return null
      const value = Number(typed)
      if (!Number.isFinite(value)) fault(column, `"${typed.slice(0, 20)}" is no number; write one such as 350`)
      return Number.isFinite(value) ? value : null
    }
    const colourOf = (): Colour | null => {
      const typed = cell('colour').toLowerCase()
      if (typed === '') return null
      const [base, stripe, more] = typed.split('/')
      const isOne = (name: string | undefined): name is Colour['base'] => COLOURS.includes(name as Colour['base'])
      if (!isOne(base) || more !== undefined || (stripe !== undefined && !isOne(stripe))) {
        fault('colour', `"${typed.slice(0, 30)}" is no colour; write one such as black or green/yellow`)
        return null
      }
      return { base, stripe: (stripe as Colour['base'] | undefined) ?? null }
    }
    const [from, to] = [endOf('from'), endOf('to')]
    const given: Record<string, unknown> = {
      ...(has('label') ? { label: words('label') } : {}),
      function: cell('function'),
      ...(has('size') ? { size: cell('size') || null } : {}),
      ...(has('colour') ? { colour: colourOf() } : {}),
      ...(has('length_mm') ? { length_mm: figure('length_mm') } : {}),
      ...(has('measured_mm') ? { measured_mm: figure('measured_mm') } : {}),
      ...(has('construction') && cell('construction') ? { construction: cell('construction') } : {}),
      ...(has('insulation_C') ? { insulation_C: figure('insulation_C') } : {}),
      ...(has('rated_V') && cell('rated_V') ? { rated_V: figure('rated_V') } : {}),
      ...(has('jacket') && cell('jacket') ? { jacket: cell('jacket') } : {}),
      ...(has('flex_class') && cell('flex_class') ? { flexClass: cell('flex_class') } : {}),
      ...(has('from_treatment') ? { fromTreatment: cell('from_treatment') || null } : {}),
      ...(has('to_treatment') ? { toTreatment: cell('to_treatment') || null } : {}),
      ...(has('cable') ? { cable: cell('cable') || null } : {}),
      ...(has('core') ? { core: cell('core') || null } : {}),
      ...(has('origin') && cell('origin') ? { origin: cell('origin') } : {}),
      ...(has('known_from') && cell('known_from') ? { knownFrom: cell('known_from') } : {}),
      ...(has('note') ? { note: words('note') } : {}),
    }
    if (!from || !to) continue
    const start = known ?? newWire(from, to, 'signal' as WireFunction, `W${highest + added + 1}`)
    const read = wireSchema.safeParse({ ...start, ...given, from, to })
    if (!read.success) {
      for (const { path, message } of read.error.issues) fault(columnOf(String(path[0] ?? '')), message)
      continue
    }
    const next = read.data
    if (!known) {
      let n = Object.keys(plan.wires).length + 1
      while (taken.has(`wire:w${n}`)) n += 1
      taken.add(`wire:w${n}`)
      commands.push({ type: 'connect', id: `wire:w${n}` as WireId, wire: next })
      added += 1
      continue
    }
    const before = commands.length
    for (const side of ['from', 'to'] as const)
      if (JSON.stringify(known[side]) !== JSON.stringify(next[side]))
        commands.push({ type: 'moveEnd', wire: id as WireId, side, end: next[side] })
    const changes = Object.fromEntries(
      Object.entries(next).filter(
        ([key, value]) =>
          key !== 'from' && key !== 'to' && JSON.stringify(value) !== JSON.stringify(known[key as keyof Wire]),
      ),
    )
    if (Object.keys(changes).length > 0) commands.push({ type: 'updateWire', id: id as WireId, changes })
    if (commands.length > before) changed += 1
  }
  if (issues.length > 0) return { kind: 'refused', issues: issues.slice(0, MOST_ISSUES) }
  const tried = apply(plan, commands)
  return tried.kind === 'refused'
    ? { kind: 'refused', issues: tried.issues.slice(0, MOST_ISSUES) }
    : { kind: 'read', commands, changed, added }
}

const COLUMN_OF: Readonly<Record<string, Column>> = {
  insulation_C: 'insulation_C',
  flexClass: 'flex_class',
  fromTreatment: 'from_treatment',
  toTreatment: 'to_treatment',
  knownFrom: 'known_from',
}

const columnOf = (field: string): Column =>
  COLUMN_OF[field] ?? ((WIRE_COLUMNS as readonly string[]).includes(field) ? (field as Column) : 'label')
