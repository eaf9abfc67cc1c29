import { randomUUID } from 'node:crypto'
import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Issue } from '@/core/calculator'
import {
  apply, cutLabel, doClash, parsePlan, replay, type Change, type Command, type Committed, type EditRequest, type Patch, type Plan, type PlanSummary,
} from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import { reading, type Database } from './database'
import type { EditRow, Models, StackRow } from './models'
import { readStored, StoredPlans, troubleWords, type RowKey, type Stored } from './storedPlans'

export interface StoredPlan {
  readonly id: string
  readonly plan: Plan
  readonly revision: number
  readonly lastEdit: string
  readonly undo: string | null
  readonly redo: string | null
}

export type Loaded =
  | { readonly kind: 'plan'; readonly stored: StoredPlan }
  /** It is there and cannot be read; its document can be taken out as it is. */
  | { readonly kind: 'unreadable'; readonly id: string; readonly name: string; readonly why: string }

export type EditOutcome =
  | ({ readonly kind: 'committed' } & Committed)
  | {
      readonly kind: 'stale'
      readonly revision: number
      /** What changed since, the first of it at least; the rest is in the history. */
      readonly since: readonly Change[]
      /** The window knows a revision, or an edit behind it, that this file does not have: it went back to an older copy. */
      readonly wentBack: boolean
      readonly undo: string | null
      readonly redo: string | null
    }
  | { readonly kind: 'refused'; readonly message: string; readonly issues: readonly Issue[] }
  | { readonly kind: 'nothing'; readonly message: string }
  | { readonly kind: 'missing' }

interface CreateOptions {
  readonly id?: string
  readonly createId?: string | null
  /** A record that comes with the plan, in its order. */
  readonly logbook?: readonly LogEntry[]
}

export type Created =
  | { readonly kind: 'created'; readonly summary: PlanSummary; /** Others on the shelf that are called alike. */ readonly namesakes: number }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Who edits that were made before authors were kept belong to: whoever asks, after his own. */
const NOBODY = ''
/** More are fetched from the history, piece by piece. */
const MOST_CHANGES = 200

const caches = new WeakMap<Database, StoredPlans>()

function cacheOf(db: Database): StoredPlans {
  const known = caches.get(db) ?? new StoredPlans()
  caches.set(db, known)
  return known
}

interface ShelfRow extends RowKey {
  readonly name: string
  readonly updatedAt: string
}

const HEADS = 'id, name, revision, lastEdit, updatedAt, octet_length(document) AS octets'

/** Plans and their history. Every write is one transaction; what is acknowledged is committed. */
export class PlanStore {
  private readonly cache: StoredPlans

  constructor(
    private readonly db: Database,
    private readonly now: () => Date = () => new Date(),
  ) {
    this.cache = cacheOf(db)
  }

  /** All that are not deleted, the newest first. One that cannot be read stands among them with what is wrong. */
  async list(): Promise<readonly PlanSummary[]> {
    return reading(this.db, async () => {
      const rows = await this.db.reader.query<ShelfRow>(`SELECT ${HEADS} FROM plans WHERE deletedAt IS NULL ORDER BY updatedAt DESC`, { type: QueryTypes.SELECT })
      return Promise.all(rows.map((row) => this.summary(row)))
    })
  }

  async load(id: string, author: string = NOBODY): Promise<Loaded | null> {
    return reading(this.db, async () => {
      const row = await this.head(this.db.reader, id)
      if (!row) return null
      const stored = await this.stored(this.db.reader, row)
      if (stored.kind === 'unreadable') return { kind: 'unreadable', id, name: row.name, why: troubleWords(stored.issues) }
      const labels = await this.labels(this.db.models, id, await this.tops(this.db.models, id, author))
      return { kind: 'plan', stored: { id, plan: stored.plan, revision: row.revision, lastEdit: row.lastEdit, ...labels } }
    })
  }

  /** The document as it is stored, readable or not. */
  async raw(id: string): Promise<{ readonly name: string; readonly text: string } | null> {
    return reading(this.db, async () => {
      const row = await this.db.models.Plan.findOne({ where: { id }, attributes: ['name', 'document'] })
      return row && { name: row.name, text: row.document }
    })
  }

