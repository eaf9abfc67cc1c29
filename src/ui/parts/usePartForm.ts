'use client'
import { useFormContext, useWatch, type FieldErrors, type FieldValues } from 'react-hook-form'
import type { TypedPart } from './typedPart'

interface PartForm {
  /** As it stands in the form. */
  readonly part: TypedPart
  /** Puts a value, a list or a whole branch in a field's place: "draws", "behaviour.outputs". */
  set(at: string, value: unknown): void
}

/** The form that the rows of the part editor stand in. */
export function usePartForm(): PartForm {
  const { control, setValue } = useFormContext<FieldValues>()
  const part = useWatch({ control }) as TypedPart
  return { part, set: (at, value) => setValue(at, value, { shouldDirty: true }) }
}

/** What is wrong, field by field, in the form's order. */
export function faultsOf(errors: FieldErrors, at: readonly string[] = []): readonly (readonly [string, string])[] {
  return Object.entries(errors).flatMap(([step, error]) => {
    if (error === undefined || error === null || typeof error !== 'object') return []
    const path = step === 'root' ? at : [...at, step]
    const { message } = error as { readonly message?: unknown }
    return typeof message === 'string' ? [[path.join('.'), message] as const] : faultsOf(error as FieldErrors, path)
  })
}
