import { randomUUID } from 'node:crypto'
import { Op, type Transaction } from 'sequelize'
import type { Issue } from '@/core/calculator'
import { apply, parsePlan, replay, type Change, type Command, type Patch, type Plan, type PlanSummary } from '@/core/plan'
import type { Database } from './database'
import type { EditRow, PlanRow } from './models'

export interface StoredPlan {
  readonly id: string
  readonly plan: Plan
  readonly revision: number
  readonly undo: string | null
  readonly redo: string | null
}

export type Edit =
  | { readonly kind: 'edit'; readonly editId: string; readonly baseRevision: number; readonly label: string; readonly commands: readonly Command[] }
  | { readonly kind: 'undo' | 'redo'; readonly editId: string; readonly baseRevision: number }

export type EditOutcome =
  | { readonly kind: 'committed'; readonly change: Change; readonly undo: string | null; readonly redo: string | null }
  | { readonly kind: 'stale'; readonly revision: number; readonly since: readonly Change[]; readonly undo: string | null; readonly redo: string | null }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }
  | { readonly kind: 'nothing'; readonly message: string }
  | { readonly kind: 'missing' }

/** Plans and their history. Every write is one transaction; what is acknowledged is committed. */
export class PlanStore {
  constructor(
    private readonly db: Database,
    private readonly now: () => Date = () => new Date(),
  ) {}

  async list(): Promise<readonly PlanSummary[]> {
    const rows = await this.db.models.Plan.findAll({ where: { deletedAt: null }, order: [['updatedAt', 'DESC']] })
    return rows.map((row) => summarise(row))
  }

  async count(): Promise<number> {
    return this.db.models.Plan.count()
  }

  async create(plan: Plan, id: string = randomUUID()): Promise<PlanSummary> {
    const at = this.now()
    const row = await this.db.models.Plan.create({ id, name: plan.name, document: JSON.stringify(plan), revision: 1, createdAt: at, updatedAt: at, deletedAt: null })
    return summarise(row)
  }

  async load(id: string): Promise<StoredPlan | null> {
    return this.db.transaction(async (transaction) => {
      const row = await this.db.models.Plan.findOne({ where: { id, deletedAt: null }, transaction })
      if (!row) return null
      const { undo, redo } = await this.stacks(id, transaction)
      return { id, plan: documentOf(row), revision: row.revision, undo: undo[undo.length - 1]?.label ?? null, redo: redo[redo.length - 1]?.label ?? null }
    })
  }

  /** Marks as deleted; {@link restore} brings it back with its history and logbook. */
  async remove(id: string): Promise<boolean> {
    const [count] = await this.db.models.Plan.update({ deletedAt: this.now() }, { where: { id, deletedAt: null } })
    return count > 0
  }

  async restore(id: string): Promise<boolean> {
    const [count] = await this.db.models.Plan.update({ deletedAt: null }, { where: { id, deletedAt: { [Op.not]: null } } })
    return count > 0
  }

  async since(id: string, revision: number, transaction?: Transaction): Promise<readonly Change[]> {
    const rows = await this.db.models.Edit.findAll({ where: { planId: id, revision: { [Op.gt]: revision } }, order: [['revision', 'ASC']], transaction })
    return rows.map(changeOf)
  }

  /** Applies an edit in one transaction. The same `editId` twice is answered alike and done once. */
  async edit(id: string, edit: Edit): Promise<EditOutcome> {
    return this.db.transaction(async (transaction): Promise<EditOutcome> => {
      const row = await this.db.models.Plan.findOne({ where: { id, deletedAt: null }, transaction })
      if (!row) return { kind: 'missing' }
      const known = await this.db.models.Edit.findOne({ where: { planId: id, editId: edit.editId }, transaction })
      if (known) return { kind: 'committed', change: changeOf(known), ...(await this.labels(id, transaction)) }
      if (edit.baseRevision !== row.revision) {
        return { kind: 'stale', revision: row.revision, since: await this.since(id, edit.baseRevision, transaction), ...(await this.labels(id, transaction)) }
      }
      const plan = documentOf(row)
      const step = edit.kind === 'edit' ? forward(plan, edit) : await this.backward(id, plan, edit.kind, transaction)
      if (step.kind !== 'step') return step
      const revision = row.revision + 1
      const at = this.now()
      const entry = await this.db.models.Edit.create(
        {
          planId: id, revision, editId: edit.editId, kind: edit.kind, label: step.label, commands: JSON.stringify(edit.kind === 'edit' ? edit.commands : []), patches: JSON.stringify(step.patches), inverse: JSON.stringify(step.inverse),
          target: step.target, at,
        },
        { transaction },
      )
      await row.update({ document: JSON.stringify(step.plan), name: step.plan.name, revision, updatedAt: at }, { transaction })
      return { kind: 'committed', change: changeOf(entry), ...(await this.labels(id, transaction)) }
    })
  }

