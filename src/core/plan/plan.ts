export const PLAN_FORMAT = 'glad-rafter-plan'
export const PLAN_VERSION = 2

/** How much one plan holds at most: several times the largest box anyone builds alone, and what is worked out within its time. */
export const PLAN_LIMITS = {
  enclosures: 24,
  parts: 400,
  devices: 900,
  cables: 900,
  wires: 2400,
  raceways: 900,
  states: 16,
} as const
