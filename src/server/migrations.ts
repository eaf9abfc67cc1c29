import { DataTypes, QueryTypes, type QueryInterface, type Sequelize, type Transaction } from 'sequelize'

const text = { type: DataTypes.TEXT, allowNull: false }
const moment = { type: DataTypes.DATE, allowNull: false }
const optionalNumber = { type: DataTypes.INTEGER, allowNull: true }

interface Migration {
  readonly name: string
  readonly up: (query: QueryInterface, transaction: Transaction) => Promise<void>
}

/** Numbered, named, small. A data file remembers which have run. */
const MIGRATIONS: readonly Migration[] = [
  {
    name: '001-plans-history-logbook',
    async up(query, transaction) {
      await dropHalfMade(query, transaction)
      await query.createTable(
        'plans',
        {
          id: { type: DataTypes.STRING, primaryKey: true },
          name: text,
          document: text,
          revision: { type: DataTypes.INTEGER, allowNull: false },
          createdAt: moment,
          updatedAt: moment,
          deletedAt: { type: DataTypes.DATE, allowNull: true },
        },
        { transaction },
      )
      const planId = { type: DataTypes.STRING, allowNull: false, references: { model: 'plans', key: 'id' } }
      const id = { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true }
      await query.createTable(
        'edits',
        {
          id,
          planId,
          revision: { type: DataTypes.INTEGER, allowNull: false },
          editId: text,
          kind: text,
          label: text,
          commands: text,
          patches: text,
          inverse: text,
          /** For undo and redo: the revision of the edit they act on. */
          target: optionalNumber,
          at: moment,
        },
        { transaction },
      )
      await query.addIndex('edits', ['planId', 'revision'], { unique: true, name: 'edits_plan_revision', transaction })
      await query.addIndex('edits', ['planId', 'editId'], { unique: true, name: 'edits_plan_edit', transaction })
      await query.createTable(
        'logbook',
        {
          id,
          planId,
          entryId: text,
          step: text,
          kind: text,
          facts: text,
          reading: { type: DataTypes.DOUBLE, allowNull: true },
          unit: { type: DataTypes.STRING, allowNull: true },
          note: text,
          at: moment,
        },
        { transaction },
      )
      await query.addIndex('logbook', ['planId', 'entryId'], { unique: true, name: 'logbook_plan_entry', transaction })
    },
  },
  {
    name: '002-authors-and-tops-of-stacks',
    async up(query, transaction) {
      await query.addColumn(
        'plans',
        'lastEdit',
        { type: DataTypes.TEXT, allowNull: false, defaultValue: '' },
        { transaction },
      )
      /** Chosen by the browser, so that a plan asked for twice is made once. */
      await query.addColumn('plans', 'createId', { type: DataTypes.TEXT, allowNull: true }, { transaction })
      await query.addIndex('plans', ['createId'], { unique: true, name: 'plans_create', transaction })
      await query.addColumn(
        'edits',
        'author',
        { type: DataTypes.TEXT, allowNull: false, defaultValue: '' },
        { transaction },
      )
      /** What lies under it: of an edit on the stack of what can be undone, of an undo on that of what can be redone. */
      await query.addColumn('edits', 'under', optionalNumber, { transaction })
      await query.createTable(
        'stacks',
        {
          planId: { type: DataTypes.STRING, primaryKey: true, references: { model: 'plans', key: 'id' } },
          author: { type: DataTypes.TEXT, primaryKey: true },
          undoTop: optionalNumber,
          redoTop: optionalNumber,
        },
        { transaction },
      )
      await stackEarlierEdits(query, transaction)
    },
  },
  {
    name: '003-undo-stops-at-plan-format-2',
    async up(query, transaction) {
      /** The plan format that an edit's patches were made on: they fit no other. */
      await query.addColumn(
        'edits',
        'format',
        { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
        { transaction },
      )
      await query.sequelize.query('DELETE FROM stacks', { transaction })
    },
  },
  {
    name: '004-own-parts',
    async up(query, transaction) {
      await query.createTable(
        'parts',
        {
          id: { type: DataTypes.STRING, primaryKey: true },
          name: text,
          /** Counts up with each change; plans carry copies of whichever they took. */
          version: { type: DataTypes.INTEGER, allowNull: false },
          document: text,
          updatedAt: moment,
          deletedAt: { type: DataTypes.DATE, allowNull: true },
        },
        { transaction },
      )
    },
  },
  {
    name: '005-bench-record-photographs-stock',
    async up(query, transaction) {
      const optionalText = { type: DataTypes.TEXT, allowNull: true }
      await query.addColumn('logbook', 'took_min', { type: DataTypes.DOUBLE, allowNull: true }, { transaction })
      await query.addColumn('logbook', 'meter', optionalText, { transaction })
      await query.addColumn(
        'logbook',
        'photos',
        { type: DataTypes.TEXT, allowNull: false, defaultValue: '[]' },
        { transaction },
      )
      await query.addColumn('logbook', 'deviation', optionalText, { transaction })
      /** The picture itself lies beside the data file under its name. */
      await query.createTable(
        'photos',
        {
          id: { type: DataTypes.STRING, primaryKey: true },
          planId: { type: DataTypes.STRING, allowNull: false, references: { model: 'plans', key: 'id' } },
          type: text,
          size: { type: DataTypes.INTEGER, allowNull: false },
          at: moment,
        },
        { transaction },
      )
      const kept = {
        id: { type: DataTypes.STRING, primaryKey: true },
        document: text,
        updatedAt: moment,
        deletedAt: { type: DataTypes.DATE, allowNull: true },
      }
      await query.createTable('stock', kept, { transaction })
      /** What came and went: appended to, never changed. What is there is their sum. */
      await query.createTable(
        'stockMoves',
        {
          id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
          moveId: text,
          itemId: { type: DataTypes.STRING, allowNull: false, references: { model: 'stock', key: 'id' } },
          amount: { type: DataTypes.DOUBLE, allowNull: false },
          why: text,
          planId: { type: DataTypes.STRING, allowNull: true },
          at: moment,
        },
        { transaction },
      )
      await query.addIndex('stockMoves', ['moveId'], { unique: true, name: 'stock_moves_move', transaction })
      await query.addIndex('stockMoves', ['itemId'], { name: 'stock_moves_item', transaction })
      await query.createTable('tools', kept, { transaction })
    },
  },
  {
    name: '006-who-proved-it',
    async up(query, transaction) {
      await query.addColumn('logbook', 'doneBy', { type: DataTypes.TEXT, allowNull: true }, { transaction })
    },
  },
  {
    name: '007-under-which-verdict',
    async up(query, transaction) {
      await query.addColumn('logbook', 'verdict', optionalNumber, { transaction })
    },
  },
]

export const MIGRATION_NAMES = MIGRATIONS.map(({ name }) => name)

/** A first start of an earlier release, killed half-way, left tables without their indexes; nothing can be in them. */
async function dropHalfMade(query: QueryInterface, transaction: Transaction): Promise<void> {
  for (const table of ['edits', 'logbook', 'plans']) {
    const found = await query.sequelize.query("SELECT name FROM sqlite_master WHERE type = 'table' AND name = ?", {
      type: QueryTypes.SELECT,
      replacements: [table],
      transaction,
    })
    if (found.length === 0) continue
    const rows = await query.sequelize.query(`SELECT 1 FROM ${table} LIMIT 1`, { type: QueryTypes.SELECT, transaction })
    if (rows.length > 0) throw new Error(`the table ${table} holds records and no migration made it`)
    await query.sequelize.query(`DROP TABLE ${table}`, { transaction })
  }
}

/** Edits from before authors were kept are nobody's: their stacks are replayed once, and stand under the empty name. */
async function stackEarlierEdits(query: QueryInterface, transaction: Transaction): Promise<void> {
  const { sequelize } = query
  const select = <T extends object>(sql: string, replacements: unknown[] = []) =>
    sequelize.query<T>(sql, { type: QueryTypes.SELECT, replacements, transaction })
  for (const { id } of await select<{ id: string }>('SELECT id FROM plans')) {
    const rows = await select<{ revision: number; editId: string; kind: string; target: number | null }>(
      'SELECT revision, editId, kind, target FROM edits WHERE planId = ? ORDER BY revision',
      [id],
    )
    const undo: number[] = []
    let redo: { readonly row: number; readonly target: number }[] = []
    for (const { revision, kind, target } of rows) {
      let under: number | null = null
      if (kind === 'edit') {
        under = undo.at(-1) ?? null
        undo.push(revision)
        redo = []
      } else if (kind === 'undo') {
        under = redo.at(-1)?.row ?? null
        undo.pop()
        redo.push({ row: revision, target: target! })
      } else {
        redo.pop()
        undo.push(target!)
      }
      if (under !== null)
        await sequelize.query('UPDATE edits SET under = ? WHERE planId = ? AND revision = ?', {
          replacements: [under, id, revision],
          transaction,
        })
    }
    const last = rows.at(-1)
    if (!last) continue
    await sequelize.query('UPDATE plans SET lastEdit = ? WHERE id = ?', {
      replacements: [last.editId, id],
      transaction,
    })
    await sequelize.query('INSERT INTO stacks (planId, author, undoTop, redoTop) VALUES (?, ?, ?, ?)', {
      replacements: [id, '', undo.at(-1) ?? null, redo.at(-1)?.row ?? null],
      transaction,
    })
  }
}

const META = 'SequelizeMeta'

/** The names of the migrations a data file has had; none for one that has no tables yet. */
export async function executedMigrations(sequelize: Sequelize): Promise<readonly string[]> {
  const tables = await sequelize.query<{ name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'", {
    type: QueryTypes.SELECT,
  })
  if (!tables.some(({ name }) => name === META)) return []
  const rows = await sequelize.query<{ name: string }>(`SELECT name FROM ${META} ORDER BY name`, {
    type: QueryTypes.SELECT,
  })
  return rows.map(({ name }) => name)
}

/** Runs what has not run, each in one transaction with the note that it ran: killed in between, the file is as before it. */
export async function migrateDatabase(sequelize: Sequelize): Promise<void> {
  const done = new Set(await executedMigrations(sequelize))
  const query = sequelize.getQueryInterface()
  for (const { name, up } of MIGRATIONS) {
    if (done.has(name)) continue
    await sequelize.transaction(async (transaction) => {
      await sequelize.query(`CREATE TABLE IF NOT EXISTS ${META} (name VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)`, {
        transaction,
      })
      await up(query, transaction)
      await sequelize.query(`INSERT INTO ${META} (name) VALUES (?)`, { replacements: [name], transaction })
    })
  }
}
