'use client'
import * as z from 'zod'
import { rowOfTerminals, type RowSpec } from '@/core/ownParts'
import { BODY_SIDES, CLAMPS, TERMINAL_FUNCTIONS } from '@/core/plan'
import { above0, figure, notNegative, optionalFigure, optionalWords, Typed, useFilled } from '@/ui/forms'
import { Button, Choice } from '@/ui/primitives'
import { choices, DIRECTIONS, NEEDS } from './terminalChoices'
import { asPart, asTyped, type TypedPart } from './typedPart'
import { usePartForm } from './usePartForm'

const MOST = 64

const rowSpec = z.object({
  count: figure('How many', 'Say how many', (value) =>
    !Number.isInteger(value) ? 'must be a whole number' : value < 1 || value > MOST ? `must be 1 to ${MOST}` : null,
  ),
  label: z.string().trim().min(1, { error: 'Give a label; # stands for the number' }).max(24),
  block: optionalWords(24),
  function: z.enum(TERMINAL_FUNCTIONS),
  direction: z.enum(['', 'in', 'out', 'both']).transform((value) => (value === '' ? null : value)),
  clamp: z.enum(CLAMPS),
  side: z.enum(BODY_SIDES),
  from_mm: figure('The first', 'Say where the first one is', notNegative('The first')),
  pitch_mm: figure('The pitch', 'Say how far apart they are', above0('The pitch')),
  level_V: optionalFigure('The level', notNegative('The level')),
  rated_A: optionalFigure('What each carries', above0('What each carries')),
  need: z.enum(['required', 'optional', 'later']),
})
type Row = z.input<typeof rowSpec>

const START: Row = {
  count: '2',
  label: 'IN#',
  block: '',
  function: 'signal',
  direction: 'in',
  clamp: 'pluggable',
  side: 'bottom',
  from_mm: '6',
  pitch_mm: '5.08',
  level_V: '',
  rated_A: '',
  need: 'optional',
}
/** What such a terminal usually takes; each can be told otherwise in the list. */
const TAKES: Pick<RowSpec, 'min_mm2' | 'max_mm2'> = { min_mm2: 0.14, max_mm2: 1.5 }

/** "6 of these in a row, 5.08 pitch": filled in, and put beside the terminals that are there. */
export function RowOfTerminals({ onAdd }: { readonly onAdd: (terminals: TypedPart['terminals']) => void }) {
  const { part } = usePartForm()
  const form = useFilled(rowSpec, START)
  const count = Number(form.watch('count'))
  const add = form.handleSubmit((row) => onAdd(asTyped(rowOfTerminals(asPart(part), { ...row, ...TAKES })).terminals))
  const choice = (
    at: 'function' | 'direction' | 'clamp' | 'side' | 'need',
    label: string,
    options: ReturnType<typeof choices>,
  ) => (
    <Choice
      label={label}
      value={form.watch(at)}
      options={options}
      onChoose={(value) => form.setValue(at, value as never)}
    />
  )
  return (
    <fieldset className="rounded-lg border border-hair p-2">
      <legend className="px-1 text-[13px] font-semibold">Several in a row</legend>
      <div className="grid grid-cols-2 items-start gap-2 sm:grid-cols-4">
        <Typed form={form} name="count" label="How many" numeric />
        <Typed form={form} name="label" label="Label, # for the number" most={24} />
        <Typed form={form} name="block" label="Block" most={24} />
        {choice('function', 'Each does', choices(TERMINAL_FUNCTIONS))}
        {choice('direction', 'Which way', DIRECTIONS)}
        {choice('clamp', 'Clamp', choices(CLAMPS))}
        {choice('side', 'On side', choices(BODY_SIDES))}
        <Typed form={form} name="from_mm" label="First at" unit="mm" numeric />
        <Typed form={form} name="pitch_mm" label="Pitch" unit="mm" numeric />
        <Typed form={form} name="level_V" label="Level" unit="V" numeric />
        <Typed form={form} name="rated_A" label="Carries" unit="A" numeric />
        {choice('need', 'Need', NEEDS)}
      </div>
      <Button className="mt-2" onClick={() => void add()}>
        Add {Number.isInteger(count) ? count : ''} {count === 1 ? 'terminal' : 'terminals'}
      </Button>
    </fieldset>
  )
}
