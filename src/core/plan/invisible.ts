/** Control characters, and the invisible marks that turn the direction of text; copied text often has the latter. */
export const INVISIBLE = '\\u0000-\\u0008\\u000b\\u000c\\u000e-\\u001f\\u007f\\u202a-\\u202e\\u2066-\\u2069'
const ALL_CONTROLS = new RegExp(`[${INVISIBLE}]`, 'g')

/** What was typed or pasted, without the marks that nobody sees and no field takes. */
export function withoutInvisible(typed: string): string {
  return typed.replace(ALL_CONTROLS, '').replace(/\p{Surrogate}/gu, '')
}
