import { readWith, type Issue } from '@/core/calculator'
import { readPart } from '@/core/ownParts'
import { PLAN_VERSION } from '@/core/plan'
import { keptCommands } from '@/core/plan/schema'
import { logEntry } from '@/core/procedure'
import { toolProfile } from '@/core/termination'
import { stockItem, stockMove } from '@/core/workshop'
import { readPicture } from '@/formats/photo'
import {
  head,
  LINES,
  noRows,
  type LineKind,
  type SavedEdit,
  type SavedLog,
  type SavedRows,
  type SavedThing,
} from './format'
import { isListOfPatches } from './isListOfPatches'

/** What was left out of a file that was taken in otherwise, and why. */
export interface LeftOut {
  readonly count: number
  /** The first of them. */
  readonly issues: readonly Issue[]
}

export type SavedHead =
  { readonly kind: 'read'; readonly leftOut: LeftOut } | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

const MOST_TOLD = 20
/** Records that are handed over at once. */
const IN_ONE_PIECE = 500
const MOST_PHOTOS_OF_A_PLAN = 400

/**
 * Reads saved data, every line by the schemas that edits, logs, parts and pictures pass when they come one by one. A file that
 * was cut off, or in which a plan's history is not whole, is refused with the line that is at fault; of records that nothing
 * else hangs on, those that are not right are left out and named.
 *
 * @param sendPiece gets the records in pieces, of the kinds of {@link SavedRows}, and which share of the file is read
 */
export function readSaved(content: string, sendPiece: (piece: Partial<SavedRows>, share: number) => void): SavedHead {
  const reader = new SavedReader()
  let number = 0
  for (let from = 0; from < content.length;) {
    const newline = content.indexOf('\n', from)
    const to = newline < 0 ? content.length : newline
    const line = content.slice(from, to)
    from = to + 1
    if (line.trim() === '') continue
    number += 1
    const issues = number === 1 ? readHead(line) : reader.read(line, number)
    if (issues.length > 0)
      return {
        kind: 'refused',
        issues: issues.map(({ path, message }) => ({ path: `line ${number}${path ? `, ${path}` : ''}`, message })),
      }
    if (reader.gathered >= IN_ONE_PIECE) sendPiece(reader.handOver(), from / content.length)
  }
  if (number === 0) return { kind: 'refused', issues: [{ path: '', message: 'is empty' }] }
  if (!reader.isWhole)
    return {
      kind: 'refused',
      issues: [
        {
          path: `line ${number}`,
          message: 'is the last one, and the file says of itself that it has others; it was cut off',
        },
      ],
    }
  const issues = reader.faultsOfHistories()
  if (issues.length > 0) return { kind: 'refused', issues }
  sendPiece(reader.handOver(), 1)
  return { kind: 'read', leftOut: reader.leftOut() }
}

function readHead(line: string): readonly Issue[] {
  const value = jsonOf(line)
  if (value === undefined) return [{ path: '', message: 'is not saved data of this application' }]
  const read = readWith(head, value)
  return read.kind === 'refused' ? read.issues : []
}

/** Undefined where it is none. */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

interface History {
  readonly line: number
  readonly name: string
  readonly revision: number
  readonly lastEdit: string
  readonly edits: Map<number, string>
  readonly editIds: Set<string>
  photos: number
}

class SavedReader {
  isWhole = false
  gathered = 0
  private rows = noRows()
  private readonly histories = new Map<string, History>()
  private readonly stacks: { readonly line: number; readonly planId: string; readonly tops: readonly number[] }[] = []
  private readonly items = new Set<string>()
  private left = 0
  private readonly told: Issue[] = []

  /** What makes the whole file unusable; nothing where the line is taken, or left out. */
  read(line: string, number: number): readonly Issue[] {
    const value = jsonOf(line)
    if (typeof value !== 'object' || value === null) return [{ path: '', message: 'is not JSON; the file is damaged' }]
    const [kind, ...others] = Object.keys(value)
    if (kind === undefined || others.length > 0 || !Object.hasOwn(LINES, kind))
      return [{ path: kind ?? '', message: 'is no kind of record that saved data has' }]
    const record: unknown = (value as Record<string, unknown>)[kind]
    if (kind === 'end') {
      this.isWhole = (record as { lines?: unknown } | null)?.lines === number - 2
      return []
    }
    const read = readWith(LINES[kind as LineKind], record)
    if (read.kind === 'refused') {
      const issues = read.issues.map(({ path, message }) => ({ path: path ? `${kind}.${path}` : kind, message }))
      return LOOSE.has(kind) ? this.leaveOut(number, issues) : issues
    }
    this.gathered += 1
    return this.take[kind as Exclude<LineKind, 'end'>](read.value as never, number)
  }

