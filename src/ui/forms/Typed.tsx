'use client'
import type { FieldValues, Path, UseFormReturn } from 'react-hook-form'
import { INPUT, Labelled } from '@/ui/primitives'

/** A field of a form that is sent as a whole: what is wrong with it stands below it. */
export function Typed<T extends FieldValues, Out>({
  form,
  name,
  label,
  unit,
  numeric,
  most = 160,
}: {
  readonly form: UseFormReturn<T, unknown, Out>
  readonly name: Path<T>
  readonly label: string
  readonly unit?: string
  readonly numeric?: boolean
  readonly most?: number
}) {
  const error = form.getFieldState(name, form.formState).error?.message
  return (
    <Labelled label={label} error={error ?? null}>
      {(props) => (
        <span className="flex items-center gap-1">
          <input
            {...props}
            {...form.register(name)}
            maxLength={most}
            inputMode={numeric ? 'decimal' : 'text'}
            className={`${INPUT} ${numeric && unit ? 'figures text-right' : ''}`}
          />
          {unit ? <span className="text-[13px] text-mute">{unit}</span> : null}
        </span>
      )}
    </Labelled>
  )
}
