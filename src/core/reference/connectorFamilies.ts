import { wireSize } from '@/core/quantity'

/** A kind of plug and socket: what goes into what, and which conductors its contacts take. */
export interface ConnectorFamily {
  readonly name: string
  /** Of its ways; null where it is not a row. */
  readonly pitch_mm: number | null
  readonly min_mm2: number
  readonly max_mm2: number
  /** Of a contact, with its thickest conductor. */
  readonly rated_A: number
  /** What keeps it from going in turned or shifted; null where nothing does. */
  readonly key: string | null
  readonly hasLatch: boolean
}

/** Area of a gauge: ASTM B258, as everywhere. */
const area_mm2 = (awg: number): number => wireSize(`${awg} AWG`).area_mm2

const family = (
  name: string,
  pitch_mm: number | null,
  thinnest: number,
  thickest: number,
  rated_A: number,
  key: string | null,
  hasLatch: boolean,
): ConnectorFamily => ({
  name,
  pitch_mm,
  min_mm2: area_mm2(thinnest),
  max_mm2: area_mm2(thickest),
  rated_A,
  key,
  hasLatch,
})

/** Families as makers meet them, by the names that the trade gives their pitch and shape; common practice. */
export const CONNECTOR_FAMILIES = {
  '1.25': family('1.25 mm pitch contact', 1.25, 32, 28, 1, 'shroud', false),
  '2.0': family('2.0 mm pitch contact', 2, 32, 24, 2, 'shroud', false),
  '2.5': family('2.5 mm pitch contact', 2.5, 30, 22, 3, 'shroud', false),
  '2.54': family('2.54 mm square pins', 2.54, 30, 22, 3, null, false),
  '3.96': family('3.96 mm pitch contact', 3.96, 22, 16, 7, 'shroud', true),
  '4.2': family('4.2 mm pitch contact, two rows', 4.2, 24, 16, 9, 'shapes of the cavities', true),
  '3.5 block': family('3.5 mm pluggable block', 3.5, 28, 16, 8, 'shroud', false),
  '5.08 block': family('5.08 mm pluggable block', 5.08, 24, 12, 15, 'shroud', false),
  ribbon: family('Ribbon plug, 2.54 mm, two rows', 2.54, 28, 28, 1, 'notch', false),
  network: family('Network plug, eight ways', 1.02, 26, 22, 1, 'latch on one side', true),
  usb: family('USB plug', null, 28, 20, 3, 'shape', false),
  round: family('Round panel plug', null, 26, 18, 5, 'groove', true),
  barrel: family('Barrel plug, 5.5 × 2.1 mm', null, 24, 18, 5, 'shape', false),
  lighting: family('Sealed lighting plug', null, 22, 18, 5, 'groove', true),
} as const satisfies Record<string, ConnectorFamily>

export type ConnectorFamilyId = keyof typeof CONNECTOR_FAMILIES

/** The family that bears a name. */
export const familyNamed = (name: string | null): ConnectorFamily | null =>
  Object.values<ConnectorFamily>(CONNECTOR_FAMILIES).find((each) => each.name === name) ?? null

/** Housing about its contacts: along and across the row, beyond the pitches, and how many rows. Common practice. */
const HOUSINGS_mm: Readonly<
  Record<ConnectorFamilyId, { readonly beyond: number; readonly high: number; readonly rows: 1 | 2 }>
> = {
  '1.25': { beyond: 2.5, high: 4, rows: 1 },
  '2.0': { beyond: 2.5, high: 5, rows: 1 },
  '2.5': { beyond: 2.5, high: 6, rows: 1 },
  '2.54': { beyond: 0.5, high: 2.6, rows: 1 },
  '3.96': { beyond: 2, high: 9, rows: 1 },
  '4.2': { beyond: 2, high: 10, rows: 2 },
  '3.5 block': { beyond: 1, high: 12, rows: 1 },
  '5.08 block': { beyond: 1, high: 16, rows: 1 },
  ribbon: { beyond: 8, high: 6, rows: 2 },
  network: { beyond: 3.5, high: 8.5, rows: 1 },
  usb: { beyond: 16, high: 8, rows: 1 },
  round: { beyond: 16, high: 16, rows: 1 },
  barrel: { beyond: 10, high: 10, rows: 1 },
  lighting: { beyond: 12, high: 12, rows: 1 },
}

/** The round hole that a plug of a family passes, by its name and ways; null for a family that is not known. */
export function plugPasses_mm(name: string | null, ways: number): number | null {
  const found = (Object.keys(CONNECTOR_FAMILIES) as ConnectorFamilyId[]).find(
    (id) => CONNECTOR_FAMILIES[id].name === name,
  )
  if (!found) return null
  const { beyond, high, rows } = HOUSINGS_mm[found]
  const along = (CONNECTOR_FAMILIES[found].pitch_mm ?? 0) * Math.ceil(ways / rows) + beyond
  // A round plug is as wide as it is high, and passes its own circle.
  return CONNECTOR_FAMILIES[found].pitch_mm === null && along === high ? along : Math.hypot(along, high)
}
