import {
  DataTypes,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelStatic,
  type Sequelize,
} from 'sequelize'
import type { LogEntry } from '@/core/procedure'

export interface PlanRow extends Model<InferAttributes<PlanRow>, InferCreationAttributes<PlanRow>> {
  id: string
  name: string
  document: string
  revision: number
  createdAt: Date
  updatedAt: Date
  deletedAt: Date | null
  /** The edit that made this revision; empty for the first. */
  lastEdit: string
  createId: string | null
}

export interface EditRow extends Model<InferAttributes<EditRow>, InferCreationAttributes<EditRow>> {
  id: CreationOptional<number>
  planId: string
  revision: number
  editId: string
  kind: 'edit' | 'undo' | 'redo'
  label: string
  commands: string
  patches: string
  inverse: string
  target: number | null
  at: Date
  author: string
  under: number | null
  /** The plan format that its patches were made on. */
  format: number
}

/** Where an author's undo and redo stand in one plan: revisions of edits. */
export interface StackRow extends Model<InferAttributes<StackRow>, InferCreationAttributes<StackRow>> {
  planId: string
  author: string
  undoTop: number | null
  redoTop: number | null
}

export interface LogRow extends Model<InferAttributes<LogRow>, InferCreationAttributes<LogRow>> {
  id: CreationOptional<number>
  planId: string
  entryId: string
  step: string
  kind: LogEntry['kind']
  facts: string
  reading: number | null
  unit: string | null
  note: string
  at: Date
  took_min: number | null
  meter: string | null
  doneBy: string | null
  verdict: number | null
  /** Names of pictures, as JSON; so is the deviation. */
  photos: string
  deviation: string | null
}

/** A part that a person made, on a shelf across plans. */
export interface OwnPartRow extends Model<InferAttributes<OwnPartRow>, InferCreationAttributes<OwnPartRow>> {
  id: string
  name: string
  version: number
  document: string
  updatedAt: Date
  deletedAt: Date | null
}

export interface Models {
  readonly Plan: ModelStatic<PlanRow>
  readonly Edit: ModelStatic<EditRow>
  readonly Log: ModelStatic<LogRow>
  readonly Stack: ModelStatic<StackRow>
  readonly OwnPart: ModelStatic<OwnPartRow>
}

const { STRING, TEXT, INTEGER, DOUBLE, DATE } = DataTypes
const serial = { type: INTEGER, primaryKey: true, autoIncrement: true }

export function defineModels(sequelize: Sequelize): Models {
  const options = (tableName: string) => ({ tableName, timestamps: false })
  return {
    Plan: sequelize.define<PlanRow>(
      'Plan',
      {
        id: { type: STRING, primaryKey: true },
        name: TEXT,
        document: TEXT,
        revision: INTEGER,
        createdAt: DATE,
        updatedAt: DATE,
        deletedAt: DATE,
        lastEdit: TEXT,
        createId: TEXT,
      },
      options('plans'),
    ),
    Edit: sequelize.define<EditRow>(
      'Edit',
      {
        id: serial,
        planId: STRING,
        revision: INTEGER,
        editId: TEXT,
        kind: TEXT,
        label: TEXT,
        commands: TEXT,
        patches: TEXT,
        inverse: TEXT,
        target: INTEGER,
        at: DATE,
        author: TEXT,
        under: INTEGER,
        format: INTEGER,
      },
      options('edits'),
    ),
    Log: sequelize.define<LogRow>(
      'Log',
      {
        id: serial,
        planId: STRING,
        entryId: TEXT,
        step: TEXT,
        kind: TEXT,
        facts: TEXT,
        reading: DOUBLE,
        unit: STRING,
        note: TEXT,
        at: DATE,
        took_min: DOUBLE,
        meter: TEXT,
        doneBy: TEXT,
        verdict: INTEGER,
        photos: TEXT,
        deviation: TEXT,
      },
      options('logbook'),
    ),
    Stack: sequelize.define<StackRow>(
      'Stack',
      {
        planId: { type: STRING, primaryKey: true },
        author: { type: TEXT, primaryKey: true },
        undoTop: INTEGER,
        redoTop: INTEGER,
      },
      options('stacks'),
    ),
    OwnPart: sequelize.define<OwnPartRow>(
      'OwnPart',
      {
        id: { type: STRING, primaryKey: true },
        name: TEXT,
        version: INTEGER,
        document: TEXT,
        updatedAt: DATE,
        deletedAt: DATE,
      },
      options('parts'),
    ),
  }
}
