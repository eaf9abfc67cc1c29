import type { Part, PartGiven, PartId } from '@/core/plan'
import { makePart } from '@/core/plan/schema'
import { DISTRIBUTION_PARTS } from './distribution'
import { withHousings } from './connectors'
import { withDoes } from './does'
import { fitted } from './fit'
import { MORE_LOADS } from './families/loads'
import { MORE_MAINS } from './families/mains'
import { MORE_SUPPLIES } from './families/supplies'
import { MORE_SWITCHING } from './families/switching'
import { LOAD_PARTS } from './loads'
import { MAINS_PARTS } from './mains'
import { MODULE_PARTS } from './modules'
import { SWITCHING_PARTS } from './switching'
import { SUPPLY_PARTS } from './supplies'

const GIVEN: Readonly<Record<string, PartGiven>> = {
  ...MAINS_PARTS,
  ...SUPPLY_PARTS,
  ...DISTRIBUTION_PARTS,
  ...SWITCHING_PARTS,
  ...LOAD_PARTS,
  ...MODULE_PARTS,
  ...MORE_SUPPLIES,
  ...MORE_MAINS,
  ...MORE_SWITCHING,
  ...MORE_LOADS,
}

/** Values that are made when they are first asked for: of some 200 parts a plan uses 30, and making all took longest of all at a start. */
function madeWhenAsked<T>(keys: readonly string[], make: (key: string) => T): Record<string, T> {
  const made: Record<string, T> = {}
  for (const key of keys)
    Object.defineProperty(made, key, {
      enumerable: true,
      configurable: true,
      get: () => {
        const value = make(key)
        Object.defineProperty(made, key, { enumerable: true, value })
        return value
      },
    })
  return made
}

/** The built-in parts: generic, invented, and copied into a plan when they are used. */
export const CATALOGUE: Readonly<Record<PartId, Part>> = madeWhenAsked(Object.keys(GIVEN), (id) =>
  withHousings(fitted(id, makePart(withDoes(id, GIVEN[id]!)))),
)

export function cataloguePart(id: string): { readonly id: PartId; readonly part: Part } {
  const part = CATALOGUE[id as PartId]
  if (!part) throw new Error(`The catalogue has no part "${id}"`)
  return { id: id as PartId, part }
}
