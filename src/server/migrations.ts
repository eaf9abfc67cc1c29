import { DataTypes, type QueryInterface, type Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'

const text = { type: DataTypes.TEXT, allowNull: false }
const moment = { type: DataTypes.DATE, allowNull: false }

/** Numbered, named, small. A data file remembers which have run. */
const MIGRATIONS: readonly { readonly name: string; readonly up: (query: QueryInterface) => Promise<void> }[] = [
  {
    name: '001-plans-history-logbook',
    async up(query) {
      await query.createTable('plans', {
        id: { type: DataTypes.STRING, primaryKey: true },
        name: text,
        document: text,
        revision: { type: DataTypes.INTEGER, allowNull: false },
        createdAt: moment,
        updatedAt: moment,
        deletedAt: { type: DataTypes.DATE, allowNull: true },
      })
      const planId = { type: DataTypes.STRING, allowNull: false, references: { model: 'plans', key: 'id' } }
      await query.createTable('edits', {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        planId,
        revision: { type: DataTypes.INTEGER, allowNull: false },
        editId: text,
        kind: text,
        label: text,
        commands: text,
        patches: text,
        inverse: text,
        /** For undo and redo: the revision of the edit they act on. */
        target: { type: DataTypes.INTEGER, allowNull: true },
        at: moment,
      })
      await query.addIndex('edits', ['planId', 'revision'], { unique: true, name: 'edits_plan_revision' })
      await query.addIndex('edits', ['planId', 'editId'], { unique: true, name: 'edits_plan_edit' })
      await query.createTable('logbook', {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        planId,
        entryId: text,
        step: text,
        kind: text,
        facts: text,
        reading: { type: DataTypes.DOUBLE, allowNull: true },
        unit: { type: DataTypes.STRING, allowNull: true },
        note: text,
        at: moment,
      })
      await query.addIndex('logbook', ['planId', 'entryId'], { unique: true, name: 'logbook_plan_entry' })
    },
  },
]

export async function migrateDatabase(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up }) => ({ name, up: ({ context }: { context: QueryInterface }) => up(context) })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  })
  await umzug.up()
}