  private async backward(id: string, plan: Plan, kind: 'undo' | 'redo', transaction: Transaction): Promise<Step | Extract<EditOutcome, { kind: 'nothing' }>> {
    const stacks = await this.stacks(id, transaction)
    const stack = kind === 'undo' ? stacks.undo : stacks.redo
    const top = stack[stack.length - 1]
    if (!top) return { kind: 'nothing', message: kind === 'undo' ? 'There is nothing to undo' : 'There is nothing to redo' }
    const forwards = JSON.parse(top.patches) as Patch[]
    const backwards = JSON.parse(top.inverse) as Patch[]
    const [patches, inverse] = kind === 'undo' ? [backwards, forwards] : [forwards, backwards]
    return { kind: 'step', label: top.label, plan: replay(plan, patches), patches, inverse, target: top.revision }
  }

  /** What undo and redo would act on, the next one last: the history replayed as two stacks. */
  private async stacks(id: string, transaction: Transaction): Promise<{ readonly undo: readonly EditRow[]; readonly redo: readonly EditRow[] }> {
    const rows = await this.db.models.Edit.findAll({ where: { planId: id }, order: [['revision', 'ASC']], transaction })
    const byRevision = new Map(rows.map((row) => [row.revision, row]))
    const undo: EditRow[] = []
    let redo: EditRow[] = []
    for (const row of rows) {
      if (row.kind === 'edit') {
        undo.push(row)
        redo = []
        continue
      }
      const target = byRevision.get(row.target!)!
      const [from, to] = row.kind === 'undo' ? [undo, redo] : [redo, undo]
      from.pop()
      to.push(target)
    }
    return { undo, redo }
  }

  private async labels(id: string, transaction: Transaction): Promise<{ readonly undo: string | null; readonly redo: string | null }> {
    const { undo, redo } = await this.stacks(id, transaction)
    return { undo: undo[undo.length - 1]?.label ?? null, redo: redo[redo.length - 1]?.label ?? null }
  }
}

interface Step {
  readonly kind: 'step'
  readonly label: string
  readonly plan: Plan
  readonly patches: readonly Patch[]
  readonly inverse: readonly Patch[]
  readonly target: number | null
}

function forward(plan: Plan, edit: Extract<Edit, { kind: 'edit' }>): Step | Extract<EditOutcome, { kind: 'refused' }> {
  const applied = apply(plan, edit.commands)
  return applied.kind === 'refused' ? applied : { kind: 'step', label: edit.label, plan: applied.plan, patches: applied.patches, inverse: applied.inverse, target: null }
}

function changeOf(row: EditRow): Change {
  return { revision: row.revision, editId: row.editId, kind: row.kind, label: row.label, patches: JSON.parse(row.patches) as Patch[] }
}

/** A stored document is of some earlier version perhaps, never of another format. */
function documentOf(row: PlanRow): Plan {
  const parsed = parsePlan(JSON.parse(row.document))
  if (parsed.kind === 'refused') throw new Error(`The stored plan ${row.id} does not parse: ${parsed.issues.map(({ path, message }) => `${path} ${message}`).join('; ')}`)
  return parsed.plan
}

function summarise(row: PlanRow): PlanSummary {
  const plan = documentOf(row)
  return {
    id: row.id, name: row.name, description: plan.description, revision: row.revision, devices: Object.keys(plan.devices).length, wires: Object.keys(plan.wires).length,
    site: `${plan.site.mains_V} V · ${plan.site.region} · ${plan.site.place} ${plan.site.ambient_C} °C`, updatedAt: row.updatedAt.toISOString(),
  }
}
