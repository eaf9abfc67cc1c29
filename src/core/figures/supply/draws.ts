import { drawAmount, terminalKey, type Model, type Potential, type Solution, type TerminalKey } from '@/core/model'
import type { Draw, Plan, StateId, TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { step } from '@/core/trace'
import { byState, worstOf } from '../settled/overStates'
import type { DrawReckoning } from '../types'

/** Less of what it is made for is what leaks, or what a short leaves: it is not fed. */
const NOTHING = 0.02

const isTurned = (plus: ReadonlySet<string>, minus: ReadonlySet<string>) =>
  (plus.has('-') && !plus.has('+')) || (minus.has('+') && !minus.has('-'))

/** The sources that lie on a terminal's net by wires alone. */
function sourcesOn(model: Model, key: TerminalKey): readonly Potential[] {
  const net = model.netOf(key)
  return model.sources.flatMap(({ potential, terminal }) => (model.netOf(terminal) === net ? [potential] : []))
}

/** What each load gets and takes. */
export function reckonDraws(plan: Plan, model: Model, states: ReadonlyMap<StateId, Solution>): DrawReckoning[] {
  const kinds = (key: TerminalKey) =>
    new Set((model.netById.get(model.netOf(key))?.potentials ?? []).map(({ kind }) => kind))
  return model.devices.flatMap(({ id, device, part }) =>
    part.draws.map((draw): DrawReckoning => {
      const plus = kinds(terminalKey(id, draw.plus))
      const minus = kinds(terminalKey(id, draw.minus))
      // Where a contact shorts the two sides both kinds reach both: what lies there by wires alone then says it.
      const direct = (terminal: TerminalId) =>
        new Set(sourcesOn(model, terminalKey(id, terminal)).map(({ kind }) => kind))
      const isPolarised = part.terminals[draw.plus]!.polarised
      const voltage_V = byState(states, (state) => {
        const solved_V = state.drawVoltage_V.get(`${id}#${draw.id}`) ?? null
        return solved_V === null || Math.abs(solved_V) < NOTHING * draw.nominal_V ? null : solved_V
      })
      const current_A = byState(states, (state) => state.drawCurrent_A.get(`${id}#${draw.id}`) ?? null)
      const least = leastOf(voltage_V)
      const greatest = worstOf(current_A)
      const inState = (state: StateId | null) => (state === null ? '' : `, state “${plan.states[state]!.name}”`)
      return {
        device: id,
        draw: draw.id,
        nominal_V: draw.nominal_V,
        voltage_V,
        current_A,
        lowest: {
          value: least.value,
          unit: 'V',
          trace: [
            step(
              'At its terminals',
              least.value === null
                ? 'not derived: nothing feeds it in any state'
                : `${formatNumber(least.value, 4)} V, what the wires and fuses of its feed leave of its source${inState(least.state)}`,
              'solved network',
            ),
          ],
        },
        most: {
          value: greatest.value,
          unit: 'A',
          trace: [
            step('Takes', wordsOf(device, draw), 'the plan'),
            step(
              'Draws',
              greatest.value === null
                ? 'not derived: nothing feeds it in any state'
                : `${formatNumber(greatest.value)} A as ${draw.model === 'resistive' ? 'a resistance' : draw.model === 'constant-current' ? 'a constant current' : 'a constant power'} at the volts that it gets${inState(greatest.state)}`,
              'solved network',
            ),
          ],
        },
        isReversed: isPolarised && (isTurned(plus, minus) || isTurned(direct(draw.plus), direct(draw.minus))),
      }
    }),
  )
}

function leastOf(values: Readonly<Record<StateId, number | null>>): {
  readonly value: number | null
  readonly state: StateId | null
} {
  let least: { value: number | null; state: StateId | null } = { value: null, state: null }
  for (const [state, value] of Object.entries(values))
    if (value !== null && (least.value === null || value! < least.value))
      least = { value: value!, state: state as StateId }
  return least
}

function wordsOf(device: Model['devices'][number]['device'], draw: Draw): string {
  const { power_W, current_A } = drawAmount(device, draw)
  return power_W === null
    ? `${formatNumber(current_A ?? 0)} A at ${draw.nominal_V} V`
    : `${formatNumber(power_W)} W, made for ${draw.nominal_V} V`
}
