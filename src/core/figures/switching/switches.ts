import { contactFitness, sinkForRelay, wearYears, type ContactLoad, type LoadKind } from '@/core/switching'
import { formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step } from '@/core/trace'
import { doesAny, factsOf, hasMotor, type DeviceId, type Part, type Plan, type StateId } from '@/core/plan'
import type { Air } from '../settled/air'
import { byState, worstOf } from '../settled/overStates'
import type { Model, Passage, Solution } from '@/core/model'
import type { FeedWay } from '@/core/behaviour'
import type { SwitchReckoning } from '../types'

/** The hottest that a base may get where its sheet says nothing; typical of solid-state relays. */
const MAX_BASE_C = 80
/** Bare, screwed to nothing; typical of a relay of that size. */
const BARE_BASE_K_PER_W = 9
/** Pad or paste; typical. */
const INTERFACE_K_PER_W = 0.1

/** What a thing is to the contact that switches it. */
export function loadKindOf(part: Part): LoadKind {
  const { loadKind } = factsOf(part)
  if (loadKind !== 'by-draw') return loadKind
  if (hasMotor(part)) return 'motor'
  if (doesAny(part, 'computes', 'charges')) return 'capacitive'
  return doesAny(part, 'lights') ? 'lamp' : 'resistive'
}

/** Every contact and transistor with what it switches, how hard that is for it, how hot it gets and how long it lasts. */
export function reckonSwitches(
  plan: Plan,
  model: Model,
  ways: readonly FeedWay[],
  states: ReadonlyMap<StateId, Solution>,
  air: Air,
): SwitchReckoning[] {
  return model.passages.flatMap((passage): SwitchReckoning[] => {
    const { device, link } = passage
    if (link.kind !== 'contact' && link.kind !== 'semiconductor') return []
    const behind = ways.filter(({ passages }) => passages.includes(passage))
    if (behind.length === 0) return []
    const entry = model.devices.find(({ id }) => id === device)!
    const id = `${device}/${link.id}`
    const current_A = byState(states, (state) =>
      state.unsolved.has(id) ? null : Math.abs(state.linkCurrent_A.get(id) ?? 0),
    )
    const worst = worstOf(current_A)
    const isMains = behind.some((way) => way.isMains)
    const voltage_V = Math.max(...behind.map((way) => way.voltage_V))
    const system = isMains ? ('ac-1ph' as const) : ('dc' as const)
    const loads = [...new Set(behind.map((way) => way.device))]
    const common = {
      device,
      link: link.id,
      loads,
      voltage_V,
      system,
      worst: {
        value: worst.value,
        unit: 'A',
        trace: [
          step(
            'Current',
            worst.value === null
              ? 'not derived'
              : `${formatNumber(worst.value)} A${worst.state ? `, state “${plan.states[worst.state]!.name}”` : ''}`,
            'solved network',
          ),
        ],
      },
    }
    const amperes = worst.value ?? 0
    if (link.kind === 'semiconductor')
      return [{ ...common, kind: 'transistor', ...semiconductorFigures(entry, link, amperes, air.at(device)) }]
    return [
      {
        ...common,
        kind: 'contact',
        ...contactFigures(plan, model, entry, link, loads, states, amperes, {
          system,
          voltage_V,
          gaps: Math.min(...behind.map(({ passages }) => gapsOf(passage, passages))),
        }),
      },
    ]
  })
}

/** Contacts of one actuator on a way, which open together: each breaks its share of the volts. */
const gapsOf = ({ device, link }: Passage, way: readonly Passage[]): number =>
  way.filter(
    (other) =>
      other.device === device &&
      other.link.kind === 'contact' &&
      link.kind === 'contact' &&
      other.link.actuator === link.actuator,
  ).length

type Entry = Model['devices'][number]

function semiconductorFigures(
  { device, part }: Entry,
  link: Extract<Passage['link'], { kind: 'semiconductor' }>,
  current_A: number,
  ambient_C: number,
): Pick<SwitchReckoning, 'loading' | 'isBeyondPrinted' | 'heat' | 'wear'> {
  const { behaviour } = part
  const loading = link.rated_A === null ? null : (100 * current_A) / link.rated_A
  const loadingFigure = {
    value: loading,
    unit: '%',
    trace: [
      step(
        'Loading',
        loading === null
          ? 'the part states no rating'
          : `${formatNumber(current_A)} A ÷ ${link.rated_A} A = ${formatNumber(loading)} %`,
        "the part's data",
      ),
    ],
  }
  const isBeyondPrinted = (loading ?? 0) > 100 * (1 + 1e-9)
  if (behaviour.kind !== 'solid-state-relay') return { loading: loadingFigure, isBeyondPrinted, heat: null, wear: null }
  const answer = sinkForRelay({
    load_A: current_A,
    onStateDrop_V: link.drop_V,
    slope_ohm: behaviour.slope_ohm ?? 0,
    ambient_C,
    maxBase_C: behaviour.maxBase_C ?? MAX_BASE_C,
    interface_K_per_W: INTERFACE_K_PER_W,
    bareBase_K_per_W: behaviour.bareBase_K_per_W ?? BARE_BASE_K_PER_W,
  })
  const { result } = answer
  const fitted = device.sink_K_per_W ?? null
  const base_C = fitted === null ? result.bareBase_C! : ambient_C + result.dissipation_W * (fitted + INTERFACE_K_PER_W)
  return {
    loading: loadingFigure,
    isBeyondPrinted,
    wear: null,
    heat: {
      dissipation_W: result.dissipation_W,
      needsSink: result.needsSink,
      wanted_K_per_W: result.sink_K_per_W,
      fitted_K_per_W: fitted,
      max_C: behaviour.maxBase_C ?? MAX_BASE_C,
      base: {
        value: base_C,
        unit: '°C',
        trace: [
          ...answer.trace,
          step(
            'As fitted',
            fitted === null
              ? `no sink: ${formatNumber(base_C)} °C${behaviour.bareBase_K_per_W === null ? `, with ${BARE_BASE_K_PER_W} K/W as typical of its size` : ''}`
              : `${formatNumber(ambient_C)} °C + ${formatNumber(result.dissipation_W)} W × (${formatNumber(fitted)} + ${INTERFACE_K_PER_W}) K/W = ${formatNumber(base_C)} °C`,
            behaviour.bareBase_K_per_W === null ? COMMON_PRACTICE : "the part's data",
          ),
        ],
      },
    },
  }
}

