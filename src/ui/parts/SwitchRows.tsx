'use client'
import type { Part, TerminalId } from '@/core/plan'
import { Button, Choice } from '@/ui/primitives'
import { ChoiceAt, FigureAt } from './PartFields'
import { terminalName, type TypedPart } from './typedPart'
import { usePartForm } from './usePartForm'

type Link = Part['links'][number]
type Actuator = Part['actuators'][number]

const BY = [
  { value: 'hand', label: 'a hand' },
  { value: 'coil', label: 'volts at an input' },
  { value: 'firmware', label: 'its program' },
  { value: 'heat', label: 'warmth' },
]

/** Contacts and joints inside: which two terminals, closed or open at rest, and what works them. */
export function SwitchRows() {
  const { part, set } = usePartForm()
  const keys = part.terminals.map(({ key }) => key)
  const options = keys.map((key) => ({ value: key, label: terminalName(part, key) }))
  if (keys.length < 2) return null
  const without = (i: number) => {
    const links = part.links.filter((_, at) => at !== i)
    const used = new Set(links.flatMap((link) => ('actuator' in link ? [link.actuator] : [])))
    set('links', links)
    set(
      'actuators',
      part.actuators.filter(({ id }) => used.has(id)),
    )
  }
  const freeId = (prefix: string, taken: readonly { readonly id: string }[]) => {
    let n = 1
    while (taken.some(({ id }) => id === `${prefix}${n}`)) n += 1
    return `${prefix}${n}`
  }
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
      {part.links.map((link, i) => {
        const by = 'actuator' in link ? part.actuators.findIndex(({ id }) => id === link.actuator) : -1
        const mover = part.actuators[by]
        return (
          <div key={link.id} className="rounded-lg border border-hair p-2">
            {link.kind === 'bar' ? (
              <p className="text-[14px]">
                One piece of metal: {link.terminals.map((key) => terminalName(part, key)).join(', ')}
              </p>
            ) : (
              <div className="grid grid-cols-2 items-end gap-2 sm:grid-cols-4">
                <ChoiceAt at={`links.${i}.a`} label="Between" options={options} />
                <ChoiceAt at={`links.${i}.b`} label="and" options={options} />
                {link.kind === 'contact' ? (
                  <>
                    <Choice
                      label="At rest"
                      value={link.closedIn.includes(mover?.rest ?? '') ? 'closed' : 'open'}
                      options={[
                        { value: 'open', label: 'open' },
                        { value: 'closed', label: 'closed' },
                      ]}
                      onChoose={(value) => {
                        const other = mover?.positions.find((position) => position !== mover.rest)
                        if (mover && other) set(`links.${i}.closedIn`, [value === 'closed' ? mover.rest : other])
                      }}
                    />
                    <FigureAt at={`links.${i}.rated_A`} label="Switches" unit="A" mayBeOpen />
                    <FigureAt at={`links.${i}.rated_V`} label="at" unit="V" mayBeOpen />
                    <Choice
                      label="Worked by"
                      value={mover?.by ?? 'hand'}
                      options={BY}
                      onChoose={(value) =>
                        set(`actuators.${by}`, {
                          ...mover,
                          by: value as Actuator['by'],
                          coil: value === 'coil' ? coilOf(keys[0]!, keys[1]!) : null,
                        })
                      }
                    />
                    {mover?.coil ? (
                      <>
                        <ChoiceAt at={`actuators.${by}.coil.plus`} label="Input plus" options={options} />
                        <ChoiceAt at={`actuators.${by}.coil.minus`} label="Input minus" options={options} />
                        <FigureAt at={`actuators.${by}.coil.pickUp_V`} label="Works from" unit="V" mayBeOpen />
                        <FigureAt at={`actuators.${by}.coil.max_V`} label="Stands" unit="V" mayBeOpen />
                      </>
                    ) : null}
                  </>
                ) : null}
              </div>
            )}
            <Button look="quiet" onClick={() => without(i)}>
              Take it out
            </Button>
          </div>
        )
      })}
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() => {
            const id = freeId('mover', part.actuators)
            set('actuators', [
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
            ])
            set('links', [
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
            ])
          }}
        >
          Add a contact
        </Button>
        <Button
          onClick={() =>
            set('links', [
              ...part.links,
              { id: freeId('bar', part.links), kind: 'bar', terminals: sameFunction(part) } as Link,
            ])
          }
        >
          Join terminals of one function inside
        </Button>
      </div>
    </section>
  )
}

/** The largest set of terminals that do the same and are joined by nothing yet. */
function sameFunction({ links, terminals }: TypedPart): readonly TerminalId[] {
  const joined = new Set(links.flatMap((link) => (link.kind === 'bar' ? link.terminals : [])))
  const groups = new Map<string, TerminalId[]>()
  for (const { key, function: fn } of terminals) if (!joined.has(key)) groups.set(fn, [...(groups.get(fn) ?? []), key])
  const [largest] = [...groups.values()].sort((a, b) => b.length - a.length)
  return largest && largest.length > 1 ? largest : terminals.slice(0, 2).map(({ key }) => key)
}
