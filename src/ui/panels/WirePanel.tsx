'use client'
import { useState } from 'react'
import {
  colourName,
  COLOURS,
  GREEN_YELLOW,
  isGreenYellow,
  type Colour,
  type DeviceId,
  type Practice,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import { explainLength } from '@/core/figures'
import { formatNumber, SOLD_SIZES } from '@/core/quantity'
import { Button, Choice, CommitField, readNumber, Swatch } from '@/ui/primitives'
import { endName, FigureButton, FUNCTION_WORDS, useRoom, wireColour } from '@/ui/room'
import { ClaimRows } from './ClaimRows'
import { TerminalPicker } from './TerminalPicker'

const AS_SCHEME = 'scheme'
const RECKONED = 'reckoned'

const LENGTH_FROM = {
  measured: 'measured',
  planned: 'as planned',
  routed: 'by its way',
  assumed: 'assumed',
} as const

const CUT_WORDS: Readonly<Record<Practice['cutting'], string>> = {
  'to-length': 'to the reckoned length',
  'to-measure': 'where it lies',
  'long-and-trim': 'long, and trimmed',
}

const lengthWords = (length_mm: number | null) =>
  length_mm === null ? 'length open' : `${formatNumber(length_mm, 5)} mm`

/** A length of a wire; empty where nothing is said. */
function LengthField({
  label,
  value_mm,
  hint,
  onLength,
}: {
  readonly label: string
  readonly value_mm: number | null
  readonly hint: string | undefined
  /** @returns what is wrong */
  readonly onLength: (length_mm: number | null) => string | null
}) {
  return (
    <CommitField
      label={label}
      unit="mm"
      numeric
      value={value_mm === null ? '' : String(value_mm)}
      hint={hint}
      onCommit={(text) => {
        if (text.trim() === '') return onLength(null)
        const read = readNumber(text, 'The length')
        if ('error' in read) return read.error
        if (read.value < 0 || read.value > 1e6)
          return `${formatNumber(read.value)} mm is not a length for a wire; give 0 to 1,000,000 mm`
        return onLength(read.value)
      }}
    />
  )
}

function colourOptions(current: Colour | null) {
  const plain = COLOURS.map((base) => ({ value: base as string, label: base as string }))
  const own =
    current && current.stripe && !isGreenYellow(current)
      ? [{ value: `${current.base}|${current.stripe}`, label: colourName(current) }]
      : []
  return [
    { value: AS_SCHEME, label: 'as the scheme has it' },
    { value: 'green|yellow', label: 'green/yellow' },
    { value: 'white|blue', label: 'white/blue' },
    ...own.filter(({ value }) => value !== 'white|blue'),
    ...plain,
  ]
}

function readColour(value: string): Colour | null {
  if (value === AS_SCHEME) return null
  if (value === 'green|yellow') return GREEN_YELLOW
  const [base, stripe] = value.split('|') as [Colour['base'], Colour['base'] | undefined]
  return { base, stripe: stripe ?? null }
}

/** One wire: where it goes, what it carries, what it is, and all that can be changed about it. */
export function WirePanel({ id }: { readonly id: WireId }) {
  const { plan, evaluation, edit, open } = useRoom()
  const [moving, setMoving] = useState<'from' | 'to' | null>(null)
  const [error, setError] = useState<string | null>(null)
  const wire = plan.wires[id]!
  const reckoned = evaluation?.reckoning.wires[id]
  const lead = evaluation?.reckoning.routes.leads[wire.cable ?? id]
  const change = (what: string, changes: Partial<Wire>) =>
    setError(
      edit(`${wire.label}: ${what}`, { type: 'updateWire', id, changes })
        .map(({ message }) => message)
        .join('; ') || null,
    )
  const move = (device: DeviceId, terminal: TerminalId) => {
    const side = moving!
    const problems = edit(`Move ${side === 'from' ? 'the first' : 'the second'} end of ${wire.label}`, {
      type: 'moveEnd',
      wire: id,
      side,
      end: { kind: 'terminal', device, terminal },
    })
    setError(problems.map(({ message }) => message).join('; ') || null)
    setMoving(null)
  }
  return (
    <section aria-labelledby="wire-title" className="space-y-3">
      <div>
        <h2 id="wire-title" className="figures text-[22px] font-bold">
          {wire.label}
        </h2>
        <p className="text-[14px] text-mute">
          {FUNCTION_WORDS[wire.function]}, {reckoned?.size ?? wire.size ?? 'size not derived'}
          {reckoned?.isReckoned ? ', reckoned' : ', as entered'}
        </p>
        <Swatch colour={wireColour(plan, wire)} />
      </div>
      {(['from', 'to'] as const).map((side) => (
        <div key={side} className="flex items-center justify-between gap-2 rounded-lg border border-hair p-2">
          <p>
            {endName(plan, wire[side])}
            <span className="block text-[13px] text-mute">{reckoned?.[side]?.what}</span>
          </p>
          <Button onClick={() => setMoving(side)}>Move</Button>
        </div>
      ))}
      {moving ? (
        <TerminalPicker
          title={`Where shall ${moving === 'from' ? 'the first' : 'the second'} end of ${wire.label} go?`}
          except={wire[moving === 'from' ? 'to' : 'from']}
          onClose={() => setMoving(null)}
          onPick={move}
        />
      ) : null}
      {reckoned ? (
        <dl className="grid grid-cols-2 gap-x-3 gap-y-1 text-[14px]">
          <dt className="text-mute">Carries at most</dt>
          <dd>
            <FigureButton figure={reckoned.worst} title={wire.label} subject="greatest current" />
          </dd>
          <dt className="text-mute">Stands</dt>
          <dd>
            <FigureButton figure={reckoned.ampacity} title={wire.label} subject="corrected ampacity" />
          </dd>
          <dt className="text-mute">Loaded</dt>
          <dd>
            <FigureButton figure={reckoned.loading} title={wire.label} subject="worst current of its ampacity" />
          </dd>
          <dt className="text-mute">Loses</dt>
          <dd>
            <FigureButton figure={reckoned.drop} title={wire.label} subject="voltage lost, there and back" />
          </dd>
          <dt className="text-mute">Least area</dt>
          <dd>
            <FigureButton figure={reckoned.sizing} title={wire.label} subject="how its size came about" />
          </dd>
          <dt className="text-mute">Long</dt>
          <dd>
            <FigureButton
              figure={{
                value: reckoned.length_mm,
                unit: 'mm',
                trace:
                  reckoned.lengthFrom === 'routed' && lead?.bare_mm != null
                    ? explainLength(plan, lead, { bare_mm: lead.bare_mm, cut_mm: lead.cut_mm! })
                    : reckoned.trace.slice(0, 1),
              }}
              title={wire.label}
              subject="length"
              significant={5}
            />{' '}
            <span className="text-mute">{LENGTH_FROM[reckoned.lengthFrom]}</span>
          </dd>
          <dt className="text-mute">Protected by</dt>
          <dd>
            {reckoned.guard?.label ?? (wire.function === 'PE' ? 'sized for the fault' : 'nothing: it carries no power')}
          </dd>
        </dl>
      ) : null}
      <Choice
        label="Size"
        value={wire.size ?? RECKONED}
        options={[
          { value: RECKONED, label: `reckoned${reckoned?.isReckoned && reckoned.size ? ` (${reckoned.size})` : ''}` },
          ...[...SOLD_SIZES[plan.practice.series], ...SOLD_SIZES[plan.practice.series === 'AWG' ? 'mm²' : 'AWG']].map(
            ({ label }) => ({ value: label, label }),
          ),
        ]}
        onChoose={(value) => change(`size ${value}`, { size: value === RECKONED ? null : value })}
      />
      <Choice
        label="Colour"
        value={
          wire.colour
            ? wire.colour.stripe
              ? `${wire.colour.base}|${wire.colour.stripe}`
              : wire.colour.base
            : AS_SCHEME
        }
        options={colourOptions(wire.colour)}
        onChoose={(value) => change(`colour ${value.replace('|', '/')}`, { colour: readColour(value) })}
      />
      <LengthField
        label="Planned length"
        value_mm={wire.length_mm}
        hint={
          wire.length_mm === null && reckoned
            ? `empty: ${formatNumber(reckoned.length_mm, 5)} mm, ${LENGTH_FROM[reckoned.lengthFrom]}`
            : undefined
        }
        onLength={(length_mm) =>
          edit(`${wire.label}: ${lengthWords(length_mm)}`, { type: 'updateWire', id, changes: { length_mm } })[0]
            ?.message ?? null
        }
      />
      {wire.measured_mm === null ? null : (
        <LengthField
          label="Cut to, as measured"
          value_mm={wire.measured_mm}
          hint="Empty it where a new piece is cut."
          onLength={(measured_mm) =>
            edit(`${wire.label}: cut to ${lengthWords(measured_mm)}`, {
              type: 'updateWire',
              id,
              changes: { measured_mm },
            })[0]?.message ?? null
          }
        />
      )}
      {wire.cable === null ? (
        <Choice
          label="Cut"
          value={wire.isHeldAlong === null ? 'rule' : wire.isHeldAlong ? 'along' : 'length'}
          options={[
            { value: 'rule', label: `by the house rule: ${CUT_WORDS[plan.practice.cutting]}` },
            { value: 'length', label: 'to the reckoned length' },
            { value: 'along', label: 'where it lies: held along, cut at the mark' },
          ]}
          onChoose={(value) => change('how it is cut', { isHeldAlong: value === 'rule' ? null : value === 'along' })}
        />
      ) : null}
      <Choice
        label="Does"
        value={wire.function}
        options={Object.entries(FUNCTION_WORDS).map(([value, label]) => ({ value, label: `${value}, ${label}` }))}
        onChoose={(value) => change(`now ${value}`, { function: value as Wire['function'] })}
      />
      <Choice
        label="Known from"
        value={wire.knownFrom}
        options={[
          { value: 'sheet', label: "the maker's sheet" },
          { value: 'measured', label: 'measured' },
          { value: 'copied', label: 'copied from someone' },
          { value: 'guessed', label: 'guessed' },
        ]}
        onChoose={(value) => change(`known from ${value}`, { knownFrom: value as Wire['knownFrom'] })}
      />
      <ClaimRows id={id} />
      {error ? (
        <p role="alert" className="text-[13px] font-semibold text-stop">
          {error}
        </p>
      ) : null}
      <Button
        look="danger"
        onClick={() => {
          open(null)
          edit(`Take out ${wire.label}`, { type: 'disconnect', id })
        }}
      >
        Take this wire out
      </Button>
    </section>
  )
}
