import { zodResolver } from '@hookform/resolvers/zod'
import { useForm, type DefaultValues, type FieldValues, type UseFormReturn } from 'react-hook-form'
import type * as z from 'zod'

/** A form that is filled in and sent as a whole: its schema says what is wrong, field by field. */
export function useFilled<In extends FieldValues, Out>(
  schema: z.ZodType<Out, In>,
  start: DefaultValues<In>,
  when: 'when sent' | 'all along' = 'when sent',
): UseFormReturn<In, unknown, Out> {
  return useForm<In, unknown, Out>({
    resolver: zodResolver(schema),
    defaultValues: start,
    // Nobody is corrected before they are done, unless what is made is drawn and judged as one goes.
    mode: when === 'when sent' ? 'onSubmit' : 'onChange',
    reValidateMode: 'onChange',
  })
}