  /** Takes a plan in after one look through it at the door; asked twice with one `createId`, it makes one. */
  async create(plan: Plan, { id = randomUUID(), createId = null, logbook = [] }: CreateOptions = {}): Promise<Created> {
    const parsed = parsePlan(plan)
    if (parsed.kind === 'refused') return parsed
    const text = JSON.stringify(parsed.plan)
    return this.db.write(async ({ Plan, Log }) => {
      const known = createId === null ? null : await Plan.findOne({ where: { createId }, attributes: ['id'] })
      const at = this.now()
      if (!known) {
        await Plan.create({ id, name: parsed.plan.name, document: text, revision: 1, createdAt: at, updatedAt: at, deletedAt: null, lastEdit: '', createId })
        const entries = logbook.map((entry) => ({ ...entry, planId: id, facts: JSON.stringify(entry.facts), at: new Date(entry.at) }))
        await Log.bulkCreate(entries, { ignoreDuplicates: true })
      }
      const row = (await this.head(Plan.sequelize!, known?.id ?? id, true))!
      const namesakes = await Plan.count({ where: { name: row.name, deletedAt: null, id: { [Op.ne]: row.id } } })
      return { kind: 'created', summary: await this.summary(row, Plan.sequelize), namesakes }
    })
  }

  /** Marks as deleted; {@link restore} brings it back with its history and logbook. */
  async remove(id: string): Promise<boolean> {
    return this.mark(id, this.now())
  }

  async restore(id: string): Promise<boolean> {
    return this.mark(id, null)
  }

  /** What changed after a revision, in order and piece by piece; null where there is no such plan. */
  async since(id: string, revision: number, most = 1000): Promise<readonly Change[] | null> {
    return reading(this.db, async () => ((await this.head(this.db.reader, id)) ? changesAfter(this.db.models, id, revision, most) : null))
  }

  /** Where a plan stands, without reading it. */
  async standing(id: string): Promise<{ readonly revision: number; readonly lastEdit: string } | null> {
    return reading(this.db, async () => {
      const row = await this.head(this.db.reader, id)
      return row && { revision: row.revision, lastEdit: row.lastEdit }
    })
  }

  /** Applies an edit in one transaction. The same `editId` twice is answered alike and done once. */
  async edit(id: string, edit: EditRequest, author: string = NOBODY): Promise<EditOutcome> {
    return this.db.write(async (models, writer): Promise<EditOutcome> => {
      const row = await this.head(writer, id)
      if (!row) return { kind: 'missing' }
      const known = await models.Edit.findOne({ where: { planId: id, editId: edit.editId } })
      if (known) return { kind: 'committed', revision: row.revision, change: changeOf(known), ...(await this.labels(models, id, await this.tops(models, id, author))) }
      const stale = await this.staleness(models, row, edit, author)
      if (stale) return stale
      const stored = await this.stored(writer, row)
      if (stored.kind === 'unreadable') return { kind: 'refused', message: 'This plan cannot be read', issues: stored.issues }
      const tops = await this.tops(models, id, author)
      const revision = row.revision + 1
      const step = edit.kind === 'edit'
        ? forward(stored.plan, edit.label, edit.commands, { planId: id, author, undoTop: revision, redoTop: null }, tops.own?.undoTop ?? null)
        : await backward({ models, plan: stored.plan, kind: edit.kind, tops, author, revision })
      if (step.kind !== 'step') return step
      const at = this.now()
      const entry = await models.Edit.create({
        planId: id, revision, editId: edit.editId, kind: edit.kind, label: step.label, commands: JSON.stringify(edit.kind === 'edit' ? edit.commands : []),
        patches: JSON.stringify(step.patches), inverse: JSON.stringify(step.inverse), target: step.target, at, author, under: step.under,
      })
      const text = JSON.stringify(step.plan)
      await models.Plan.update({ document: text, name: step.plan.name, revision, lastEdit: edit.editId, updatedAt: at }, { where: { id } })
      await models.Stack.upsert(step.stack)
      this.cache.put({ id, revision, lastEdit: edit.editId, octets: Buffer.byteLength(text) }, { kind: 'plan', plan: step.plan, text })
      const labels = edit.kind === 'edit' ? { undo: step.label, redo: null } : await this.labels(models, id, await this.tops(models, id, author))
      return { kind: 'committed', revision, change: changeOf(entry), ...labels }
    })
  }

