'use client'
import { useController } from 'react-hook-form'
import { Choice, CommitField, readNumber } from '@/ui/primitives'

/** A number that may be left empty where that is allowed. */
function readFigure(
  text: string,
  label: string,
  mayBeOpen: boolean,
  isAbove0: boolean,
): { readonly value: number | null } | { readonly error: string } {
  if (text.trim() === '' && mayBeOpen) return { value: null }
  const read = readNumber(text, label)
  if ('error' in read) return read
  if (isAbove0 && read.value <= 0) return { error: 'must be above 0' }
  return read.value < 0 ? { error: 'must be 0 or more' } : read
}

/** A figure of the part. What the part's rules say against it stands below it. */
export function FigureAt({
  at,
  label,
  unit = '',
  mayBeOpen = false,
  isAbove0 = false,
  hideLabel = false,
  className,
  also,
}: {
  readonly at: string
  readonly label: string
  readonly unit?: string
  readonly mayBeOpen?: boolean
  readonly isAbove0?: boolean
  readonly hideLabel?: boolean
  readonly className?: string
  /** What else becomes other with it. */
  readonly also?: (value: number | null) => void
}) {
  const { field, fieldState } = useController({ name: at })
  const value = field.value as number | null
  return (
    <CommitField
      label={label}
      unit={unit}
      numeric
      hideLabel={hideLabel}
      className={className}
      value={value === null || value === undefined ? '' : String(value)}
      hint={mayBeOpen && value === null ? 'unknown' : undefined}
      fault={fieldState.error?.message ?? null}
      onCommit={(text) => {
        const read = readFigure(text, label, mayBeOpen, isAbove0)
        if ('error' in read) return read.error
        field.onChange(read.value)
        also?.(read.value)
        return null
      }}
    />
  )
}

/** Words of the part: a name, a label. */
export function WordsAt({
  at,
  label,
  most,
  mayBeEmpty = false,
  hideLabel = false,
  hint,
  className,
}: {
  readonly at: string
  readonly label: string
  readonly most: number
  readonly mayBeEmpty?: boolean
  readonly hideLabel?: boolean
  readonly hint?: string
  readonly className?: string
}) {
  const { field, fieldState } = useController({ name: at })
  return (
    <CommitField
      label={label}
      hideLabel={hideLabel}
      hint={hint}
      className={className}
      value={(field.value as string | null) ?? ''}
      fault={fieldState.error?.message ?? null}
      onCommit={(text) => {
        const typed = text.trim().slice(0, most)
        if (typed === '' && !mayBeEmpty) return 'give it a name'
        field.onChange(typed === '' ? null : typed)
        return null
      }}
    />
  )
}

/** One of a few; an empty one stands for what is unknown. */
export function ChoiceAt({
  at,
  label,
  options,
  hideLabel = false,
}: {
  readonly at: string
  readonly label: string
  readonly options: readonly { readonly value: string; readonly label: string }[]
  readonly hideLabel?: boolean
}) {
  const { field, fieldState } = useController({ name: at })
  const error = fieldState.error?.message
  return (
    <div>
      <Choice
        label={label}
        hideLabel={hideLabel}
        value={(field.value as string | null) ?? ''}
        options={options}
        onChoose={(value) => field.onChange(value === '' ? null : value)}
      />
      {error ? (
        <p role="alert" className="mt-0.5 text-[13px] font-semibold text-stop">
          {error}
        </p>
      ) : null}
    </div>
  )
}
