import { colourName, type Colour, type WireEnd } from '@/core/plan'
import type { FaceReckoning, WireReckoning } from '@/core/figures'

/** How facts are coded: codes and numbers, never sentences, so that a better wording sends nothing back to be redone. */
export const FACTS_VERSION = '2'

/** Tells two lists apart without keeping either (FNV-1a, 32 bits). */
export function checksum(text: string): string {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return (hash >>> 0).toString(16)
}

export function endCode(end: WireEnd): string {
  if (end.kind === 'plug') return `${end.cable}|${end.end}|${end.way}`
  return end.kind === 'parked' ? 'parked' : `${end.device}|${end.terminal}`
}

/** What a wire was cut and made as. */
export function wireFacts(
  wire: { readonly from: WireEnd; readonly to: WireEnd },
  reckoned: WireReckoning | undefined,
  size: string,
  colour: Colour,
): Readonly<Record<string, string>> {
  return {
    size,
    from: endCode(wire.from),
    to: endCode(wire.to),
    colour: colourName(colour),
    made: `${reckoned?.from?.code ?? 'parked'} ${reckoned?.to?.code ?? 'parked'}`,
  }
}

/** A shape by its measures, whatever the order in which they were written. */
const openingCode = (shape: object) =>
  Object.entries(shape)
    .map(([key, value]) => `${key}=${value}`)
    .sort()
    .join(',')

/** The holes of a face: which, where, and what becomes of them. */
export function holesCode(holes: FaceReckoning['holes']): string {
  const list = holes.map(
    ({ label, shape, x_mm, y_mm, state }) => `${label} ${openingCode(shape)} ${x_mm} ${y_mm} ${state}`,
  )
  return `${holes.length}:${checksum(list.sort().join(';'))}`
}

const texts = new WeakMap<Readonly<Record<string, string>>, string>()

/** The facts of several steps together, whatever their order: what was proved about them is proved again when they change. */
export function together(facts: readonly Readonly<Record<string, string>>[]): string {
  const each = facts.map((one) => {
    let text = texts.get(one)
    if (text === undefined) texts.set(one, (text = Object.values(one).join(',')))
    return text
  })
  return `${each.length}:${checksum(each.sort().join(';'))}`
}
