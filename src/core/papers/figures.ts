import type { WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { Figure, TraceStep } from '@/core/trace'
import type { PaperSource } from './types'

export interface FigureLine {
  readonly title: string
  readonly value: string
  readonly trace: readonly TraceStep[]
}

/** So many of the hardest wires, where nobody chose others. */
const HARDEST = 10

const line = (title: string, figure: Figure): FigureLine[] =>
  figure.value === null
    ? []
    : [{ title, value: `${formatNumber(figure.value, 4)} ${figure.unit}`.trim(), trace: figure.trace }]

/** The figures that a plan leans on most: mains, supplies, boxes, fuses, and the hardest wires or those that were chosen. */
export function keyFigures({ plan, evaluation }: PaperSource, chosen: readonly WireId[] = []): readonly FigureLine[] {
  const { mains, supplies, boxes, protective, wires } = evaluation.reckoning
  const tag = (id: keyof typeof plan.devices) => plan.devices[id]?.tag ?? id
  const hardest =
    chosen.length > 0
      ? chosen.flatMap((id) => wires[id] ?? [])
      : Object.values(wires)
          .filter(({ loading }) => loading.value !== null)
          .sort((a, b) => b.loading.value! - a.loading.value!)
          .slice(0, HARDEST)
  return [
    ...line('Mains current', mains.worst),
    ...line('Mains loading', mains.loading),
    ...line('Leakage together', mains.leakage),
    ...Object.values(supplies).flatMap(({ device, demand, loading, derate }) => [
      ...line(`${tag(device)} demand`, demand),
      ...line(`${tag(device)} loading`, loading),
      ...line(`${tag(device)} derating`, derate),
    ]),
    ...boxes.flatMap(({ enclosure, loss, inside }) => [
      ...line(`${plan.enclosures[enclosure]?.name ?? enclosure}, loss`, loss),
      ...line(`${plan.enclosures[enclosure]?.name ?? enclosure}, warmest inside`, inside),
    ]),
    ...protective.flatMap(({ device, link, worst, loading }) => [
      ...line(`${tag(device)} ${link}, current`, worst),
      ...line(`${tag(device)} ${link}, loading`, loading),
    ]),
    ...hardest.flatMap(({ id, size, sizing, loading }) => {
      const label = plan.wires[id]?.label || id
      return [
        // By its label: what is asked for in the shop is no bare area.
        ...(size === null || sizing.trace.length === 0
          ? []
          : [{ title: `${label}, size`, value: size, trace: sizing.trace }]),
        ...line(`${label}, loading`, loading),
      ]
    }),
  ]
}
