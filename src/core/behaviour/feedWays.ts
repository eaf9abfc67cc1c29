import { areTogether, changeOvers, terminalKey, waysFrom, type Model, type Passage } from '@/core/model'
import type { DeviceId, Part, Plan, TerminalId } from '@/core/plan'

/** The ways from every source to each device's feeding terminals. */
export interface FeedWay {
  readonly device: DeviceId
  /** The inlet or supply that it comes from. */
  readonly source: DeviceId
  readonly isMains: boolean
  readonly voltage_V: number
  readonly passages: readonly Passage[]
}

const knownWays = new WeakMap<Model['wiring'], readonly FeedWay[]>()

/** For each device and source that feeds it: the fuses, contacts and transistors on the way there and back; worked out once for each plan. */
export function feedWays(plan: Plan, model: Model): readonly FeedWay[] {
  let ways = knownWays.get(model.wiring)
  if (!ways) knownWays.set(model.wiring, (ways = findWays(plan, model)))
  return ways
}

function findWays(plan: Plan, model: Model): readonly FeedWay[] {
  const found: FeedWay[] = []
  const minusOf = new Map(model.sources.map(({ potential, terminal }) => [potential.id, terminal]))
  for (const { potential, terminal } of model.sources) {
    if (potential.kind !== 'L' && potential.kind !== '+') continue
    const isMains = potential.kind === 'L'
    const returns = minusOf.get(isMains ? `${potential.device}/N` : potential.id.replace(/\+$/, '-'))
    if (!returns) continue
    const out = waysFrom(model, terminal)
    const home = waysFrom(model, returns)
    for (const { id, part } of model.devices) {
      if (id === potential.device) continue
      const seen = new Set<string>()
      for (const [plus, minus] of feedTerminals(part)) {
        const [jp, jm] = [model.jointOf(terminalKey(id, plus)), model.jointOf(terminalKey(id, minus))]
        // A heater or a lamp runs either way round, and what commands it commands it then too.
        const mindsNot = isMains || !part.terminals[plus]!.polarised
        const [there, back] =
          out.has(jp) && home.has(jm)
            ? [out.get(jp)!, home.get(jm)!]
            : mindsNot && out.has(jm) && home.has(jp)
              ? [out.get(jm)!, home.get(jp)!]
              : [null, null]
        if (!there || !back || seen.has(`${jp} ${jm}`)) continue
        // A change-over that must stand one way for the feed and the other for the return feeds nothing.
        if (!areTogether([...there, ...back], changeOvers(model))) continue
        seen.add(`${jp} ${jm}`)
        found.push({
          device: id,
          source: potential.device,
          isMains,
          voltage_V: potential.voltage_V ?? plan.site.mains_V,
          passages: [...there, ...back],
        })
      }
    }
  }
  return found
}

function feedTerminals(part: Part): readonly (readonly [TerminalId, TerminalId])[] {
  const { behaviour } = part
  const pairs = part.draws.map((draw) => [draw.plus, draw.minus] as const)
  if (behaviour.kind === 'supply') return [...pairs, [behaviour.line, behaviour.neutral]]
  return behaviour.kind === 'converter' ? [...pairs, [behaviour.plus, behaviour.minus]] : pairs
}
