import { zodResolver } from '@hookform/resolvers/zod'
import { useForm, type DefaultValues, type FieldValues, type UseFormReturn } from 'react-hook-form'
import type * as z from 'zod'

/** A form that is filled in and sent as a whole: its schema says what is wrong, field by field. */
export function useFilled<In extends FieldValues, Out>(
  schema: z.ZodType<Out, In>,
  start: DefaultValues<In>,
): UseFormReturn<In, unknown, Out> {
  return useForm<In, unknown, Out>({
    resolver: zodResolver(schema),
    defaultValues: start,
    // Nobody is corrected before they are done; what was wrong is looked at again with each key.
    mode: 'onSubmit',
    reValidateMode: 'onChange',
  })
}
