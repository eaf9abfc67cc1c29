import { terminalKey, waysFrom, type Passage } from '@/core/model'
import { moverOf, outletOf, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly inlet: DeviceId
  readonly loads: readonly DeviceId[]
  /** Of a switch that cuts off the rest. */
  readonly past: DeviceId | null
}

export const noMainSwitch = defineRule<Facts>({
  severity: 'caution',
  title: 'No switch that cuts everything off',
  stage: 'connect',
  source: SOURCES.iec60204Supply,
  find: (context) => {
    const isSwitched = (passages: (typeof context.ways)[number]['passages']) =>
      passages.some(
        ({ device, link }) =>
          link.kind === 'contact' &&
          context.part(device).behaviour.kind !== 'button' &&
          moverOf(context.part(device), link).by === 'hand',
      )
    const all = [...context.ways.filter(({ isMains }) => isMains), ...outletWays(context)]
    // Each cord has its own: who pulls one plug or turns one switch leaves the other cord's things live, and knows it.
    return context.devices
      .filter(({ part }) => part.behaviour.kind === 'mains-inlet')
      .flatMap(({ id: inlet }): Facts[] => {
        const mains = all.filter(({ source }) => source === inlet)
        const bare = [...new Set(mains.flatMap(({ device, passages }) => (isSwitched(passages) ? [] : [device])))]
        if (bare.length > 0 && bare.length === new Set(mains.map(({ device }) => device)).size)
          return [{ inlet, loads: bare, past: null }]
        const past = mainSwitch(
          context,
          mains.map(({ passages }) => passages),
        )
        if (past === null) return []
        const before = mains.flatMap((way) => (way.passages.some(({ device }) => device === past) ? [] : [way.device]))
        return before.length > 0 ? [{ inlet, loads: [...new Set(before)], past }] : []
      })
  },
  word: ({ inlet, loads, past }, context) => {
    if (past !== null)
      return {
        subjects: [past, ...loads.slice(0, 6)].map((id) => ({ kind: 'device', id })),
        what: `${loads.map((id) => context.device(id).tag).join(', ')} ${loads.length === 1 ? 'is' : 'are'} fed from before ${context.device(past).tag}, which cuts off the rest`,
        why: 'Whoever switches it off and opens the box takes everything for dead. Feed it from behind the switch; what must stay on is marked, covered and told at the switch.',
        severity: 'stop',
      }
    const isFixed = outletOf(context.plan, inlet).plug.kind === 'fixed'
    return {
      subjects: [{ kind: 'device', id: inlet }],
      what: `No switch worked by hand stands between ${context.device(inlet).tag} and ${loads.map((id) => context.device(id).tag).join(', ')}`,
      why: isFixed
        ? 'It is wired in without a plug: nobody can take it off the mains. One switch in all live poles cuts everything off.'
        : 'Pulling the plug is then the only way to cut it off: it must be at hand, and whoever reaches for it must know. A switch in all live poles is usual.',
      severity: isFixed ? 'stop' : 'caution',
    }
  },
})

type Ways = readonly { readonly device: DeviceId; readonly source: DeviceId; readonly passages: readonly Passage[] }[]

/** Outlets have no draw of their own. */
function outletWays(context: Context): Ways {
  const { model } = context
  const lines = model.sources.filter(({ potential }) => potential.kind === 'L')
  return context.devices.flatMap(({ id, part }) => {
    if (part.behaviour.kind !== 'outlet') return []
    const line = (Object.keys(part.terminals) as TerminalId[]).find((key) => part.terminals[key]!.function === 'L')
    return lines.flatMap(({ potential, terminal }) => {
      const passages = line && waysFrom(model, terminal).get(model.jointOf(terminalKey(id, line)))
      return passages ? [{ device: id, source: potential.device, passages }] : []
    })
  })
}

/** The one hand switch that stands before more than half of what the mains feeds; a lamp's own is none. */
function mainSwitch(context: Context, ways: readonly (readonly Passage[])[]): DeviceId | null {
  const counts = new Map<DeviceId, number>()
  for (const passages of ways) {
    const hands = passages.filter(
      ({ device, link }) =>
        link.kind === 'contact' &&
        context.part(device).behaviour.kind === 'switch' &&
        moverOf(context.part(device), link).by === 'hand',
    )
    for (const device of new Set(hands.map((passage) => passage.device)))
      counts.set(device, (counts.get(device) ?? 0) + 1)
  }
  const [first] = [...counts].sort(([, a], [, b]) => b - a)
  return first && first[1] > ways.length / 2 ? first[0] : null
}
