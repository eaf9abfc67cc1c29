/** Control characters, and the invisible marks that turn the direction of text; copied text often has the latter. */
export const INVISIBLE = '\\u0000-\\u0008\\u000b\\u000c\\u000e-\\u001f\\u007f\\u202a-\\u202e\\u2066-\\u2069'
const ALL_CONTROLS = new RegExp(`[${INVISIBLE}]`, 'g')

/** Letters that leave no ink: fillers of Hangul, and the empty pattern of Braille. */
const INKLESS = /[\u115f\u1160\u2800\u3164\uffa0]/g

/** Whether a person sees anything of it: marks that join, blanks and fillers alone are no name. */
export function isVisible(text: string): boolean {
  return /[\p{L}\p{N}\p{P}\p{S}]/u.test(text.replace(INKLESS, ''))
}

export const UNSEEN_NAME = 'must be a name that can be seen'

/** What was typed or pasted, without the marks that nobody sees and no field takes. */
export function withoutInvisible(typed: string): string {
  return typed.replace(ALL_CONTROLS, '').replace(/\p{Surrogate}/gu, '')
}
