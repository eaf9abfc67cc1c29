import { COMMON_PRACTICE } from '@/core/trace'

/** What a contact has to make and break. */
export const LOAD_KINDS = ['resistive', 'motor', 'lamp', 'capacitive'] as const
export type LoadKind = (typeof LOAD_KINDS)[number]

/** Share of its resistive rating that a contact stands of other loads where its sheet says nothing; inrush welds it. Common practice, typical. */
const SHARE_BY_KIND: Readonly<Record<LoadKind, number>> = { resistive: 1, motor: 0.3, lamp: 0.2, capacitive: 0.3 }

/** Direct current has no zero to put the arc out: share of the alternating rating by voltage. Common practice, typical. */
const DC_SHARE: readonly { readonly upTo_V: number; readonly share: number }[] = [
  { upTo_V: 30, share: 1 },
  { upTo_V: 60, share: 0.15 },
  { upTo_V: Infinity, share: 0.03 },
]

export interface ContactRatings {
  readonly rated_A: number
  readonly motor_A?: number
  readonly lamp_A?: number
  readonly capacitive_A?: number
  readonly dc_A?: number
}

export interface ContactLoad {
  readonly kind: LoadKind
  readonly current_A: number
}

export interface ContactFitness {
  /** Shares of each kind's rating, summed; 100 % is all that it stands. */
  readonly loading_percent: number
  readonly parts: readonly {
    readonly kind: LoadKind
    readonly current_A: number
    readonly rated_A: number
    readonly isFromSheet: boolean
  }[]
  readonly dcShare: number
  /** Of what is printed alone: its own figure of a kind where there is one, else the plain one; no customary shares. */
  readonly printed_percent: number
  readonly source: string
}

function ratingFor(
  kind: LoadKind,
  ratings: ContactRatings,
): { readonly rated_A: number; readonly isFromSheet: boolean } {
  const own =
    kind === 'motor'
      ? ratings.motor_A
      : kind === 'lamp'
        ? ratings.lamp_A
        : kind === 'capacitive'
          ? ratings.capacitive_A
          : ratings.rated_A
  return own === undefined
    ? { rated_A: ratings.rated_A * SHARE_BY_KIND[kind], isFromSheet: false }
    : { rated_A: own, isFromSheet: true }
}

/** How hard a mechanical contact is worked by what hangs on it, kind by kind. */
export function contactFitness({
  ratings,
  loads,
  system,
  voltage_V,
  isGeneralUse = false,
}: {
  /** A switch made for whatever a household plugs in: on alternating current, and up to 30 V, it carries its rating for supplies too. */
  readonly isGeneralUse?: boolean
  readonly ratings: ContactRatings
  readonly loads: readonly ContactLoad[]
  readonly system: 'dc' | 'ac-1ph'
  readonly voltage_V: number
}): ContactFitness {
  const dcShare =
    system === 'ac-1ph'
      ? 1
      : ratings.dc_A !== undefined
        ? ratings.dc_A / ratings.rated_A
        : DC_SHARE.find(({ upTo_V }) => voltage_V <= upTo_V)!.share
  const parts = loads.map(({ kind, current_A }) => {
    const { rated_A, isFromSheet } = ratingFor(
      isGeneralUse && dcShare === 1 && kind === 'capacitive' ? 'resistive' : kind,
      ratings,
    )
    return { kind, current_A, rated_A: rated_A * dcShare, isFromSheet }
  })
  return {
    loading_percent: parts.reduce((sum, { current_A, rated_A }) => sum + (100 * current_A) / rated_A, 0),
    printed_percent: loads.reduce((sum, { kind, current_A }) => {
      const own = ratingFor(kind, ratings)
      const dc_A = system === 'dc' ? ratings.dc_A : undefined
      return sum + (100 * current_A) / (dc_A ?? (own.isFromSheet ? own.rated_A : ratings.rated_A))
    }, 0),
    parts,
    dcShare,
    source: COMMON_PRACTICE,
  }
}

/** Operations that a contact lasts at its full rating; typical of power relays. */
const LIFE_AT_RATING = 100_000
/** Lighter loads burn less: life grows with this power of rating over load; common practice, typical. */
const LIFE_EXPONENT = 1.5
/** Without any load the mechanics end it. */
const MECHANICAL_LIFE = 10_000_000

/** Years until a contact is worn; null where it hardly switches. */
export function wearYears({
  loading_percent,
  operationsPerDay,
}: {
  readonly loading_percent: number
  readonly operationsPerDay: number
}): { readonly operations: number; readonly years: number | null } {
  const operations =
    loading_percent <= 0
      ? MECHANICAL_LIFE
      : Math.min(MECHANICAL_LIFE, LIFE_AT_RATING * (100 / loading_percent) ** LIFE_EXPONENT)
  return { operations, years: operationsPerDay === 0 ? null : operations / operationsPerDay / 365 }
}
