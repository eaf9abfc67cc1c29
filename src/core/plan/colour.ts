import type { Colour } from './schema/colour'

export const COLOURS = [
  'black',
  'brown',
  'red',
  'orange',
  'yellow',
  'green',
  'light blue',
  'blue',
  'dark blue',
  'violet',
  'grey',
  'white',
  'pink',
  'turquoise',
  'bare',
] as const

export const GREEN_YELLOW: Colour = { base: 'green', stripe: 'yellow' }

export function colourName(value: Colour): string {
  return value.stripe ? `${value.base}/${value.stripe}` : value.base
}

export function isSameColour(a: Colour, b: Colour): boolean {
  return (a.base === b.base && a.stripe === b.stripe) || (a.base === b.stripe && a.stripe === b.base)
}

export function isGreenYellow(value: Colour): boolean {
  return isSameColour(value, GREEN_YELLOW)
}
