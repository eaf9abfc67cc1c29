import { settle, type Conditions, type Model, type Solution } from '@/core/model'
import type { Plan } from '@/core/plan'
import type { Trace } from '@/core/trace'
import { explainCell } from './explainCell'
import { cellIn, measuredRows, readsAlike, type BehaviourCell, type BehaviourRow, type Measured } from './rows'
import { IDLE, EVERYTHING, situationsOf, type BehaviourSituation } from './situations'
import { settled } from './solved'

/** The column of a situation. */
export interface BehaviourColumn extends Omit<BehaviourSituation, 'make' | 'state'> {
  /** By row. */
  readonly cells: readonly BehaviourCell[]
  /** By row: whether it is otherwise than in the situation that this one is looked at beside. */
  readonly isOther: readonly boolean[]
}

/** What happens when: what moves, heats, lights and reads, by what is done. */
export interface BehaviourTable {
  readonly rows: readonly BehaviourRow[]
  readonly columns: readonly BehaviourColumn[]
}

/** A plan in all its situations, each solved when it is asked for. */
export class Behaviour {
  readonly situations: readonly BehaviourSituation[]
  private readonly rows: readonly Measured[]
  private readonly byId: ReadonlyMap<string, BehaviourSituation>
  private readonly solutions = new Map<string, readonly Solution[]>()

  constructor(
    private readonly plan: Plan,
    private readonly model: Model,
    private readonly conditions: Conditions,
  ) {
    this.situations = situationsOf(plan, model)
    this.rows = measuredRows(model)
    this.byId = new Map(this.situations.map((situation) => [situation.id, situation]))
  }

  /** The whole table; yields the share that is done. Inputs that read the same whatever happens have no row. */
  *steps(): Generator<number, BehaviourTable> {
    const cells = new Map<string, readonly BehaviourCell[]>()
    for (const [i, { id }] of this.situations.entries()) {
      cells.set(id, this.cellsOf(id))
      yield (i + 1) / this.situations.length
    }
    const kept = this.rows.flatMap((row, i) => {
      const own = this.situations.map(({ id }) => cells.get(id)![i]!)
      return row.terminal === null || own.some((cell) => !readsAlike(cell, own[0]!)) ? [i] : []
    })
    const columns = this.situations.map(({ id, group, title, words, against, device, isStandIn }): BehaviourColumn => {
      const own = cells.get(id)!
      const beside = against === null ? null : cells.get(against)!
      return {
        id,
        group,
        title,
        words,
        against,
        device,
        isStandIn,
        cells: kept.map((i) => own[i]!),
        isOther: kept.map((i) => beside !== null && !isAlike(this.rows[i]!, own[i]!, beside[i]!)),
      }
    })
    const rows = kept.map((i): BehaviourRow => {
      const { id, device, terminal, group, isHazard, drives } = this.rows[i]!
      return { id, device, terminal, group, isHazard, drives }
    })
    return { rows, columns }
  }

  /** How a cell comes about: what is worked, what it gets, and where each way to it stands open. */
  explain(situation: string, row: string): Trace {
    const own = this.byId.get(situation)
    const measured = this.rows.find(({ id }) => id === row)
    if (!own || !measured) throw new Error(`no cell "${situation}", "${row}"`)
    const at = this.rows.indexOf(measured)
    return explainCell(this.plan, this.model, own, measured, this.cellsOf(situation)[at]!, this.solve(situation))
  }

  private cellsOf(id: string): readonly BehaviourCell[] {
    const { state } = this.byId.get(id)!
    const solutions = this.solve(id)
    return this.rows.map((row) => {
      const own = solutions.map((solution) => cellIn(this.plan, row, solution, state))
      const [first] = own
      return own.every((cell) => isAlike(row, cell, first!))
        ? first!
        : { ...first!, is: 'unknown', volt: null, current_A: null }
    })
  }

  private solve(id: string): readonly Solution[] {
    let found = this.solutions.get(id)
    if (!found) {
      const usual = id === EVERYTHING ? 'hands off' : id === IDLE ? 'idle' : null
      found = usual
        ? [settled(this.model, this.conditions, usual)]
        : this.byId
            .get(id)!
            .make((other) => this.solve(other)[0]!)
            .map((situation) => settle(this.model, situation, this.conditions))
      this.solutions.set(id, found)
    }
    return found
  }
}

const isAlike = (row: Measured, one: BehaviourCell, other: BehaviourCell): boolean =>
  row.terminal === null ? one.is === other.is : readsAlike(one, other)