  private async mark(id: string, deletedAt: Date | null): Promise<boolean> {
    return this.db.write(async ({ Plan }) => {
      const [count] = await Plan.update({ deletedAt }, { where: { id, deletedAt: deletedAt === null ? { [Op.not]: null } : null } })
      return count > 0
    })
  }

  private async head(on: Sequelize, id: string, withDeleted = false): Promise<ShelfRow | null> {
    const rows = await on.query<ShelfRow>(`SELECT ${HEADS} FROM plans WHERE id = ?${withDeleted ? '' : ' AND deletedAt IS NULL'}`, { type: QueryTypes.SELECT, replacements: [id] })
    return rows[0] ?? null
  }

  private async stored(on: Sequelize, row: RowKey): Promise<Stored> {
    const known = this.cache.get(row)
    if (known) return known
    const rows = await on.query<RowKey & { document: string }>(
      'SELECT revision, lastEdit, octet_length(document) AS octets, document FROM plans WHERE id = ?', { type: QueryTypes.SELECT, replacements: [row.id] },
    )
    const found = rows[0]
    if (!found) return { kind: 'unreadable', issues: [{ path: '', message: 'is gone' }] }
    const stored = readStored(String(found.document))
    // A newer one may have been committed since the row was looked at: then it is only for this answer.
    const isSame = found.revision === row.revision && found.lastEdit === row.lastEdit && found.octets === row.octets
    return isSame ? this.cache.put(row, stored) : stored
  }

  private async summary(row: ShelfRow, on: Sequelize = this.db.reader): Promise<PlanSummary> {
    const words = await this.cache.words(row, () => this.stored(on, row))
    return { id: row.id, name: row.name, revision: row.revision, updatedAt: new Date(row.updatedAt).toISOString(), ...words }
  }

  private async staleness(models: Models, row: ShelfRow, { baseRevision, baseEdit }: EditRequest, author: string): Promise<EditOutcome | null> {
    const isHere = async () => {
      if (baseEdit === undefined || baseRevision > row.revision) return baseRevision <= row.revision
      if (baseRevision === row.revision) return baseEdit === row.lastEdit
      const made = await models.Edit.findOne({ where: { planId: row.id, revision: baseRevision }, attributes: ['editId'] })
      return (made?.editId ?? '') === baseEdit
    }
    const wentBack = !(await isHere())
    if (!wentBack && baseRevision === row.revision) return null
    const since = wentBack ? [] : await changesAfter(models, row.id, baseRevision, MOST_CHANGES)
    return { kind: 'stale', revision: row.revision, since, wentBack, ...(await this.labels(models, row.id, await this.tops(models, row.id, author))) }
  }

  /** What an author's undo and redo would act on: his own, else what was made before authors were kept. */
  private async tops(models: Models, planId: string, author: string): Promise<Tops> {
    const rows = await models.Stack.findAll({ where: { planId, author: author === NOBODY ? NOBODY : [author, NOBODY] } })
    const own = rows.find((row) => row.author === author) ?? null
    const nobodys = rows.find((row) => row.author === NOBODY) ?? null
    const stackFor = (key: 'undoTop' | 'redoTop') => (own?.[key] != null ? own : nobodys?.[key] != null ? nobodys : null)
    return { own, undoStack: stackFor('undoTop'), redoStack: stackFor('redoTop') }
  }

  private async labels(models: Models, planId: string, { undoStack, redoStack }: Tops): Promise<{ readonly undo: string | null; readonly redo: string | null }> {
    const wanted = [undoStack?.undoTop, redoStack?.redoTop].filter((revision): revision is number => revision != null)
    const edits = wanted.length === 0 ? [] : await models.Edit.findAll({ where: { planId, revision: wanted }, attributes: ['revision', 'label'] })
    const labelOf = (revision: number | null | undefined) => edits.find((edit) => edit.revision === revision)?.label ?? null
    return { undo: labelOf(undoStack?.undoTop), redo: labelOf(redoStack?.redoTop) }
  }
}

interface Tops {
  readonly own: StackRow | null
  readonly undoStack: StackRow | null
  readonly redoStack: StackRow | null
}

type Stack = Pick<StackRow, 'planId' | 'author' | 'undoTop' | 'redoTop'>

