import { routeView, type Plan, type WireId } from '@/core/plan'
import { routePlan, type LeadRoute, type Routes } from './routes'

/** What the circuit asks of the ways: how long each wire is, who lies with it, and how warm it is there. */
export interface Lays {
  readonly routes: Routes
  /** The same for two routings that differ in nothing that the circuit reads. */
  readonly signature: string
}

/** What wires are sized to; none before they are. */
export type Sizes = ReadonlyMap<WireId, { readonly size: string | null }>
export const UNSIZED: Sizes = new Map()

const known = new WeakMap<Plan, Map<string, Lays>>()
/** As many sizings of one drawing are remembered: before any, and the rounds until they settle. */
const MOST_SIZINGS = 6

/** The routes of a plan with its wires as thick as they are reckoned to be; remembered while neither changed. */
export function laysOf(plan: Plan, sizes: Sizes): Lays {
  const view = routeView(plan)
  let bySizes = known.get(view)
  if (!bySizes) known.set(view, (bySizes = new Map()))
  const key = thicknessOf(view, sizes)
  let lays = bySizes.get(key)
  if (!lays) {
    if (bySizes.size >= MOST_SIZINGS) bySizes.clear()
    const routes = routePlan(view, (wire) => sizes.get(wire)?.size ?? null)
    bySizes.set(key, (lays = { routes, signature: signatureOf(routes) }))
  }
  return lays
}

/** How thick each wire lies that the plan leaves to be sized. */
function thicknessOf({ wires }: Plan, sizes: Sizes): string {
  if (sizes.size === 0) return ''
  let key = ''
  for (const id of Object.keys(wires) as WireId[]) if (wires[id]!.size === null) key += `${sizes.get(id)?.size ?? ''};`
  return key
}

const knownWays = new WeakMap<LeadRoute, string>()

function wayOf(route: LeadRoute): string {
  let way = knownWays.get(route)
  if (way === undefined) {
    const spans = route.laid.spans.map(
      ({ segment, from_mm, to_mm }) => `${segment},${Math.round(from_mm)},${Math.round(to_mm)}`,
    )
    knownWays.set(route, (way = `${route.id}:${spans.join(';')}`))
  }
  return way
}

function signatureOf({ leads, lays, plan }: Routes): string {
  const ways = leads.map(wayOf)
  const cuts = [...lays].map(([wire, { cut_mm }]) => `${wire}=${cut_mm}`)
  const said = Object.values(plan.raceways).map((raceway) => `${raceway!.warm_C}`)
  return `${ways.join(' ')} ${cuts.join(' ')} ${said.join('|')}`
}
