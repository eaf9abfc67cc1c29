/** Why an end is parked that nobody joined so far: it is open, and is told as such. */
export const NOT_JOINED_YET = 'not joined yet'

export const TREATMENTS = [
  'ferrule',
  'twin-ferrule',
  'bare',
  'tinned',
  'solid',
  'blade-receptacle',
  'eyelet',
  'fork',
  'hook',
  'contact',
  'sealed-contact',
  'butt-splice',
  'solder',
  'displaced',
  'moulded',
] as const
export type Treatment = (typeof TREATMENTS)[number]

export const KNOWN_FROM = ['sheet', 'measured', 'copied', 'guessed'] as const

/** An end without a plug. */
export const BARE_END = {
  kind: 'bare' as const,
  family: null,
  pitch_mm: null,
  gender: null,
  key: null,
  hasLatch: null,
  ways: null,
  mates: null,
}

/** What takes the pull of a cord, so that its terminals do not. */
export const RELIEFS = ['gland', 'clamp', 'moulded', 'nothing'] as const
export type Relief = (typeof RELIEFS)[number]