interface Step {
  readonly kind: 'step'
  readonly label: string
  readonly plan: Plan
  readonly patches: readonly Patch[]
  readonly inverse: readonly Patch[]
  readonly target: number | null
  readonly under: number | null
  /** Where its author's undo and redo stand after it. */
  readonly stack: Stack
}

type Refused = Extract<EditOutcome, { kind: 'refused' | 'nothing' }>

function forward(plan: Plan, label: string, commands: readonly Command[], stack: Stack, under: number | null): Step | Refused {
  const applied = apply(plan, commands)
  if (applied.kind === 'refused') return { ...applied, message: 'This edit does not fit the plan' }
  const { plan: next, patches, inverse } = applied
  return { kind: 'step', label: cutLabel(label), plan: next, patches, inverse, target: null, under, stack }
}

interface Backward {
  readonly models: Models
  readonly plan: Plan
  readonly kind: 'undo' | 'redo'
  readonly tops: Tops
  readonly author: string
  readonly revision: number
}

/** Takes back one's own last edit, or does it again. What others changed since stays; where they changed the same thing, it is refused and says whose edit stands in the way. */
async function backward({ models, plan, kind, tops, author, revision }: Backward): Promise<Step | Refused> {
  const stack = kind === 'undo' ? tops.undoStack : tops.redoStack
  const at = kind === 'undo' ? stack?.undoTop : stack?.redoTop
  const top = stack && at != null ? await models.Edit.findOne({ where: { planId: stack.planId, revision: at } }) : null
  if (!stack || !top) return { kind: 'nothing', message: kind === 'undo' ? 'There is nothing of yours to undo' : 'There is nothing to redo' }
  // An undo's own inverse is what it took back.
  const [patches, inverse] = [top.inverse, top.patches].map((text) => JSON.parse(text) as Patch[]) as [Patch[], Patch[]]
  const since = await netChanges(models, stack.planId, top.revision, [author, stack.author])
  const inTheWay = since.find((change) => doClash(patches, change.patches))
  const blocked = (why: string): Refused => ({ kind: 'nothing', message: `“${top.label}” cannot be ${kind === 'undo' ? 'taken back' : 'done again'}: ${why}` })
  if (inTheWay) return blocked(`“${inTheWay.label}”, which somebody else did since, changed the same thing`)
  let next: Plan
  try {
    next = replay(plan, patches)
  } catch {
    return blocked('what it changed is no longer there')
  }
  const parsed = parsePlan(next)
  if (parsed.kind === 'refused') {
    const [fault] = parsed.issues
    return blocked(`what somebody else did since needs it (${fault!.path}: ${fault!.message})`)
  }
  const { planId, author: owner } = stack
  const [target, under, moved] = kind === 'undo'
    ? [top.revision, stack.redoTop, { undoTop: top.under, redoTop: revision }]
    : [top.target!, null, { undoTop: top.target, redoTop: top.under }]
  return { kind: 'step', label: top.label, plan: next, patches, inverse, target, under, stack: { planId, author: owner, ...moved } }
}

/** What others changed after a revision, without what they took back themselves. */
async function netChanges(models: Models, planId: string, after: number, but: readonly string[]): Promise<readonly Change[]> {
  const rows = await models.Edit.findAll({ where: { planId, revision: { [Op.gt]: after }, author: { [Op.notIn]: [...but] } }, order: [['revision', 'ASC']] })
  const standing = new Map<number, EditRow>()
  for (const row of rows) {
    if (row.kind === 'undo' && standing.delete(row.target!)) continue
    if (row.kind === 'redo') {
      const undone = [...standing.values()].find((other) => other.kind === 'undo' && other.target === row.target)
      if (undone) standing.delete(undone.revision)
      else standing.set(row.target!, row)
      continue
    }
    standing.set(row.revision, row)
  }
  return [...standing.values()].map(changeOf)
}

async function changesAfter(models: Models, planId: string, revision: number, limit: number): Promise<readonly Change[]> {
  const rows = await models.Edit.findAll({ where: { planId, revision: { [Op.gt]: revision } }, order: [['revision', 'ASC']], limit, attributes: { exclude: ['commands', 'inverse'] } })
  return rows.map(changeOf)
}

function changeOf({ revision, editId, kind, label, author, patches }: EditRow): Change {
  return { revision, editId, kind, label, author, patches: JSON.parse(patches) as Patch[] }
}