function contactFigures(
  plan: Plan,
  model: Model,
  { device, part }: Entry,
  link: Extract<Passage['link'], { kind: 'contact' }>,
  loads: readonly DeviceId[],
  states: ReadonlyMap<StateId, Solution>,
  current_A: number,
  at: {
    readonly system: 'dc' | 'ac-1ph'
    readonly voltage_V: number
    /** So many contacts that open together lie one after the other: common practice against the arc of direct current. */
    readonly gaps: number
  },
): Pick<SwitchReckoning, 'loading' | 'isBeyondPrinted' | 'heat' | 'wear'> {
  if (link.rated_A === null)
    return {
      loading: { value: null, unit: '%', trace: [step('Loading', 'the part states no rating', "the part's data")] },
      isBeyondPrinted: false,
      heat: null,
      wear: null,
    }
  // What each kind takes, as shares of the contact's current: loads are known by their own draw.
  const taken = new Map<LoadKind, number>()
  for (const id of loads) {
    const { part: load } = model.devices.find((entry) => entry.id === id)!
    const own = Math.max(
      0,
      ...[...states.values()].map(
        (state) =>
          load.draws.reduce((sum, draw) => sum + Math.abs(state.drawCurrent_A.get(`${id}#${draw.id}`) ?? 0), 0) +
          Math.abs(state.inputs_A.get(id) ?? 0),
      ),
    )
    const kind = loadKindOf(load)
    taken.set(kind, (taken.get(kind) ?? 0) + own)
  }
  const total = [...taken.values()].reduce((sum, value) => sum + value, 0)
  const parts: ContactLoad[] = [...taken].map(([kind, value]) => ({
    kind,
    current_A: total === 0 ? 0 : (current_A * value) / total,
  }))
  const { motor_A, lamp_A, capacitive_A, dc_A } = link.ratings ?? {}
  const fitness = contactFitness({
    ratings: {
      rated_A: link.rated_A,
      ...(motor_A ? { motor_A } : {}),
      ...(lamp_A ? { lamp_A } : {}),
      ...(capacitive_A ? { capacitive_A } : {}),
      ...(dc_A ? { dc_A } : {}),
    },
    loads: parts,
    isGeneralUse: part.behaviour.kind === 'switch',
    system: at.system,
    voltage_V: at.voltage_V / at.gaps,
  })
  const perDay = device.operationsPerDay
  const wear =
    perDay === null ? null : wearYears({ loading_percent: fitness.loading_percent, operationsPerDay: perDay })
  return {
    heat: null,
    isBeyondPrinted: fitness.printed_percent > 100 * (1 + 1e-9),
    loading: {
      value: fitness.loading_percent,
      unit: '%',
      trace: [
        step(
          'Rating',
          `${link.rated_A} A into resistance${fitness.dcShare === 1 ? '' : `, × ${formatNumber(fitness.dcShare)} on ${formatNumber(at.voltage_V / at.gaps)} V DC`}`,
          fitness.dcShare === 1 ? "the part's data" : COMMON_PRACTICE,
        ),
        ...(at.gaps > 1 && at.system === 'dc'
          ? [
              step(
                'Gaps',
                `${at.gaps} contacts that open together one after the other: each breaks ${formatNumber(at.voltage_V / at.gaps)} V of ${formatNumber(at.voltage_V)} V`,
                COMMON_PRACTICE,
              ),
            ]
          : []),
        ...fitness.parts.map((part) =>
          step(
            `As ${part.kind} load`,
            `${formatNumber(part.current_A)} A of ${formatNumber(part.rated_A)} A`,
            part.isFromSheet || part.kind === 'resistive' ? "the part's data" : COMMON_PRACTICE,
          ),
        ),
        step('Together', `${formatNumber(fitness.loading_percent)} % of what the contact stands`),
      ],
    },
    wear:
      wear === null
        ? null
        : {
            value: wear.years,
            unit: 'years',
            trace: [
              step(
                'Operations',
                `about ${formatNumber(wear.operations)} at ${formatNumber(fitness.loading_percent)} % of its rating, typical of power relays`,
                COMMON_PRACTICE,
              ),
              step(
                'Wear',
                wear.years === null
                  ? 'it hardly switches'
                  : `${formatNumber(wear.operations)} ÷ ${formatNumber(perDay!)} a day = ${formatNumber(wear.years)} years`,
              ),
            ],
          },
  }
}
