/** A document of an older version, before anything of it is known to be right. */
export type Raw = Readonly<Record<string, unknown>>

export const isRecord = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export const records = (value: unknown): readonly (readonly [string, unknown])[] =>
  isRecord(value) ? Object.entries(value) : []

/** Each record of a collection by another form of it; what is no record is left for the schema to name. */
export const mapRecords = (value: unknown, change: (record: Raw, id: string) => unknown): unknown =>
  isRecord(value)
    ? Object.fromEntries(records(value).map(([id, each]) => [id, isRecord(each) ? change(each, id) : each]))
    : value

export const without = (record: Raw, ...keys: readonly string[]): Raw =>
  Object.fromEntries(Object.entries(record).filter(([key]) => !keys.includes(key)))
