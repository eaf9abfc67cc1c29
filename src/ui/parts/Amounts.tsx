'use client'
import { DOES, type Does, type Part } from '@/core/plan'
import { Button } from '@/ui/primitives'
import { ChoiceAt, FigureAt } from './PartFields'
import { terminalName } from './typedPart'
import { usePartForm } from './usePartForm'

/** Figures of a kind that a person reads off its plate or sheet. */
const FIGURES: readonly {
  readonly key: string
  readonly label: string
  readonly unit: string
  readonly mayBeOpen?: true
}[] = [
  { key: 'rated_A', label: 'Rated', unit: 'A' },
  { key: 'min_V', label: 'Input from', unit: 'V' },
  { key: 'max_V', label: 'Input to', unit: 'V' },
  { key: 'power_W', label: 'Rated power', unit: 'W' },
  { key: 'efficiency_percent', label: 'Efficiency', unit: '%' },
  { key: 'powerFactor', label: 'Power factor', unit: '' },
  { key: 'inrush_A', label: 'Inrush', unit: 'A', mayBeOpen: true },
  { key: 'leakage_mA', label: 'Leakage', unit: 'mA', mayBeOpen: true },
  { key: 'phase_A', label: 'A phase', unit: 'A' },
  { key: 'phase_ohm', label: 'Resistance of a phase', unit: 'Ω', mayBeOpen: true },
  { key: 'capacity_Ah', label: 'Holds', unit: 'Ah', mayBeOpen: true },
  { key: 'airflow_m3_per_h', label: 'Air, blowing freely', unit: 'm³/h', mayBeOpen: true },
  { key: 'count', label: 'Pixels', unit: '' },
  { key: 'each_mA', label: 'Each', unit: 'mA' },
  { key: 'pitch_mm', label: 'Pitch', unit: 'mm' },
  { key: 'loop_ohm_per_m', label: 'There and back', unit: 'Ω/m' },
]

const DOES_WORDS: Readonly<Record<Does, string>> = {
  moves: 'moves something',
  pumps: 'pumps',
  heats: 'heats',
  blows: 'blows air',
  lights: 'lights',
  sounds: 'sounds',
  computes: 'computes, reads, sends',
  charges: 'charges a battery',
  works: 'works a contact',
  feeds: 'feeds what is plugged in',
}

/** Volts, amperes and watts: what it gives, and what it takes. */
export function Amounts() {
  const { part, set } = usePartForm()
  const { behaviour } = part
  const figures = behaviour as unknown as Readonly<Record<string, number | null>>
  const outputs = 'outputs' in behaviour ? behaviour.outputs : []
  const terminals = part.terminals.map(({ key }) => ({ value: key, label: terminalName(part, key) }))
  const addDraw = () => {
    const ids = new Set(part.draws.map(({ id }) => id))
    let n = part.draws.length + 1
    while (ids.has(`load${n}`)) n += 1
    const draw: Part['draws'][number] = {
      id: `load${n}`,
      name: part.draws.length === 0 ? 'Load' : `Load ${n}`,
      plus: terminals[0]!.value,
      minus: terminals[1]!.value,
      nominal_V: 24,
      model: 'constant-power',
      power_W: 10,
      current_A: null,
      powerFactor: 1,
      min_V: null,
      max_V: null,
      system: null,
      does: null,
      startFactor: 1,
    }
    set('draws', [...part.draws, draw])
  }
  return (
    <section aria-label="Volts, amperes and watts" className="space-y-3">
      <h3 className="font-bold">Volts, amperes and watts</h3>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {FIGURES.filter(({ key }) => key in figures && (typeof figures[key] === 'number' || figures[key] === null)).map(
          ({ key, label, unit, mayBeOpen }) => (
            <FigureAt key={key} at={`behaviour.${key}`} label={label} unit={unit} mayBeOpen={mayBeOpen} />
          ),
        )}
      </div>
      {outputs.map(({ id }, i) => (
        <div key={id} className="grid grid-cols-2 gap-3 rounded-lg border border-hair p-2 sm:grid-cols-5">
          <FigureAt at={`behaviour.outputs.${i}.voltage_V`} label="Gives" unit="V" />
          <FigureAt at={`behaviour.outputs.${i}.current_A`} label="Rated" unit="A" />
          <FigureAt at={`behaviour.outputs.${i}.limit_A`} label="Limits at" unit="A" />
          <ChoiceAt at={`behaviour.outputs.${i}.plus`} label="Plus at" options={terminals} />
          <ChoiceAt at={`behaviour.outputs.${i}.minus`} label="Minus at" options={terminals} />
        </div>
      ))}
      {part.draws.map(({ id, name, power_W, current_A }, i) => {
        const at = (field: string) => `draws.${i}.${field}`
        return (
          <fieldset key={id} className="rounded-lg border border-hair p-2">
            <legend className="px-1 text-[13px] font-semibold">It takes: {name}</legend>
            <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
              <FigureAt at={at('nominal_V')} label="Made for" unit="V" />
              <FigureAt
                at={at('power_W')}
                label="Watts"
                unit="W"
                mayBeOpen={current_A !== null}
                also={(value) => (value === null ? undefined : set(at('current_A'), null))}
              />
              <FigureAt
                at={at('current_A')}
                label="or amperes"
                unit="A"
                mayBeOpen={power_W !== null}
                also={(value) => (value === null ? undefined : set(at('power_W'), null))}
              />
              <ChoiceAt
                at={at('system')}
                label="AC or DC"
                options={[
                  { value: '', label: 'unknown' },
                  { value: 'dc', label: 'DC' },
                  { value: 'ac', label: 'AC' },
                  { value: 'either', label: 'either' },
                ]}
              />
              <ChoiceAt
                at={at('does')}
                label="What it does with it"
                options={[
                  { value: '', label: 'as its kind does' },
                  ...DOES.map((value) => ({ value, label: DOES_WORDS[value] })),
                ]}
              />
              <FigureAt at={at('min_V')} label="Works from" unit="V" mayBeOpen />
              <FigureAt at={at('max_V')} label="Stands" unit="V" mayBeOpen />
              <ChoiceAt at={at('plus')} label="Plus, or one end" options={terminals} />
              <ChoiceAt at={at('minus')} label="Minus, or the other" options={terminals} />
            </div>
            <Button
              look="quiet"
              onClick={() =>
                set(
                  'draws',
                  part.draws.filter((_, other) => other !== i),
                )
              }
            >
              It does not take this
            </Button>
          </fieldset>
        )
      })}
      {terminals.length >= 2 ? <Button onClick={addDraw}>It takes something</Button> : null}
    </section>
  )
}
