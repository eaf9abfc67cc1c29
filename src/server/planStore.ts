import { rowOf } from './logbook'
import { randomUUID } from 'node:crypto'
import { Op, type Sequelize } from 'sequelize'
import type { Issue } from '@/core/calculator'
import {
  apply,
  cutLabel,
  doClash,
  isVisible,
  PLAN_VERSION,
  replay,
  UNSEEN_NAME,
  type Change,
  type Command,
  type Committed,
  type EditRequest,
  type Patch,
  type Plan,
  type PlanSummary,
} from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'
import type { LogEntry } from '@/core/procedure'
import { NOBODY } from './author'
import { reading, type Database } from './database'
import type { EditRow, Models, StackRow } from './models'
import { COMING } from './archive/incoming'
import { insertRows, run, select, sqlMoment } from './sql'
import { planText, readStored, StoredPlans, troubleWords, type RowKey, type Stored } from './storedPlans'

export interface StoredPlan {
  readonly id: string
  readonly plan: Plan
  /** The plan as it is stored, to the byte. */
  readonly text: string
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
  | {
      readonly kind: 'created'
      readonly summary: PlanSummary
      /** Others on the shelf that are called alike. */ readonly namesakes: number
    }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

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

/** A plan without its document, with where one author's undo and redo stand. */
interface Head extends ShelfRow {
  readonly ownUndo: number | null
  readonly ownRedo: number | null
  readonly nobodysUndo: number | null
  readonly nobodysRedo: number | null
  readonly undo: string | null
  readonly redo: string | null
  /** The revision of an edit that was done before. */
  readonly known: number | null
}

const SHELF = 'p.id, p.name, p.revision, p.lastEdit, p.updatedAt, octet_length(p.document) AS octets'
const label = (top: string) =>
  `(SELECT label FROM edits WHERE planId = p.id AND revision = COALESCE(own.${top}, nobody.${top}))`
const HEAD = `SELECT ${SHELF}, own.undoTop AS ownUndo, own.redoTop AS ownRedo, nobody.undoTop AS nobodysUndo, nobody.redoTop AS nobodysRedo,
  ${label('undoTop')} AS undo, ${label('redoTop')} AS redo,
  (SELECT revision FROM edits WHERE planId = p.id AND editId = ?3) AS known
  FROM plans p LEFT JOIN stacks own ON own.planId = p.id AND own.author = ?2 LEFT JOIN stacks nobody ON nobody.planId = p.id AND nobody.author = ''
  WHERE p.id = ?1 AND p.deletedAt IS NULL`
const INSERT_EDIT = `INSERT INTO edits (planId, revision, editId, kind, label, commands, patches, inverse, target, at, author, under, format)
  VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?9, ?10, ?11, ?12, ?13)`
const UPDATE_PLAN =
  'UPDATE plans SET document = ?2, name = ?3, revision = ?4, lastEdit = ?5, updatedAt = ?6 WHERE id = ?1'
const PUT_STACK = `INSERT INTO stacks (planId, author, undoTop, redoTop) VALUES (?1, ?2, ?3, ?4)
  ON CONFLICT (planId, author) DO UPDATE SET undoTop = excluded.undoTop, redoTop = excluded.redoTop`

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
      const rows = await select<ShelfRow>(
        this.db.reader,
        `SELECT ${SHELF} FROM plans p WHERE p.deletedAt IS NULL ORDER BY p.updatedAt DESC`,
      )
      return Promise.all(rows.map((row) => this.summary(row)))
    })
  }

  async load(id: string, author: string = NOBODY): Promise<Loaded | null> {
    return reading(this.db, async () => {
      const row = await this.head(this.db.reader, id, author)
      if (!row) return null
      const stored = await this.stored(this.db.reader, row)
      if (stored.kind === 'unreadable')
        return { kind: 'unreadable', id, name: row.name, why: troubleWords(stored.issues) }
      const { revision, lastEdit, undo, redo } = row
      return { kind: 'plan', stored: { id, plan: stored.plan, text: stored.text, revision, lastEdit, undo, redo } }
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
  async create(plan: Plan, options: CreateOptions = {}): Promise<Created> {
    const parsed = parsePlan(plan)
    if (parsed.kind === 'refused') return parsed
    if (!isVisible(parsed.plan.name)) return { kind: 'refused', issues: [{ path: 'name', message: UNSEEN_NAME }] }
    return this.db.write((_, writer) => this.createWithin(writer, parsed.plan, options))
  }

  /** The same inside a transaction that writes more; the plan was looked through. */
  async createWithin(
    writer: Sequelize,
    plan: Plan,
    { id = randomUUID(), createId = null, logbook = [] }: CreateOptions = {},
  ): Promise<Extract<Created, { kind: 'created' }>> {
    const [known] =
      createId === null
        ? []
        : await select<{ id: string }>(writer, 'SELECT id FROM plans WHERE createId = ?1', [createId])
    if (!known) {
      const at = sqlMoment(this.now())
      await insertRows(writer, 'plans', [
        {
          id,
          name: plan.name,
          document: JSON.stringify(plan),
          revision: 1,
          createdAt: at,
          updatedAt: at,
          deletedAt: null,
          lastEdit: '',
          createId,
        },
      ])
      const entries = logbook.map(({ at: moment, ...entry }) => ({
        ...rowOf(id, entry),
        at: sqlMoment(new Date(moment)),
      }))
      await insertRows(writer, 'logbook', entries, 'IGNORE')
    }
    const [row] = await select<ShelfRow>(writer, `SELECT ${SHELF} FROM plans p WHERE p.id = ?1`, [known?.id ?? id])
    const [namesakes] = await select<{ n: number }>(
      writer,
      'SELECT COUNT(*) AS n FROM plans WHERE name = ?1 AND deletedAt IS NULL AND id <> ?2',
      [row!.name, row!.id],
    )
    return { kind: 'created', summary: await this.summary(row!, writer), namesakes: namesakes!.n }
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
    return reading(this.db, async () =>
      (await this.head(this.db.reader, id)) ? changesAfter(this.db.reader, id, revision, most) : null,
    )
  }

  /** Where a plan stands, and what its author could take back, without reading it. */
  async standing(
    id: string,
    author: string = NOBODY,
  ): Promise<Pick<StoredPlan, 'revision' | 'lastEdit' | 'undo' | 'redo'> | null> {
    return reading(this.db, async () => {
      const row = await this.head(this.db.reader, id, author)
      return row && { revision: row.revision, lastEdit: row.lastEdit, undo: row.undo, redo: row.redo }
    })
  }

  /** Applies an edit in one transaction. The same `editId` twice is answered alike and done once. */
  async edit(id: string, edit: EditRequest, author: string = NOBODY): Promise<EditOutcome> {
    return this.db.write(async (models, writer): Promise<EditOutcome> => {
      const row = await this.head(writer, id, author, edit.editId)
      if (!row) return { kind: 'missing' }
      const { undo, redo } = row
      if (row.known !== null) {
        const [change] = await changesAfter(writer, id, row.known - 1, 1)
        return { kind: 'committed', revision: row.revision, change: change!, undo, redo }
      }
      const stale = await staleness(writer, row, edit)
      if (stale) return stale
      const stored = await this.stored(writer, row)
      if (stored.kind === 'unreadable')
        return { kind: 'refused', message: 'This plan cannot be read', issues: stored.issues }
      const revision = row.revision + 1
      const step =
        edit.kind === 'edit'
          ? forward(
              stored.plan,
              edit.label,
              edit.commands,
              { planId: id, author, undoTop: revision, redoTop: null },
              row.ownUndo,
            )
          : await backward({ models, plan: stored.plan, kind: edit.kind, row, author, revision })
      if (step.kind !== 'step') return step
      const { editId, kind } = edit
      const { plan, patches, inverse, target, under, stack } = step
      const at = sqlMoment(this.now())
      const text = planText(plan)
      const commands = JSON.stringify(edit.kind === 'edit' ? edit.commands : [])
      await run(writer, INSERT_EDIT, [
        id,
        revision,
        editId,
        kind,
        step.label,
        commands,
        JSON.stringify(patches),
        JSON.stringify(inverse),
        target,
        at,
        author,
        under,
        PLAN_VERSION,
      ])
      await run(writer, UPDATE_PLAN, [id, text, plan.name, revision, editId, at])
      await run(writer, PUT_STACK, [stack.planId, stack.author, stack.undoTop, stack.redoTop])
      this.cache.replace(
        row,
        { id, revision, lastEdit: editId, octets: Buffer.byteLength(text) },
        { kind: 'plan', plan, text },
      )
      const change: Change = { revision, editId, kind, label: step.label, author, patches }
      if (edit.kind === 'edit') return { kind: 'committed', revision, change, undo: step.label, redo: null }
      const after = (await this.head(writer, id, author))!
      return { kind: 'committed', revision, change, undo: after.undo, redo: after.redo }
    })
  }

  private async mark(id: string, deletedAt: Date | null): Promise<boolean> {
    return this.db.write(async (_, writer) => {
      // A plan that is still coming in is hidden like a deleted one, and is not there yet.
      const [found] = await select(
        writer,
        `SELECT id FROM plans WHERE id = ?1 AND id NOT IN (${COMING}) AND deletedAt IS ${deletedAt === null ? 'NOT NULL' : 'NULL'}`,
        [id],
      )
      if (found)
        await run(writer, 'UPDATE plans SET deletedAt = ?2 WHERE id = ?1', [id, deletedAt && sqlMoment(deletedAt)])
      return found !== undefined
    })
  }

  private async head(on: Sequelize, id: string, author: string = NOBODY, editId = ''): Promise<Head | null> {
    const [row] = await select<Head>(on, HEAD, [id, author, editId])
    return row ?? null
  }

  private async stored(on: Sequelize, row: RowKey): Promise<Stored> {
    const known = this.cache.get(row)
    if (known) return known
    const [found] = await select<RowKey & { document: string }>(
      on,
      'SELECT revision, lastEdit, octet_length(document) AS octets, document FROM plans WHERE id = ?1',
      [row.id],
    )
    if (!found) return { kind: 'unreadable', issues: [{ path: '', message: 'is gone' }] }
    const stored = readStored(String(found.document))
    // A newer one may have been committed since the row was looked at: then it is only for this answer.
    const isSame = found.revision === row.revision && found.lastEdit === row.lastEdit && found.octets === row.octets
    return isSame ? this.cache.put(row, stored) : stored
  }

  private async summary(row: ShelfRow, on: Sequelize = this.db.reader): Promise<PlanSummary> {
    const words = await this.cache.words(row, () => this.stored(on, row))
    return {
      id: row.id,
      name: row.name,
      revision: row.revision,
      updatedAt: new Date(row.updatedAt).toISOString(),
      ...words,
    }
  }
}

async function staleness(
  writer: Sequelize,
  row: Head,
  { baseRevision, baseEdit }: EditRequest,
): Promise<EditOutcome | null> {
  const wentBack = !(await isOnTheWay(writer, row, baseRevision, baseEdit))
  if (!wentBack && baseRevision === row.revision) return null
  const since = wentBack ? [] : await changesAfter(writer, row.id, baseRevision, MOST_CHANGES)
  return { kind: 'stale', revision: row.revision, since, wentBack, undo: row.undo, redo: row.redo }
}

/** Whether what a window builds on is part of this plan's own past. */
async function isOnTheWay(
  writer: Sequelize,
  row: Head,
  baseRevision: number,
  baseEdit: string | undefined,
): Promise<boolean> {
  if (baseEdit === undefined || baseRevision > row.revision) return baseRevision <= row.revision
  if (baseRevision === row.revision) return baseEdit === row.lastEdit
  const [made] = await select<{ editId: string }>(
    writer,
    'SELECT editId FROM edits WHERE planId = ?1 AND revision = ?2',
    [row.id, baseRevision],
  )
  return (made?.editId ?? '') === baseEdit
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

function forward(
  plan: Plan,
  label: string,
  commands: readonly Command[],
  stack: Stack,
  under: number | null,
): Step | Refused {
  const applied = apply(plan, commands)
  if (applied.kind === 'refused') return { ...applied, message: 'This edit does not fit the plan' }
  const { plan: next, patches, inverse } = applied
  return { kind: 'step', label: cutLabel(label), plan: next, patches, inverse, target: null, under, stack }
}

interface Backward {
  readonly models: Models
  readonly plan: Plan
  readonly kind: 'undo' | 'redo'
  readonly row: Head
  readonly author: string
  readonly revision: number
}

/** Takes back one's own last edit, or does it again. What others changed since stays; where they changed the same thing, it is refused and says whose edit stands in the way. */
async function backward({ models, plan, kind, row, author, revision }: Backward): Promise<Step | Refused> {
  // One's own first, else what was made before authors were kept, or by a program.
  const isOwn = (kind === 'undo' ? row.ownUndo : row.ownRedo) !== null
  const stack: Stack = {
    planId: row.id,
    author: isOwn ? author : NOBODY,
    undoTop: isOwn ? row.ownUndo : row.nobodysUndo,
    redoTop: isOwn ? row.ownRedo : row.nobodysRedo,
  }
  const at = kind === 'undo' ? stack.undoTop : stack.redoTop
  const top = at === null ? null : await models.Edit.findOne({ where: { planId: stack.planId, revision: at } })
  if (!top || top.format !== PLAN_VERSION)
    return {
      kind: 'nothing',
      message: kind === 'undo' ? 'There is nothing of yours to undo' : 'There is nothing to redo',
    }
  // An undo's own inverse is what it took back.
  const [patches, inverse] = [top.inverse, top.patches].map((text) => JSON.parse(text) as Patch[]) as [Patch[], Patch[]]
  const since = await netChanges(models, stack.planId, top.revision, [author, stack.author])
  const inTheWay = since.find((change) => doClash(patches, change.patches))
  const blocked = (why: string): Refused => ({
    kind: 'nothing',
    message: `“${top.label}” cannot be ${kind === 'undo' ? 'taken back' : 'done again'}: ${why}`,
  })
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
  const [target, under, moved] =
    kind === 'undo'
      ? [top.revision, stack.redoTop, { undoTop: top.under, redoTop: revision }]
      : [top.target!, null, { undoTop: top.target, redoTop: top.under }]
  return {
    kind: 'step',
    label: top.label,
    plan: next,
    patches,
    inverse,
    target,
    under,
    stack: { planId, author: owner, ...moved },
  }
}

/** What others changed after a revision, without what they took back themselves. */
async function netChanges(
  models: Models,
  planId: string,
  after: number,
  but: readonly string[],
): Promise<readonly Change[]> {
  const rows = await models.Edit.findAll({
    where: { planId, revision: { [Op.gt]: after }, author: { [Op.notIn]: [...but] } },
    order: [['revision', 'ASC']],
  })
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

type ChangeRow = Omit<Change, 'patches'> & { readonly patches: string }

const CHANGE = 'revision, editId, kind, label, author, patches'

async function changesAfter(
  on: Sequelize,
  planId: string,
  revision: number,
  limit: number,
): Promise<readonly Change[]> {
  const rows = await select<ChangeRow>(
    on,
    `SELECT ${CHANGE} FROM edits WHERE planId = ?1 AND revision > ?2 ORDER BY revision LIMIT ?3`,
    [planId, revision, limit],
  )
  return rows.map(changeOf)
}

function changeOf({ revision, editId, kind, label: name, author, patches }: ChangeRow): Change {
  return { revision, editId, kind, label: name, author, patches: JSON.parse(patches) as Patch[] }
}
