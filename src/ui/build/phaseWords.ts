import type { Phase } from '@/core/procedure'

export const PHASE_WORDS: Readonly<Record<Phase, string>> = {
  'take-out': 'Take out',
  set: 'Set',
  holes: 'Holes',
  mount: 'Mount',
  earth: 'Earth',
  mains: 'Mains',
  dc: 'DC',
  signals: 'Signals',
  moving: 'What moves',
  tie: 'Lay, tie, label',
  checks: 'Checks, no power',
  'first-power': 'First power, and close',
  later: 'When the rest comes',
}