  handOver(): SavedRows {
    const { rows } = this
    this.rows = noRows()
    this.gathered = 0
    return rows
  }

  leftOut(): LeftOut {
    return { count: this.left, issues: this.told }
  }

  /** A history leads from the first revision to the last, an edit a revision; undo stands on edits that are there. */
  faultsOfHistories(): readonly Issue[] {
    const issues: Issue[] = []
    for (const { line, name, revision, lastEdit, edits } of this.histories.values()) {
      const path = `line ${line}, plan.revision`
      if (edits.size !== revision - 1)
        issues.push({
          path,
          message: `is ${revision}, and “${name}” comes with ${edits.size} edits; the file is damaged`,
        })
      else if (revision > 1 && edits.get(revision) !== lastEdit)
        issues.push({ path, message: `is ${revision}, and its last edit is not the one that “${name}” names` })
    }
    for (const { line, planId, tops } of this.stacks)
      if (tops.some((top) => !this.histories.get(planId)!.edits.has(top)))
        issues.push({ path: `line ${line}, stack`, message: 'stands on an edit that is not in the file' })
    return issues.slice(0, MOST_TOLD)
  }

  private leaveOut(line: number, issues: readonly Issue[]): readonly Issue[] {
    this.left += 1
    for (const { path, message } of issues)
      if (this.told.length < MOST_TOLD) this.told.push({ path: `line ${line}${path ? `, ${path}` : ''}`, message })
    return []
  }

  private historyOf(planId: string): History | readonly Issue[] {
    return (
      this.histories.get(planId) ?? [
        { path: '', message: `is a record of the plan ${planId}, which is not in the file` },
      ]
    )
  }

