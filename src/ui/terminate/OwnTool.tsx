'use client'
import { useState } from 'react'
import { useFieldArray } from 'react-hook-form'
import * as z from 'zod'
import { toolProfile, type ToolProfile } from '@/core/termination'
import { above0, figure, optionalFigure, Typed, useFilled } from '@/ui/forms'
import { Button, Choice } from '@/ui/primitives'

type Kind = ToolProfile['dies'][number]['kind']

const EMPTY_DIE = {
  kind: 'contact' as Kind,
  pitch_mm: '2.5',
  min_mm2: '0.08',
  max_mm2: '0.35',
  conductor: '',
  jacket: '',
}
const EMPTY = { name: '', dies: [EMPTY_DIE] }

const area = (what: string) => figure(what, `Say ${what.toLowerCase()} in mm²`, above0(what))
const typedTool = z
  .object({
    name: z.string(),
    dies: z.array(
      z.object({
        kind: z.enum(['contact', 'sealed-contact']),
        pitch_mm: optionalFigure('The pitch', above0('The pitch')),
        min_mm2: area('The smallest conductor'),
        max_mm2: area('The largest conductor'),
        conductor: z.string(),
        jacket: z.string(),
      }),
    ),
  })
  .pipe(toolProfile)

/** A crimper as its owner knows it: a name, and a row for each nest. */
export function OwnTool({ onPut }: { readonly onPut: (tool: ToolProfile) => Promise<string | null> }) {
  const form = useFilled(typedTool, EMPTY)
  const dies = useFieldArray({ control: form.control, name: 'dies' })
  const [problem, setProblem] = useState<string | null>(null)
  const put = form.handleSubmit(async (tool) => {
    const failure = await onPut(tool)
    setProblem(failure)
    if (failure === null) form.reset(EMPTY)
  })
  return (
    <form onSubmit={(event) => void put(event)} aria-label="Own tool" noValidate className="space-y-2">
      <Typed form={form} name="name" label="Its name" most={80} />
      {dies.fields.map(({ id }, i) => (
        <fieldset key={id} className="grid grid-cols-2 gap-1 border-t border-hair pt-1">
          <legend className="text-[13px] text-mute">Die {i + 1}</legend>
          <Typed form={form} name={`dies.${i}.pitch_mm`} label="Pitch, mm" numeric />
          <Typed form={form} name={`dies.${i}.min_mm2`} label="From mm²" numeric />
          <Typed form={form} name={`dies.${i}.max_mm2`} label="To mm²" numeric />
          <Typed form={form} name={`dies.${i}.conductor`} label="Conductor die" most={80} />
          <Typed form={form} name={`dies.${i}.jacket`} label="Jacket die" most={80} />
          <Choice
            label="For"
            value={form.watch(`dies.${i}.kind`)}
            options={[
              { value: 'contact', label: 'contacts' },
              { value: 'sealed-contact', label: 'sealed contacts' },
            ]}
            onChoose={(kind) => form.setValue(`dies.${i}.kind`, kind as Kind)}
          />
          <div className="col-span-full">
            <Button onClick={() => dies.remove(i)}>Take die {i + 1} out</Button>
          </div>
        </fieldset>
      ))}
      <div className="flex flex-wrap gap-1.5">
        <Button onClick={() => dies.append(EMPTY_DIE, { shouldFocus: false })}>One more die</Button>
        <Button look="main" type="submit">
          Keep this tool
        </Button>
      </div>
      {problem ? (
        <p role="alert" className="font-semibold text-stop">
          {problem}
        </p>
      ) : null}
    </form>
  )
}
