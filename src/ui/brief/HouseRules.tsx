'use client'
import { PRACTICE_REASONS, type Practice } from '@/core/plan'
import { AMPACITY, BASES, FERRULE_CODES } from '@/core/reference'
import { Choice, CommitField, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const NUMBERS = [
  { key: 'inside_C', label: 'Air inside at full work', unit: '°C', least: -40, most: 90 },
  { key: 'grouped', label: 'Loaded circuits in a duct', unit: '', least: 1, most: 40 },
  { key: 'maxDrop_percent', label: 'Voltage a wire may lose', unit: '%', least: 0.1, most: 20 },
  { key: 'supplyLoading_percent', label: 'Supplies loaded to', unit: '%', least: 10, most: 100 },
  { key: 'slack_percent', label: 'Slack on a reckoned length', unit: '%', least: 0, most: 100 },
  { key: 'assumedLength_mm', label: 'Length assumed', unit: 'mm', least: 50, most: 20000 },
] as const satisfies readonly {
  readonly key: keyof Practice
  readonly label: string
  readonly unit: string
  readonly least: number
  readonly most: number
}[]

/** Where makers disagree: this plan's answers, each default with its reason. */
export function HouseRules() {
  const { plan, edit } = useRoom()
  const { practice } = plan
  const change = (label: string, changes: Partial<Practice>) =>
    edit(label, { type: 'setPractice', changes })[0]?.message ?? null
  const choice = (
    key: 'series' | 'branchFusing' | 'screwEnds' | 'ferruleCode' | 'basis' | 'cutting',
    label: string,
    options: readonly { readonly value: string; readonly label: string }[],
  ) => (
    <Choice
      key={key}
      label={label}
      value={practice[key]}
      options={options}
      hint={PRACTICE_REASONS[key]}
      onChoose={(value) =>
        change(
          `${label}: ${value}`,
          (key === 'basis'
            ? {
                basis: value,
                insulation_C: AMPACITY[value as Practice['basis']].insulations_C.includes(practice.insulation_C)
                  ? practice.insulation_C
                  : AMPACITY[value as Practice['basis']].insulations_C.at(-1)!,
              }
            : { [key]: value }) as Partial<Practice>,
        )
      }
    />
  )
  const same = (values: readonly string[]) => values.map((value) => ({ value, label: value }))
  return (
    <details className="rounded-xl border border-hair bg-sheet p-3.5">
      <summary className="font-bold">House rules</summary>
      <div className="mt-2 space-y-2.5">
        {NUMBERS.map(({ key, label, unit, least, most }) => (
          <CommitField
            key={key}
            label={label}
            unit={unit}
            numeric
            value={String(practice[key])}
            hint={PRACTICE_REASONS[key]}
            onCommit={(text) => {
              const read = readNumber(text, label)
              if ('error' in read) return read.error
              if (read.value < least || read.value > most) return `must lie between ${least} and ${most} ${unit}`
              if (key === 'grouped' && !Number.isInteger(read.value)) return 'must be a whole number'
              return change(`${label}: ${read.value} ${unit}`, { [key]: read.value })
            }}
          />
        ))}
        {choice('basis', 'Ampacities by', same(BASES))}
        {choice('series', 'Wire sizes in', same(['mm²', 'AWG']))}
        {choice('branchFusing', 'DC branches are fused', [
          { value: 'where-thinner', label: 'where the wire is thinner' },
          { value: 'always', label: 'always' },
          { value: 'supply-limit', label: 'never: the supply limits' },
        ])}
        {choice('screwEnds', 'Ends under screws', same(['ferrule', 'bare', 'tinned']))}
        {choice('cutting', 'Wires are cut', [
          { value: 'to-length', label: 'to the reckoned length' },
          { value: 'to-measure', label: 'where they lie: held along, cut at the mark' },
          { value: 'long-and-trim', label: 'long, and trimmed when they lie' },
        ])}
        {choice('ferruleCode', 'Ferrule colours by', same(FERRULE_CODES))}
      </div>
    </details>
  )
}