  private readonly take: {
    readonly [K in Exclude<LineKind, 'end'>]: (record: never, line: number) => readonly Issue[]
  } = {
    plan: (record: SavedRows['plan'][number], line) => {
      const { id, name, revision, lastEdit } = record
      if (this.histories.has(id)) return [{ path: 'plan.id', message: `is there twice: ${id}` }]
      this.histories.set(id, { line, name, revision, lastEdit, edits: new Map(), editIds: new Set(), photos: 0 })
      this.rows.plan.push(record)
      return []
    },
    edit: (record: SavedEdit, line) => {
      const history = this.historyOf(record.planId)
      if (!('edits' in history)) return history
      const { revision, editId, patches, inverse, kind, target } = record
      if (revision > history.revision || revision < 2 || history.edits.has(revision))
        return [{ path: 'edit.revision', message: `${revision} is not one of the history of “${history.name}”` }]
      if (history.editIds.has(editId)) return [{ path: 'edit.editId', message: `is there twice: ${editId}` }]
      if (kind !== 'edit' && (target === null || target >= revision))
        return [{ path: 'edit.target', message: 'must be the revision that is taken back or done again' }]
      for (const [path, text] of Object.entries({ patches, inverse }))
        if (!isListOfPatches(text)) return [{ path: `edit.${path}`, message: 'must be a list of patches' }]
      history.edits.set(revision, editId)
      history.editIds.add(editId)
      const faults = faultsOfCommands(record)
      this.rows.edit.push(faults.length > 0 ? { ...record, commands: '[]' } : record)
      // What was typed is in the patches too: the change itself stays.
      return faults.length > 0 ? this.leaveOut(line, faults) : []
    },
    stack: (record: SavedRows['stack'][number], line) => {
      const { planId, undoTop, redoTop } = record
      const history = this.historyOf(planId)
      if (!('edits' in history)) return history
      this.stacks.push({ line, planId, tops: [undoTop, redoTop].filter((top) => top !== null) })
      this.rows.stack.push(record)
      return []
    },
    log: (record: Omit<SavedLog, 'photos'> & { readonly photos: string }, line) => {
      const history = this.historyOf(record.planId)
      if (!('edits' in history)) return history
      const { planId, facts, photos, deviation, ...rest } = record
      const read = readWith(logEntry, {
        ...rest,
        facts: jsonOf(facts),
        photos: jsonOf(photos),
        deviation: deviation === null ? null : jsonOf(deviation),
      })
      if (read.kind === 'refused') return this.leaveOut(line, within('log', read.issues))
      const entry = read.value
      this.rows.log.push({
        ...entry,
        planId,
        facts: JSON.stringify(entry.facts),
        deviation: entry.deviation === null ? null : JSON.stringify(entry.deviation),
      })
      return []
    },
    photo: ({ data, ...record }: Omit<SavedRows['photo'][number], 'bytes'> & { readonly data: string }, line) => {
      const history = this.historyOf(record.planId)
      if (!('edits' in history)) return history
      const read = readPicture(Buffer.from(data, 'base64'))
      if (read.kind === 'refused')
        return this.leaveOut(line, [{ path: `photo ${record.id}`, message: `is no picture: it ${read.why}` }])
      if (history.photos >= MOST_PHOTOS_OF_A_PLAN)
        return this.leaveOut(line, [
          { path: `photo ${record.id}`, message: `is one more than the ${MOST_PHOTOS_OF_A_PLAN} that a plan may have` },
        ])
      history.photos += 1
      const { type, bytes } = read
      this.rows.photo.push({ ...record, type, bytes, size: bytes.byteLength })
      return []
    },
    stock: (record: SavedThing, line) => {
      const issues = faultsOfThing(record, (value) => readWith(stockItem, value), 'stock', true)
      if (issues.length > 0) return this.leaveOut(line, issues)
      this.items.add(record.id)
      this.rows.stock.push(record)
      return []
    },
    move: (record: SavedRows['move'][number], line) => {
      const { moveId, itemId, amount, why, planId } = record
      const read = readWith(stockMove, { moveId, itemId, amount, why, planId })
      if (read.kind === 'refused') return this.leaveOut(line, within('move', read.issues))
      if (!this.items.has(itemId))
        return this.leaveOut(line, [
          { path: 'move.itemId', message: `names ${itemId}, which is not in the stock of the file` },
        ])
      this.rows.move.push(record)
      return []
    },
    tool: (record: SavedThing, line) => {
      const issues = faultsOfThing(record, (value) => readWith(toolProfile, value), 'tool', false)
      if (issues.length > 0) return this.leaveOut(line, issues)
      this.rows.tool.push(record)
      return []
    },
    part: (record: SavedRows['part'][number], line) => {
      const read = readPart({ id: record.id, part: jsonOf(record.document) })
      if (read.kind === 'refused') return this.leaveOut(line, within('part', read.issues))
      this.rows.part.push({ ...record, name: read.parts[0]!.part.name })
      return []
    },
  }
}

/** Nothing else hangs on these. */
const LOOSE: ReadonlySet<string> = new Set<LineKind>(['log', 'photo', 'stock', 'move', 'tool', 'part'])

const within = (kind: string, issues: readonly Issue[]): readonly Issue[] =>
  issues.map(({ path, message }) => ({ path: path ? `${kind}.${path}` : kind, message }))

/** Commands are a record of what was done; those of an older plan format are kept as they were written. */
function faultsOfCommands({ kind, commands, format }: SavedEdit): readonly Issue[] {
  const value = jsonOf(commands)
  const none = [{ path: 'edit.commands', message: 'must be a list of commands; the change is taken in without it' }]
  if (!Array.isArray(value)) return none
  if (kind !== 'edit' || format !== PLAN_VERSION) return []
  return readWith(keptCommands, value).kind === 'refused' ? none : []
}

type Reading = { readonly kind: 'read' | 'refused'; readonly issues?: readonly Issue[]; readonly value?: unknown }

function faultsOfThing(
  { id, document }: SavedThing,
  read: (value: unknown) => Reading,
  kind: string,
  hasOwnId: boolean,
): readonly Issue[] {
  const outcome = read(jsonOf(document))
  if (outcome.issues) return within(kind, outcome.issues)
  const isItself = !hasOwnId || (outcome.value as { id?: unknown }).id === id
  return isItself ? [] : [{ path: `${kind}.id`, message: `is ${id}, and its document names another` }]
}
