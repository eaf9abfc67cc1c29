'use client'
import { useState } from 'react'
import * as z from 'zod'
import { newBox, type Enclosure } from '@/core/plan'
import { figure, optionalWords, Typed, useFilled } from '@/ui/forms'
import { Button, Choice, Modal } from '@/ui/primitives'
import { AIR, BOX_KINDS, BOX_SIDES, MOST_mm, ORIGINS, WALLS } from './boxWords'

const within = (what: string) => (value: number) =>
  value > 0 && value <= MOST_mm ? null : `${what} must be above 0 and at most ${MOST_mm} mm`
const side = (what: string) => figure(what, `Measure it: ${what.toLowerCase()} in mm`, within(what))

const typedBox = z.object({
  name: z.string().trim().min(1, { error: 'Give it a name' }).max(80, { error: 'must be 80 characters or fewer' }),
  where: optionalWords(60),
  width_mm: side('Width inside'),
  height_mm: side('Height inside'),
  depth_mm: side('Depth inside'),
  thickness_mm: figure('The wall', 'Say how thick its wall is, in mm', within('The wall')),
})

/** A box as it is bought or stands there: everything that its faces follow from, filled in and put in at once. */
export function NewBox({
  name,
  onPut,
  onClose,
}: {
  readonly name: string
  /** Returns what is wrong with it, or null: then it is in the plan. */
  readonly onPut: (box: Enclosure) => string | null
  readonly onClose: () => void
}) {
  const form = useFilled(typedBox, {
    name,
    where: '',
    width_mm: '500',
    height_mm: '400',
    depth_mm: '200',
    thickness_mm: '1.5',
  })
  const [kind, setKind] = useState<Enclosure['kind']>('box')
  const [material, setMaterial] = useState<Enclosure['wall']['material']>('painted-steel')
  const [air, setAir] = useState('breathing')
  const [origin, setOrigin] = useState<Enclosure['origin']>('new')
  const [problem, setProblem] = useState<string | null>(null)
  const put = form.handleSubmit(({ name: called, where, thickness_mm, ...inner }) =>
    setProblem(
      onPut({
        ...newBox(called, inner, kind),
        wall: { material, thickness_mm },
        sealed: air === 'sealed',
        origin,
        where,
      }),
    ),
  )
  return (
    <Modal title="Add a box" open onClose={onClose}>
      <form onSubmit={(event) => void put(event)} aria-label="The new box" noValidate className="space-y-3">
        <Typed form={form} name="name" label="Its name" most={80} />
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          <Choice
            label="It is"
            value={kind}
            options={BOX_KINDS}
            onChoose={(value) => setKind(value as Enclosure['kind'])}
          />
          <Choice
            label="Origin"
            value={origin}
            options={ORIGINS}
            onChoose={(value) => setOrigin(value as Enclosure['origin'])}
          />
          <Choice label="Air" value={air} options={AIR} onChoose={setAir} />
          {BOX_SIDES.map(([key, label]) => (
            <Typed key={key} form={form} name={key} label={label} unit="mm" numeric />
          ))}
          <Choice
            label="Of"
            value={material}
            options={WALLS}
            onChoose={(value) => setMaterial(value as Enclosure['wall']['material'])}
          />
          <Typed form={form} name="thickness_mm" label="Wall" unit="mm" numeric />
          <Typed form={form} name="where" label="Where it is" most={60} />
        </div>
        {problem ? (
          <p role="alert" className="font-semibold text-stop">
            {problem}
          </p>
        ) : null}
        <div className="flex gap-2">
          <Button look="main" type="submit">
            Put it in
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Modal>
  )
}
