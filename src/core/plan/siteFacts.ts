/** How the source's neutral and the metal of what is fed are earthed; IEC 60364-1, 312.2 (from memory). */
export const EARTHINGS = ['TN', 'TT', 'IT'] as const
export type Earthing = (typeof EARTHINGS)[number]

/** What a residual-current device opens at where its part does not say: what protects a person. An assumption, common practice. */
export const USUAL_RESIDUAL_mA = 30

/** Which currents to earth a residual-current device sees; IEC 60755 and IEC 62423 (from memory). */
export const RESIDUAL_TYPES = ['AC', 'A', 'F', 'B'] as const
export type ResidualType = (typeof RESIDUAL_TYPES)[number]

/** The form of what a thing lets through to earth, or makes of a fault behind it: by how it rectifies. */
export const LEAK_FORMS = ['ac', 'pulsed', 'mixed', 'smooth'] as const
export type LeakForm = (typeof LEAK_FORMS)[number]

/** What each type sees: AC alternating only, A pulsed direct too, F mixed frequencies of one phase too, B smooth direct too. */
export const SEES: Readonly<Record<ResidualType, readonly LeakForm[]>> = {
  AC: ['ac'],
  A: ['ac', 'pulsed'],
  F: ['ac', 'pulsed', 'mixed'],
  B: ['ac', 'pulsed', 'mixed', 'smooth'],
}

/** The least type that sees a form. */
export const leastTypeFor = (form: LeakForm): ResidualType => RESIDUAL_TYPES.find((type) => SEES[type].includes(form))!
