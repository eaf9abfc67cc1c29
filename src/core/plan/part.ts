export const CLAMPS = [
  'screw',
  'spring',
  'lever',
  'pluggable',
  'blade-tab',
  'stud',
  'pin-header',
  'crimp-housing',
  'sealed-housing',
  'binding-screw',
  'butt-barrel',
  'insulation-displacement',
  'solder-lug',
  'solder-pad',
  'moulded',
] as const
export type Clamp = (typeof CLAMPS)[number]

/** What power becomes where it is taken: the fact by which a thing is known, whatever it is called. */
export const DOES = [
  'moves',
  'pumps',
  'heats',
  'blows',
  'lights',
  'sounds',
  'computes',
  'charges',
  'works',
  'feeds',
] as const
export type Does = (typeof DOES)[number]

export const TERMINAL_FUNCTIONS = [
  'L',
  'N',
  'PE',
  /** Functional earth: screens, filters, a reference; joined to earth, and protects nobody. IEC 60445 (from memory). */
  'FE',
  'V+',
  'V-',
  'signal',
  'data',
  'contact-COM',
  'contact-NO',
  'contact-NC',
  'coil-A',
  'coil-B',
  'control+',
  'control-',
  'any',
] as const
export type TerminalFunction = (typeof TERMINAL_FUNCTIONS)[number]

export const BODY_SIDES = ['top', 'right', 'bottom', 'left', 'front', 'back'] as const
export type BodySide = (typeof BODY_SIDES)[number]
