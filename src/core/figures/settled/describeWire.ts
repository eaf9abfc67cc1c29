import { ASSUMED_PROSPECTIVE_A } from '@/core/protection'
import { voltageDrop } from '@/core/conductor'
import { cite, SOURCES } from '@/core/reference'
import { formatNumber, formatQuantity, isAtMost, wireSize } from '@/core/quantity'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'
import type { Plan, StateId } from '@/core/plan'
import type { WireGuard } from './guards'
import type { Solution } from '@/core/model'
import type { BondReckoning, WireReckoning } from '../types'
import type { Circuit } from './circuits'
import { isTrusted, shortMinimum, sizeFor, type Sizing, worstCurrent } from './sizing'

const LENGTH_WORDS: Readonly<Record<Circuit['lengthFrom'], string>> = {
  measured: 'measured',
  planned: 'planned',
  routed: 'by its way',
  assumed: 'assumed until it is laid, planned or measured',
}

export type SizedWire = Omit<WireReckoning, 'from' | 'to'>

/** A wire's figures with their derivations, once the sizes have settled. `present` is the size they settled at. */
export function describeWire(
  plan: Plan,
  circuit: Circuit,
  guarded: WireGuard,
  states: ReadonlyMap<StateId, Solution>,
  present: string | null,
  { ampacityOf, requestFor, sizingOf }: Sizing,
  bond?: BondReckoning,
): SizedWire {
  const { conductor, length_mm, voltage_V } = circuit
  const { wire } = conductor
  const { byState, worst_A, state } = worstCurrent(circuit, states)
  const size = present
  const known = size === null ? null : ampacityOf(size, circuit)
  const ampacity = known?.ampacity ?? null
  const corrected_A = ampacity?.kind === 'offered' ? ampacity.corrected_A : null
  const alone = size === null ? null : ampacityOf(size, circuit, 1).ampacity
  const alone_A = alone?.kind === 'offered' ? alone.corrected_A : null
  const isOverloadOmitted =
    circuit.served !== null && (corrected_A === null || isAtMost(circuit.served.most_A, corrected_A))
  const trace: TraceStep[] = [
    step(
      'Length',
      `${formatNumber(length_mm, 4)} mm, ${LENGTH_WORDS[circuit.lengthFrom]}`,
      circuit.lengthFrom === 'assumed' ? COMMON_PRACTICE : 'the plan',
    ),
    circuit.known_A !== null
      ? step(
          'Current',
          `${formatNumber(circuit.known_A)} A, what its driver is set to give, or what is printed on the motor`,
          'the plan',
        )
      : worst_A === null
        ? step('Current', 'not derived: the network of this wire could not be solved', 'solved network')
        : step(
            'Current',
            `${formatNumber(worst_A)} A${state ? `, state “${plan.states[state]!.name}”` : ''}`,
            'solved network',
          ),
    ...(bond ? bond.loose.trace.slice(1) : []),
    ...(guarded.guard
      ? [
          ...(isOverloadOmitted
            ? [
                step(
                  'Overload',
                  'what hangs on it cannot take more than it is made for: protection against overload may be left out',
                  cite(SOURCES.iec60364Omitted),
                ),
              ]
            : []),
          step(
            'Protected by',
            isTrusted(plan, guarded)
              ? `${guarded.guard.label}, trusted by the house rule`
              : `${guarded.guard.label}${guarded.needs_A > guarded.guard.needs_A * 1.0001 ? ' and others that return through it' : ''}: the wire must carry ${formatNumber(guarded.needs_A)} A`,
            cite(SOURCES.iec60364Overload),
          ),
        ]
      : []),
  ]
  const current_A = worst_A ?? 0
  const chosen =
    wire.size === null
      ? sizeFor(sizingOf, plan, circuit, requestFor(circuit, Math.max(worst_A ?? 0, bond?.loose.value ?? 0)))
      : null
  const sized = chosen?.answer ?? null
  const least = wire.size === null ? shortMinimum(plan, circuit, guarded) : null
  let reasons: readonly string[] = sized?.result.reasons ?? []
  if (ampacity?.kind === 'not-offered') reasons = [...reasons, ampacity.reason]
  const drop =
    size === null
      ? null
      : voltageDrop({ size, current_A, oneWay_m: length_mm / 1000, voltage_V, conductor_C: circuit.ambient_C })
  const ampacityTrace = known?.trace ?? [step('Ampacity', 'no size, no ampacity', 'the plan')]
  const full = [
    ...trace,
    ...(chosen?.isByClamp
      ? [
          step(
            'Clamps',
            `they take ${formatNumber(circuit.clampMost_mm2)} mm² at most: the thickest that goes in, though more is lost on it than the house rule has`,
            "the part's data",
          ),
        ]
      : []),
    ...(least
      ? [
          step(
            'Short circuit',
            `${least} at least stands it until ${guarded.guard!.label} opens, at ${formatNumber(plan.site.prospective_A ?? ASSUMED_PROSPECTIVE_A)} A`,
            cite(SOURCES.iec60364Damage),
          ),
        ]
      : []),
    ...(sized ? sized.explain() : [...ampacityTrace, step('Size', `${size}, as entered`, 'the plan')]),
  ]
  const loading = corrected_A === null || worst_A === null ? null : (100 * current_A) / corrected_A
  return {
    id: conductor.id,
    function: wire.function,
    size,
    isReckoned: wire.size === null,
    length_mm,
    lengthFrom: circuit.lengthFrom,
    current_A: byState,
    worst: { value: worst_A, unit: 'A', trace: trace.slice(1, 2) },
    ampacity: { value: corrected_A, unit: 'A', trace: ampacityTrace },
    maxProtection_A: ampacity?.kind === 'offered' ? ampacity.maxProtection_A : null,
    loading: {
      value: loading,
      unit: '%',
      trace: [
        ...trace,
        ...ampacityTrace,
        step(
          'Loading',
          loading === null
            ? 'not derived'
            : `${formatNumber(current_A)} A ÷ ${formatNumber(corrected_A!)} A = ${formatNumber(loading)} %`,
        ),
      ],
    },
    drop: {
      value: worst_A === null ? null : (drop?.drop_percent ?? null),
      unit: '%',
      trace: [
        ...trace.slice(0, 2),
        step(
          'Voltage drop',
          drop && worst_A !== null
            ? `${formatQuantity(drop.drop_V, 'V')} there and back at ${circuit.ambient_C} °C, ${formatNumber(drop.drop_percent)} % of ${voltage_V} V`
            : 'not derived',
        ),
      ],
    },
    guard: guarded.guard,
    needs_A: guarded.needs_A,
    alone_A,
    continuous_A: ampacity?.kind === 'offered' ? ampacity.continuous_A : null,
    served: circuit.served,
    sizing: { value: size === null ? null : wireSize(size).area_mm2, unit: 'mm²', trace: full },
    trace: full,
    reasons,
  }
}
