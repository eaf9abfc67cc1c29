import type { Plan } from './schema/plan'
import type { WireFunction } from './practice'

type Wire = Plan['wires'][keyof Plan['wires']]

/** A wire as it is before anyone decided anything: everything is reckoned. */
export function newWire(
  from: Wire['from'],
  to: Wire['to'],
  fn: WireFunction,
  label: string,
  rest: Partial<Wire> = {},
): Wire {
  return {
    label,
    from,
    to,
    function: fn,
    size: null,
    construction: 'flexible',
    insulation_C: null,
    rated_V: fn === 'signal' ? 300 : 450,
    jacket: 'basic',
    flexClass: 'fixed',
    colour: null,
    fromTreatment: null,
    toTreatment: null,
    route: null,
    length_mm: null,
    measured_mm: null,
    isHeldAlong: null,
    cable: null,
    core: null,
    origin: 'new',
    knownFrom: 'sheet',
    claims: [],
    note: '',
    ...rest,
  }
}
