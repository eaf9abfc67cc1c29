'use client'
import { useEffect, useId, useRef, useState, type ReactNode } from 'react'
import { withoutInvisible } from '@/core/plan'

export const INPUT = 'w-full rounded-md border border-hair bg-sheet px-2 py-1 aria-invalid:border-stop'

/** A label over its control, a hint below, and in place of the hint what is wrong and what would be right. */
export function Labelled({
  label,
  hint,
  error,
  children,
}: {
  readonly label: ReactNode
  readonly hint?: ReactNode
  readonly error?: string | null
  readonly children: (props: {
    readonly id: string
    readonly 'aria-invalid': boolean
    readonly 'aria-describedby': string | undefined
  }) => ReactNode
}) {
  const id = useId()
  const below = error ?? hint
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[13px] text-mute">
        {label}
      </label>
      {children({ id, 'aria-invalid': !!error, 'aria-describedby': below ? `${id}-below` : undefined })}
      {below ? (
        <p
          id={`${id}-below`}
          className={`mt-0.5 text-[13px] ${error ? 'font-semibold text-stop' : 'text-mute'}`}
          role={error ? 'alert' : undefined}
        >
          {below}
        </p>
      ) : null}
    </div>
  )
}

interface CommitProps {
  readonly label: ReactNode
  readonly hint?: ReactNode
  readonly unit?: string
  /** Returns what is wrong, or null when the value was taken. */
  readonly onCommit: (text: string) => string | null
  readonly value: string
  readonly numeric?: boolean
  readonly hideLabel?: boolean
  readonly className?: string
  /** What is wrong with the value that was taken. */
  readonly fault?: string | null
}

/** A text that is taken when the person leaves it or presses Enter; Escape gives the old one back. Bad input stays, with its message. */
export function CommitField({
  label,
  hint,
  unit,
  value,
  onCommit,
  numeric,
  hideLabel,
  className = '',
  fault = null,
}: CommitProps) {
  const [text, setText] = useState(value)
  const [refused, setError] = useState<string | null>(null)
  const error = refused ?? fault
  const isTyped = useRef(false)
  const shown = useRef(value)
  useEffect(() => {
    if (shown.current === value) return
    shown.current = value
    // What a person is typing stays, whoever changes the plan meanwhile.
    if (isTyped.current) return setError(`became ${value || 'empty'} meanwhile; Enter puts yours, Esc takes that`)
    setText(value)
    setError(null)
  }, [value])
  const type = (next: string) => {
    isTyped.current = true
    setText(next)
  }
  const giveBack = () => {
    isTyped.current = false
    setText(value)
    setError(null)
  }
  const commit = () => {
    if (!isTyped.current || text === value) return giveBack()
    const problem = onCommit(withoutInvisible(text))
    isTyped.current = problem !== null
    setError(problem)
  }
  // What was typed and not yet taken is taken when its stage or drawer goes: Back loses nothing.
  const latest = useRef<() => void>(() => undefined)
  useEffect(() => {
    latest.current = () => {
      if (isTyped.current && text !== value) onCommit(withoutInvisible(text))
    }
  })
  useEffect(() => () => latest.current(), [])
  const control = (props: {
    readonly id?: string
    readonly 'aria-invalid'?: boolean
    readonly 'aria-describedby'?: string
    readonly 'aria-label'?: string
  }) => (
    <span className="flex items-center gap-1">
      <input
        {...props}
        value={text}
        inputMode={numeric ? 'decimal' : undefined}
        className={`${INPUT} ${numeric ? 'figures text-right' : ''} ${className}`}
        onChange={(event) => type(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit()
          if (event.key === 'Escape') giveBack()
        }}
      />
      {unit ? <span className="shrink-0 text-[13px] text-mute">{unit}</span> : null}
    </span>
  )
  if (hideLabel) {
    return (
      <span className="block">
        {control({ 'aria-label': String(label), 'aria-invalid': !!error })}
        {error ? (
          <span role="alert" className="block text-[13px] font-semibold text-stop">
            {error}
          </span>
        ) : null}
      </span>
    )
  }
  return (
    <Labelled label={label} hint={hint} error={error}>
      {control}
    </Labelled>
  )
}

/** Reads a number as people write it; a message when it is none. */
export function readNumber(text: string, what: string): { readonly value: number } | { readonly error: string } {
  const plain = text.trim().replace(',', '.')
  const value = Number(plain)
  return plain === '' || !Number.isFinite(value) ? { error: `${what} must be a number such as 2.5` } : { value }
}

export function Choice({
  label,
  hint,
  value,
  options,
  onChoose,
  hideLabel,
}: {
  readonly label: string
  readonly hint?: ReactNode
  readonly value: string
  readonly options: readonly { readonly value: string; readonly label: string }[]
  readonly onChoose: (value: string) => void
  readonly hideLabel?: boolean
}) {
  const select = (props: object) => (
    <select {...props} value={value} className={INPUT} onChange={(event) => onChoose(event.target.value)}>
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  )
  return hideLabel ? (
    select({ 'aria-label': label })
  ) : (
    <Labelled label={label} hint={hint}>
      {select}
    </Labelled>
  )
}
