import type { Plan } from './schema/plan'

type Part = Plan['parts'][keyof Plan['parts']]
type Actuator = Part['actuators'][number]
type MovedLink = Extract<Part['links'][number], { readonly actuator: string }>

/** What moves a contact or transistor of a part. */
export function moverOf(part: Part, link: MovedLink): Actuator {
  const found = part.actuators.find(({ id }) => id === link.actuator)
  if (!found) throw new Error(`No actuator "${link.actuator}"`)
  return found
}

/** Whether a program or a coil moves it, and not a hand, warmth or a setting. */
export function isCommanded(part: Part, link: MovedLink): boolean {
  const { by } = moverOf(part, link)
  return by === 'coil' || by === 'firmware'
}

/** The coils, inputs and gates of a part that are worked by the volts at its terminals. */
export function coilsOf(part: Part): readonly (Actuator & { readonly coil: NonNullable<Actuator['coil']> })[] {
  return part.actuators.flatMap((actuator) => (actuator.coil ? [{ ...actuator, coil: actuator.coil }] : []))
}

export function isClosedAtRest(part: Part, link: MovedLink): boolean {
  return link.closedIn.includes(moverOf(part, link).rest)
}
