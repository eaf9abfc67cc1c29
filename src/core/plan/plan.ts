export const PLAN_FORMAT = 'glad-rafter-plan'
export const PLAN_VERSION = 3

/** How much one plan holds at most: several times the largest box anyone builds alone, and what is worked out within its time. */
export const PLAN_LIMITS = {
  roles: 200,
  enclosures: 24,
  parts: 400,
  devices: 600,
  cables: 600,
  wires: 1000,
  raceways: 600,
  states: 16,
} as const

/** Each wire is solved in each state: 1000 in five, 310 in sixteen. */
export const WIRES_TIMES_STATES = 5000
