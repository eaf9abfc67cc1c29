import type { Clamp, Treatment } from '@/core/plan'

const STRANDS: readonly Treatment[] = ['ferrule', 'twin-ferrule', 'bare', 'tinned', 'solid']

/** Ends that a clamp is made for, beside those that came made. A screw may be a barrier's or a cage's: nobody says which. Common practice. */
const FITS: Readonly<Record<Clamp, readonly Treatment[]>> = {
  screw: [...STRANDS, 'eyelet', 'fork'],
  'binding-screw': [...STRANDS, 'eyelet', 'fork', 'hook'],
  pluggable: STRANDS,
  spring: STRANDS,
  lever: STRANDS,
  'blade-tab': ['blade-receptacle', 'solder'],
  stud: ['eyelet', 'fork'],
  'pin-header': ['contact', 'displaced', 'solder'],
  'crimp-housing': ['contact', 'displaced'],
  'sealed-housing': ['sealed-contact'],
  'butt-barrel': ['butt-splice'],
  'insulation-displacement': ['displaced'],
  'solder-lug': ['solder'],
  'solder-pad': ['solder'],
  moulded: [],
}

/** What a clamp takes, in words. */
const TAKES: Readonly<Record<Clamp, string>> = {
  screw: 'a ferrule, bare strands or a cable shoe',
  'binding-screw': 'a fork, an eyelet or a hook',
  pluggable: 'a ferrule or a solid core',
  spring: 'a ferrule or a solid core',
  lever: 'bare strands or a solid core',
  'blade-tab': 'a receptacle that is pushed on',
  stud: 'an eyelet under its nut',
  'pin-header': 'a contact in a housing',
  'crimp-housing': 'a crimped contact',
  'sealed-housing': 'a crimped contact with its seal',
  'butt-barrel': 'a stripped end that is crimped in it',
  'insulation-displacement': 'an unstripped core pressed into its fork',
  'solder-lug': 'a soldered end',
  'solder-pad': 'a soldered end',
  moulded: 'the plug that it came with',
}

const ENDS: Readonly<Record<Treatment, string>> = {
  ferrule: 'a ferrule',
  'twin-ferrule': 'a twin ferrule',
  bare: 'a bare end',
  tinned: 'a tinned end',
  solid: 'a stripped core',
  'blade-receptacle': 'a blade receptacle',
  eyelet: 'an eyelet',
  fork: 'a fork',
  hook: 'a hook',
  contact: 'a crimped contact',
  'sealed-contact': 'a sealed contact',
  'butt-splice': 'a butt splice',
  solder: 'a soldered end',
  displaced: 'an unstripped core',
  moulded: 'a moulded end',
}

/** Why a clamp does not hold an end, in words; null where it does. What came moulded came so for its place. */
export function misfitOf(clamp: Clamp, end: Treatment): string | null {
  if (end === 'moulded' || FITS[clamp].includes(end)) return null
  return `${ENDS[end]} does not hold there: it takes ${TAKES[clamp]}`
}
