'use client'
import Link from 'next/link'
import { useState } from 'react'
import { CALCULATORS, CALCULATOR_NAMES, type CalculatorName } from '@/core/calculators'
import { formatNumber } from '@/core/quantity'
import { TraceList } from '@/ui/panels/TraceList'
import { Button, INPUT, Labelled, Sign } from '@/ui/primitives'
import { Mark, ThemeSwitch } from '@/ui/shell'
import { requestOf, SUM_FORMS, type SumField } from './fields'
import { SumPicture } from './SumPicture'
import { useSum } from './useSum'

type Values = Record<string, unknown>

function initialOf(fields: readonly SumField[]): Values {
  return Object.fromEntries(fields.map((field) => [field.key, field.initial]))
}

/** One number, quickly: the same calculators as behind the plans, each with its derivation. */
export function QuickSums({ name }: { readonly name: CalculatorName }) {
  const [kept, setKept] = useState<Partial<Record<CalculatorName, Values>>>({})
  const form = SUM_FORMS[name]
  const values = kept[name] ?? initialOf(form.fields)
  const request = requestOf(form.fields, values)
  const { outcome, isWorking } = useSum(name, request)
  const faults = new Map(
    outcome?.kind === 'bad-input' ? outcome.error.issues.map(({ path, message }) => [path, message]) : [],
  )
  const set = (key: string, value: unknown) => setKept({ ...kept, [name]: { ...values, [key]: value } })
  const result = outcome?.kind === 'answer' ? (outcome.result as Readonly<Record<string, unknown>>) : null
  const show = (key: string, unit: string) => {
    const value = result?.[key]
    if (value === null || value === undefined) return 'none'
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    return typeof value === 'number' ? `${formatNumber(value)}${unit ? `\u00a0${unit}` : ''}` : String(value)
  }
  const [first] = form.answers
  return (
    <div className="min-h-screen">
      <header className="bg-rail text-rail-ink">
        <div className="mx-auto flex max-w-6xl flex-wrap items-center justify-between gap-3 px-5 py-3">
          <Link href="/" className="flex items-center gap-2.5 text-[17px] font-bold">
            <Mark /> Glad Rafter
          </Link>
          <p className="flex gap-4 text-[14px]">
            <Link href="/" className="hover:underline">
              Plans
            </Link>
            <ThemeSwitch />
          </p>
        </div>
      </header>
      <main className="mx-auto max-w-6xl px-5 py-5">
        <h1 className="text-[26px] font-bold">Quick sums</h1>
        <p className="mb-3 text-mute">One number without a plan. Change a figure and the answer follows.</p>
        <nav aria-label="Sums" className="mb-4 flex flex-wrap gap-2">
          {CALCULATOR_NAMES.map((other) => (
            <Link
              key={other}
              href={`/sums/${other}`}
              aria-current={other === name ? 'page' : undefined}
              className={`rounded-lg border px-3 py-1.5 ${other === name ? 'border-accent bg-accent font-semibold text-accent-ink' : 'border-hair bg-sheet hover:border-accent'}`}
            >
              {SUM_FORMS[other].question}
            </Link>
          ))}
        </nav>
        <div className="grid items-start gap-5 md:grid-cols-[minmax(0,1fr)_minmax(0,400px)]">
          <form
            aria-label={form.question}
            className="rounded-xl border border-hair bg-sheet p-4"
            onSubmit={(event) => event.preventDefault()}
          >
            <p className="mb-3 text-[14px] text-mute">{CALCULATORS[name].title}.</p>
            <div className="grid gap-3 sm:grid-cols-2">
              {form.fields.map((field) => (
                <FieldInput
                  key={field.key}
                  field={field}
                  path={field.key}
                  value={values[field.key]}
                  faults={faults}
                  onChange={(value) => set(field.key, value)}
                />
              ))}
            </div>
          </form>
          <section aria-label="Answer" aria-live="polite" className="rounded-xl border border-hair bg-sheet p-4">
            {isWorking ? <p className="text-mute">Searching for the best …</p> : null}
            {outcome === null ? null : result === null ? (
              <p className="text-stop">
                <strong>No answer yet.</strong>{' '}
                {outcome?.kind === 'bad-input'
                  ? `${outcome.error.issues.length === 1 ? 'One field needs' : `${outcome.error.issues.length} fields need`} another value.`
                  : ''}
              </p>
            ) : (
              <>
                <p className="text-[13px] text-mute">{first!.label}</p>
                {isRecord(result[first!.key]) ? null : (
                  <p
                    className={`figures text-[34px] leading-tight font-bold ${result.feasible === false ? 'text-stop' : ''}`}
                  >
                    {result.feasible === false && result[first!.key] === null
                      ? 'Nothing fits'
                      : show(first!.key, first!.unit)}
                  </p>
                )}
                {Array.isArray(result.reasons) && result.reasons.length > 0 ? (
                  <ul className="mt-1 font-semibold text-stop">
                    {(result.reasons as string[]).map((reason) => (
                      <li key={reason}>
                        <Sign of="stop" /> {reason}
                      </li>
                    ))}
                  </ul>
                ) : null}
                <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 text-[15px]">
                  {form.answers.slice(isRecord(result[first!.key]) ? 0 : 1).map(({ key, label, unit }) => {
                    const value = result[key]
                    if (!isRecord(value))
                      return (
                        <div key={key} className="contents">
                          <dt className="text-mute">{label}</dt>
                          <dd className="figures text-right">{show(key, unit)}</dd>
                        </div>
                      )
                    return Object.entries(value).map(([name, inner]) => (
                      <div key={`${key} ${name}`} className="contents">
                        <dt className="text-mute">
                          {label}, {name}
                        </dt>
                        <dd className="figures text-right">
                          {formatNumber(
                            typeof inner === 'number' ? inner : (inner as { current_A: number }).current_A,
                            4,
                          )}
                          {'\u00a0'}
                          {unit}
                        </dd>
                      </div>
                    ))
                  })}
                </dl>
                <SumPicture name={name} request={request} result={result} />
                <h2 className="mt-4 font-bold">How it was worked out</h2>
                {outcome?.kind === 'answer' ? <TraceList trace={outcome.trace} /> : null}
              </>
            )}
          </section>
        </div>
      </main>
    </div>
  )
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

function FieldInput({
  field,
  path,
  value,
  faults,
  onChange,
}: {
  readonly field: SumField
  readonly path: string
  readonly value: unknown
  readonly faults: ReadonlyMap<string, string>
  readonly onChange: (value: unknown) => void
}) {
  const error = faults.get(path) ?? null
  if (field.kind === 'yes')
    return (
      <label className="flex items-center gap-2 self-end pb-1">
        <input
          type="checkbox"
          className="h-4 w-4 accent-(--accent)"
          checked={value === true}
          onChange={(event) => onChange(event.target.checked)}
        />
        {field.label}
      </label>
    )
  if (field.kind === 'choice') {
    return (
      <Labelled label={field.label} error={error}>
        {(props) => (
          <select {...props} className={INPUT} value={String(value)} onChange={(event) => onChange(event.target.value)}>
            {field.options.map((option) => (
              <option key={option}>{option}</option>
            ))}
          </select>
        )}
      </Labelled>
    )
  }
  if (field.kind === 'rows') {
    const rows = value as readonly Values[]
    return (
      <fieldset className="sm:col-span-2">
        <legend className="text-[13px] text-mute">{field.label}</legend>
        <div className="space-y-2">
          {rows.map((row, i) => (
            <div key={i} className="flex flex-wrap items-start gap-2">
              {field.columns.map((column) => (
                <div key={column.key} className="min-w-24 flex-1">
                  <FieldInput
                    field={column}
                    path={`${path}.${i}.${column.key}`}
                    value={row[column.key]}
                    faults={faults}
                    onChange={(next) =>
                      onChange(rows.map((other, j) => (j === i ? { ...other, [column.key]: next } : other)))
                    }
                  />
                </div>
              ))}
              <Button
                look="quiet"
                className="mt-5"
                aria-label={`Take ${field.one} ${i + 1} out`}
                onClick={() => onChange(rows.filter((_, j) => j !== i))}
              >
                ×
              </Button>
            </div>
          ))}
          <Button onClick={() => onChange([...rows, initialOf(field.columns)])}>Add {field.one}</Button>
        </div>
      </fieldset>
    )
  }
  return (
    <Labelled
      label={`${field.label}${field.isOptional ? ' (may stay empty)' : ''}`}
      error={error}
      hint={field.kind === 'text' ? field.hint : undefined}
    >
      {(props) => (
        <span className="flex items-center gap-1">
          <input
            {...props}
            inputMode={field.kind === 'number' ? 'decimal' : undefined}
            className={`${INPUT} ${field.kind === 'number' ? 'figures text-right' : ''}`}
            value={String(value ?? '')}
            onChange={(event) => onChange(event.target.value)}
          />
          {field.kind === 'number' ? <span className="w-8 shrink-0 text-[13px] text-mute">{field.unit}</span> : null}
        </span>
      )}
    </Labelled>
  )
}
