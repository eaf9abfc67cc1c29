import { routeView, type Plan, type WireId } from '@/core/plan'
import { routePlan, type Routes } from './routes'

/** What the circuit asks of the ways: how long each wire is, who lies with it, and how warm it is there. */
export interface Lays {
  readonly routes: Routes
  /** The same for two routings that differ in nothing that the circuit reads. */
  readonly signature: string
}

const known = new WeakMap<Plan, Map<string, Lays>>()
const MOST_SIZINGS = 4

/** The routes of a plan with its wires as thick as they are reckoned to be; remembered while neither changed. */
export function laysOf(plan: Plan, sizeOf: (wire: WireId) => string | null): Lays {
  const view = routeView(plan)
  let bySizes = known.get(view)
  if (!bySizes) known.set(view, (bySizes = new Map()))
  const sizes = (Object.entries(view.wires) as [WireId, Plan['wires'][WireId]][])
    .map(([id, wire]) => wire.size ?? sizeOf(id) ?? '')
    .join('|')
  let lays = bySizes.get(sizes)
  if (!lays) {
    if (bySizes.size >= MOST_SIZINGS) bySizes.clear()
    const routes = routePlan(view, sizeOf)
    bySizes.set(sizes, (lays = { routes, signature: signatureOf(routes) }))
  }
  return lays
}

function signatureOf({ leads, lays, plan }: Routes): string {
  const ways = leads.map(
    ({ id, laid }) =>
      `${id}:${laid.spans.map(({ segment, from_mm, to_mm }) => `${segment},${Math.round(from_mm)},${Math.round(to_mm)}`).join(';')}`,
  )
  const cuts = [...lays].map(([wire, { cut_mm }]) => `${wire}=${cut_mm}`)
  const said = Object.values(plan.raceways).map((raceway) => `${raceway!.name} ${raceway!.warm_C}`)
  return `${ways.join(' ')} ${cuts.join(' ')} ${said.join('|')}`
}
