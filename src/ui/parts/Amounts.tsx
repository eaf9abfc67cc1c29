'use client'
import type { Part, TerminalId } from '@/core/plan'
import { Button, Choice, CommitField, readNumber } from '@/ui/primitives'
import type { Change } from './PartEditor'

type Behaviour = Part['behaviour']

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

/** A number that may be left empty where that is allowed. */
export function NumberField({
  label,
  unit,
  value,
  mayBeOpen = false,
  onSet,
}: {
  readonly label: string
  readonly unit: string
  readonly value: number | null
  readonly mayBeOpen?: boolean
  readonly onSet: (value: number | null) => void
}) {
  return (
    <CommitField
      label={label}
      unit={unit}
      numeric
      value={value === null ? '' : String(value)}
      hint={mayBeOpen && value === null ? 'unknown' : undefined}
      onCommit={(text) => {
        if (text.trim() === '' && mayBeOpen) {
          onSet(null)
          return null
        }
        const read = readNumber(text, label)
        if ('error' in read) return read.error
        if (read.value < 0) return 'must be 0 or more'
        onSet(read.value)
        return null
      }}
    />
  )
}

/** Volts, amperes and watts: what it gives, and what it takes. */
export function Amounts({ part, onChange }: { readonly part: Part; readonly onChange: Change }) {
  const { behaviour } = part
  const figures = behaviour as unknown as Readonly<Record<string, number | null>>
  const set = (changes: object) => onChange({ ...part, behaviour: { ...behaviour, ...changes } as Behaviour })
  const outputs = 'outputs' in behaviour ? behaviour.outputs : []
  const terminals = (Object.keys(part.terminals) as TerminalId[]).map((key) => ({
    value: key,
    label: `${part.terminals[key]!.block ? `${part.terminals[key]!.block} ` : ''}${part.terminals[key]!.label}`,
  }))
  return (
    <section aria-label="Volts, amperes and watts" className="space-y-3">
      <h3 className="font-bold">Volts, amperes and watts</h3>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {FIGURES.filter(({ key }) => key in figures && (typeof figures[key] === 'number' || figures[key] === null)).map(
          ({ key, label, unit, mayBeOpen }) => (
            <NumberField
              key={key}
              label={label}
              unit={unit}
              value={figures[key]!}
              mayBeOpen={mayBeOpen}
              onSet={(value) => set({ [key]: value })}
            />
          ),
        )}
      </div>
      {outputs.map((output, i) => {
        const change = (changes: object) =>
          set({ outputs: outputs.map((each, at) => (at === i ? { ...each, ...changes } : each)) })
        return (
          <div key={output.id} className="grid grid-cols-2 gap-3 rounded-lg border border-hair p-2 sm:grid-cols-5">
            <NumberField
              label="Gives"
              unit="V"
              value={output.voltage_V}
              onSet={(value) => change({ voltage_V: value })}
            />
            <NumberField
              label="Rated"
              unit="A"
              value={output.current_A}
              onSet={(value) => change({ current_A: value })}
            />
            <NumberField
              label="Limits at"
              unit="A"
              value={output.limit_A}
              onSet={(value) => change({ limit_A: value })}
            />
            <Choice
              label="Plus at"
              value={output.plus}
              options={terminals}
              onChoose={(value) => change({ plus: value })}
            />
            <Choice
              label="Minus at"
              value={output.minus}
              options={terminals}
              onChoose={(value) => change({ minus: value })}
            />
          </div>
        )
      })}
      {part.draws.map((draw, i) => {
        const change = (changes: object) =>
          onChange({ ...part, draws: part.draws.map((each, at) => (at === i ? { ...each, ...changes } : each)) })
        return (
          <fieldset key={draw.id} className="rounded-lg border border-hair p-2">
            <legend className="px-1 text-[13px] font-semibold">It takes: {draw.name}</legend>
            <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
              <NumberField
                label="Made for"
                unit="V"
                value={draw.nominal_V}
                onSet={(value) => change({ nominal_V: value })}
              />
              <NumberField
                label="Watts"
                unit="W"
                value={draw.power_W}
                mayBeOpen={draw.current_A !== null}
                onSet={(value) => change(value === null ? { power_W: null } : { power_W: value, current_A: null })}
              />
              <NumberField
                label="or amperes"
                unit="A"
                value={draw.current_A}
                mayBeOpen={draw.power_W !== null}
                onSet={(value) => change(value === null ? { current_A: null } : { current_A: value, power_W: null })}
              />
              <Choice
                label="AC or DC"
                value={draw.system ?? ''}
                options={[
                  { value: '', label: 'unknown' },
                  { value: 'dc', label: 'DC' },
                  { value: 'ac', label: 'AC' },
                  { value: 'either', label: 'either' },
                ]}
                onChoose={(value) => change({ system: value === '' ? null : value })}
              />
              <NumberField
                label="Works from"
                unit="V"
                mayBeOpen
                value={draw.min_V}
                onSet={(value) => change({ min_V: value })}
              />
              <NumberField
                label="Stands"
                unit="V"
                mayBeOpen
                value={draw.max_V}
                onSet={(value) => change({ max_V: value })}
              />
              <Choice
                label="Plus, or one end"
                value={draw.plus}
                options={terminals}
                onChoose={(value) => change({ plus: value })}
              />
              <Choice
                label="Minus, or the other"
                value={draw.minus}
                options={terminals}
                onChoose={(value) => change({ minus: value })}
              />
            </div>
            <Button
              look="quiet"
              onClick={() => onChange({ ...part, draws: part.draws.filter((each) => each !== draw) })}
            >
              It does not take this
            </Button>
          </fieldset>
        )
      })}
      {terminals.length >= 2 ? (
        <Button
          onClick={() => {
            const ids = new Set(part.draws.map(({ id }) => id))
            let n = part.draws.length + 1
            while (ids.has(`load${n}`)) n += 1
            onChange({
              ...part,
              draws: [
                ...part.draws,
                {
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
                  startFactor: 1,
                } as Part['draws'][number],
              ],
            })
          }}
        >
          It takes something
        </Button>
      ) : null}
    </section>
  )
}
