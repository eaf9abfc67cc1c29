import type { Plan } from './schema/plan'

/** The highest number that a wire's label bears: "W12" is 12. The next wire goes on from there, so that gaps stay gaps. */
export function highestWireNumber({ wires }: Pick<Plan, 'wires'>): number {
  return Object.values(wires).reduce(
    (most, wire) => Math.max(most, Number(/^W(\d{1,9})$/.exec(wire!.label)?.[1] ?? 0)),
    0,
  )
}
