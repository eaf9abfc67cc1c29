'use client'
import type { Part, TerminalId } from '@/core/plan'
import { Button, Choice } from '@/ui/primitives'
import { NumberField } from './Amounts'
import type { Change } from './PartEditor'

type Link = Part['links'][number]
type Actuator = Part['actuators'][number]

const BY = [
  { value: 'hand', label: 'a hand' },
  { value: 'coil', label: 'volts at an input' },
  { value: 'firmware', label: 'its program' },
  { value: 'heat', label: 'warmth' },
]

/** Contacts and joints inside: which two terminals, closed or open at rest, and what works them. */
export function SwitchRows({ part, onChange }: { readonly part: Part; readonly onChange: Change }) {
  const keys = Object.keys(part.terminals) as TerminalId[]
  const options = keys.map((key) => ({ value: key, label: part.terminals[key]!.label }))
  if (keys.length < 2) return null
  const put = (i: number, link: Link) =>
    onChange({ ...part, links: part.links.map((each, at) => (at === i ? link : each)) })
  const without = (i: number) => {
    const links = part.links.filter((_, at) => at !== i)
    const used = new Set(links.flatMap((link) => ('actuator' in link ? [link.actuator] : [])))
    onChange({ ...part, links, actuators: part.actuators.filter(({ id }) => used.has(id)) })
  }
  const freeId = (prefix: string, taken: readonly { readonly id: string }[]) => {
    let n = 1
    while (taken.some(({ id }) => id === `${prefix}${n}`)) n += 1
    return `${prefix}${n}`
  }
  const setActuator = (id: string, changes: Partial<Actuator>) =>
    onChange({ ...part, actuators: part.actuators.map((each) => (each.id === id ? { ...each, ...changes } : each)) })
  const coilOf = (plus: TerminalId, minus: TerminalId): NonNullable<Actuator['coil']> =>
    ({
      plus,
      minus,
      pickUp_V: null,
      dropOut_V: null,
      max_V: null,
      activeLow: false,
      hasDriver: null,
      hasFlyback: null,
      hasPullDown: null,
    }) as NonNullable<Actuator['coil']>
  return (
    <section aria-label="What it joins and switches" className="space-y-2">
      <h3 className="font-bold">What it joins and switches</h3>
      {part.links.map((link, i) => (
        <div key={link.id} className="rounded-lg border border-hair p-2">
          {link.kind === 'bar' ? (
            <p className="text-[14px]">
              One piece of metal: {link.terminals.map((key) => part.terminals[key]?.label ?? key).join(', ')}
            </p>
          ) : (
            <div className="grid grid-cols-2 items-end gap-2 sm:grid-cols-4">
              <Choice
                label="Between"
                value={link.a}
                options={options}
                onChoose={(value) => put(i, { ...link, a: value as TerminalId })}
              />
              <Choice
                label="and"
                value={link.b}
                options={options}
                onChoose={(value) => put(i, { ...link, b: value as TerminalId })}
              />
              {link.kind === 'contact' ? (
                <>
                  <Choice
                    label="At rest"
                    value={
                      link.closedIn.includes(part.actuators.find(({ id }) => id === link.actuator)?.rest ?? '')
                        ? 'closed'
                        : 'open'
                    }
                    options={[
                      { value: 'open', label: 'open' },
                      { value: 'closed', label: 'closed' },
                    ]}
                    onChoose={(value) => {
                      const mover = part.actuators.find(({ id }) => id === link.actuator)
                      const other = mover?.positions.find((position) => position !== mover.rest)
                      if (mover && other) put(i, { ...link, closedIn: [value === 'closed' ? mover.rest : other] })
                    }}
                  />
                  <NumberField
                    label="Switches"
                    unit="A"
                    mayBeOpen
                    value={link.rated_A}
                    onSet={(value) => put(i, { ...link, rated_A: value || null })}
                  />
                  <NumberField
                    label="at"
                    unit="V"
                    mayBeOpen
                    value={link.rated_V}
                    onSet={(value) => put(i, { ...link, rated_V: value || null })}
                  />
                  <Choice
                    label="Worked by"
                    value={part.actuators.find(({ id }) => id === link.actuator)?.by ?? 'hand'}
                    options={BY}
                    onChoose={(value) =>
                      setActuator(link.actuator, {
                        by: value as Actuator['by'],
                        coil: value === 'coil' ? coilOf(keys[0]!, keys[1]!) : null,
                      })
                    }
                  />
                  <CoilFields part={part} id={link.actuator} options={options} onSet={setActuator} />
                </>
              ) : null}
            </div>
          )}
          <Button look="quiet" onClick={() => without(i)}>
            Take it out
          </Button>
        </div>
      ))}
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() => {
            const id = freeId('mover', part.actuators)
            onChange({
              ...part,
              actuators: [
                ...part.actuators,
                {
                  id,
                  name: 'By hand',
                  by: 'hand',
                  positions: ['rest', 'operated'],
                  rest: 'rest',
                  service: 'rest',
                  coil: null,
                  setting: null,
                } as Actuator,
              ],
              links: [
                ...part.links,
                {
                  id: freeId('S', part.links),
                  kind: 'contact',
                  a: keys[0]!,
                  b: keys[1]!,
                  actuator: id,
                  closedIn: ['operated'],
                  rated_A: null,
                  rated_V: null,
                  ratings: null,
                } as Link,
              ],
            })
          }}
        >
          Add a contact
        </Button>
        <Button
          onClick={() =>
            onChange({
              ...part,
              links: [
                ...part.links,
                { id: freeId('bar', part.links), kind: 'bar', terminals: sameFunction(part, keys) } as Link,
              ],
            })
          }
        >
          Join terminals of one function inside
        </Button>
      </div>
    </section>
  )
}

/** The largest set of terminals that do the same and are joined by nothing yet. */
function sameFunction(part: Part, keys: readonly TerminalId[]): TerminalId[] {
  const joined = new Set(part.links.flatMap((link) => (link.kind === 'bar' ? link.terminals : [])))
  const groups = new Map<string, TerminalId[]>()
  for (const key of keys)
    if (!joined.has(key)) {
      const fn = part.terminals[key]!.function
      groups.set(fn, [...(groups.get(fn) ?? []), key])
    }
  const [largest] = [...groups.values()].sort((a, b) => b.length - a.length)
  return largest && largest.length > 1 ? largest : keys.slice(0, 2)
}

function CoilFields({
  part,
  id,
  options,
  onSet,
}: {
  readonly part: Part
  readonly id: string
  readonly options: readonly { readonly value: string; readonly label: string }[]
  readonly onSet: (id: string, changes: Partial<Actuator>) => void
}) {
  const coil = part.actuators.find((each) => each.id === id)?.coil
  if (!coil) return null
  const set = (changes: object) => onSet(id, { coil: { ...coil, ...changes } })
  return (
    <>
      <Choice label="Input plus" value={coil.plus} options={options} onChoose={(value) => set({ plus: value })} />
      <Choice label="Input minus" value={coil.minus} options={options} onChoose={(value) => set({ minus: value })} />
      <NumberField
        label="Works from"
        unit="V"
        mayBeOpen
        value={coil.pickUp_V}
        onSet={(value) => set({ pickUp_V: value })}
      />
      <NumberField
        label="Stands"
        unit="V"
        mayBeOpen
        value={coil.max_V}
        onSet={(value) => set({ max_V: value || null })}
      />
    </>
  )
}
