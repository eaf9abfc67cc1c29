'use client'
import { useEffect, useRef, useState } from 'react'
import { firstAnswers, LOAD_KINDS, LOAD_VOLTS, OFFERED, type FirstAnswers, type LoadKind } from '@/core/firstPlan'
import { PATTERN_WORDS, PATTERNS } from '@/core/patterns'
import { Button, Choice, INPUT, Labelled, Modal } from '@/ui/primitives'

const QUESTIONS = [
  'What do you build?',
  'Where does it stand?',
  'What does it plug into?',
  'What else must run?',
  'What must stop, and what comes later?',
] as const

const BEGIN: FirstAnswers = {
  name: 'My first box',
  builds: 'printer',
  region: 'IEC',
  place: 'indoors',
  plug: 'reversible',
  breaker_A: 16,
  hasResidual: true,
  loads: [],
  mustStop: false,
  later_W: 0,
}
const WORDS: Readonly<Record<LoadKind, string>> = {
  fan: 'a fan',
  heater: 'a heater',
  lamp: 'a lamp',
  pump: 'a pump',
  motor: 'a motor, plain',
  valve: 'a valve',
  computer: 'a computer',
  pixels: 'a pixel string',
}
const voltWord = (volt: number) => (volt === 0 ? 'mains' : `${volt} V`)
const voltsOf = (kind: LoadKind) => LOAD_VOLTS.filter((volt) => OFFERED[kind][volt] !== undefined)

/** Five questions to a first plan with its verdict; each answer has a default, and one can leave at any point. */
export function FirstPlan({
  before,
  onAnswer,
  onDone,
  onClose,
}: {
  /** What was answered when the questions were left before. */
  readonly before: FirstAnswers | null
  readonly onAnswer: (answers: FirstAnswers) => void
  readonly onDone: (answers: FirstAnswers) => void
  readonly onClose: () => void
}) {
  const [at, setAt] = useState(0)
  const [answers, setAnswers] = useState(before ?? BEGIN)
  const set = (changes: Partial<FirstAnswers>) => {
    const next = { ...answers, ...changes }
    setAnswers(next)
    onAnswer(next)
  }
  // The next question begins at its own first answer, not where the button of the one before has gone.
  const question = useRef<HTMLDivElement>(null)
  const shownAt = useRef(at)
  useEffect(() => {
    if (shownAt.current === at) return
    shownAt.current = at
    const first = (selector: string) => question.current?.querySelector<HTMLElement>(selector)
    ;(first('input:checked') ?? first('input, select, button'))?.focus()
  }, [at])
  const read = firstAnswers.safeParse(answers)
  const issue = read.success ? null : read.error.issues[0]!
  const isLast = at === QUESTIONS.length - 1
  return (
    <Modal wide title={QUESTIONS[at]!} open onClose={onClose}>
      <ol aria-label="Questions" className="mb-4 flex gap-1.5">
        {QUESTIONS.map((words, i) => (
          <li key={words} className="flex-1">
            <button
              type="button"
              aria-label={`Question ${i + 1}: ${words}`}
              aria-current={i === at ? 'step' : undefined}
              onClick={() => setAt(i)}
              className={`block h-2 w-full rounded-full ${i < at ? 'bg-accent' : i === at ? 'bg-accent ring-2 ring-accent/30' : 'bg-hair'}`}
            />
          </li>
        ))}
      </ol>
      <div
        ref={question}
        onKeyDown={(event) => {
          // Enter goes on, but where it has a meaning of its own.
          if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return
          event.preventDefault()
          if (!isLast) setAt(at + 1)
          else if (read.success) onDone(read.data)
        }}
      >
        {at === 0 ? <Builds answers={answers} onSet={set} /> : null}
        {at === 1 ? <Stands answers={answers} onSet={set} /> : null}
        {at === 2 ? <PlugsInto answers={answers} onSet={set} /> : null}
        {at === 3 ? <Runs answers={answers} onSet={set} /> : null}
        {at === 4 ? <Stops answers={answers} onSet={set} /> : null}
      </div>
      {issue ? (
        <p role="alert" className="mt-3 font-semibold text-stop">
          {issue.path.join(' ')} {issue.message}
        </p>
      ) : null}
      <div className="mt-5 flex flex-wrap gap-2">
        {at > 0 ? <Button onClick={() => setAt(at - 1)}>Back</Button> : null}
        {isLast ? null : (
          <Button look="main" onClick={() => setAt(at + 1)}>
            Next
          </Button>
        )}
        <Button
          look={isLast ? 'main' : 'plain'}
          disabled={!read.success}
          onClick={() => read.success && onDone(read.data)}
        >
          {isLast ? 'Make the plan' : 'Make the plan with what is said so far'}
        </Button>
        <Button look="quiet" onClick={onClose}>
          Leave
        </Button>
      </div>
    </Modal>
  )
}

interface Part {
  readonly answers: FirstAnswers
  readonly onSet: (changes: Partial<FirstAnswers>) => void
}

/** A choice of a few, each with its sentence. */
function Cards<T extends string>({
  label,
  value,
  options,
  onChoose,
}: {
  readonly label: string
  readonly value: T
  readonly options: readonly { readonly value: T; readonly title: string; readonly what: string }[]
  readonly onChoose: (value: T) => void
}) {
  return (
    <fieldset>
      <legend className="sr-only">{label}</legend>
      <div className="grid gap-2 sm:grid-cols-2">
        {options.map((option) => (
          <label
            key={option.value}
            className={`cursor-pointer rounded-lg border p-3 ${value === option.value ? 'border-accent bg-accent-wash' : 'border-hair hover:border-accent'}`}
          >
            <input
              type="radio"
              name={label}
              className="mr-2 accent-(--accent)"
              checked={value === option.value}
              onChange={() => onChoose(option.value)}
            />
            <span className="font-semibold">{option.title}</span>
            <span className="block text-[14px] text-mute">{option.what}</span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}

function Builds({ answers, onSet }: Part) {
  return (
    <>
      <Cards
        label="What you build"
        value={answers.builds}
        options={[
          ...PATTERNS.map((value) => ({ value, ...PATTERN_WORDS[value] })),
          { value: 'other' as const, title: 'Something else', what: 'An inlet, a switch, and what you say must run.' },
        ]}
        onChoose={(builds) => onSet({ builds })}
      />
      <div className="mt-3 max-w-96">
        <Labelled label="Called">
          {(props) => (
            <input
              {...props}
              className={INPUT}
              value={answers.name}
              maxLength={80}
              onChange={(event) => onSet({ name: event.target.value })}
            />
          )}
        </Labelled>
      </div>
    </>
  )
}

function Stands({ answers, onSet }: Part) {
  return (
    <>
      <Cards
        label="Where it stands"
        value={answers.place}
        options={[
          { value: 'indoors', title: 'Indoors', what: 'Dry, about 30 °C at its warmest.' },
          { value: 'sheltered', title: 'Under a roof', what: 'No rain on it, but damp and cold come in.' },
          {
            value: 'outdoors',
            title: 'Outdoors',
            what: 'Rain, sun and dew: glands, drains and a residual device matter.',
          },
        ]}
        onChoose={(place) => onSet({ place })}
      />
      <div className="mt-3">
        <Cards
          label="Mains there"
          value={answers.region}
          options={[
            { value: 'IEC', title: '230 V, IEC', what: 'Sizes in mm², breakers of 10 to 16 A.' },
            { value: 'NEC', title: '120 V, NEC', what: 'Sizes by gauge, breakers of 15 or 20 A.' },
          ]}
          onChoose={(region) =>
            onSet(
              region === 'NEC'
                ? { region, plug: 'polarised', breaker_A: 15 }
                : { region, plug: 'reversible', breaker_A: 16 },
            )
          }
        />
      </div>
    </>
  )
}

function PlugsInto({ answers, onSet }: Part) {
  return (
    <>
      <Cards
        label="Plug"
        value={answers.plug}
        options={[
          {
            value: 'reversible',
            title: 'A plug that goes in both ways round',
            what: 'Line and neutral can change places: both poles are switched.',
          },
          { value: 'polarised', title: 'A plug that goes in one way', what: 'Line stays line.' },
          { value: 'fixed', title: 'Wired in, no plug', what: 'Work for a licensed electrician in most places.' },
        ]}
        onChoose={(plug) => onSet({ plug })}
      />
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        <Choice
          label="The outlet’s breaker"
          value={String(answers.breaker_A)}
          options={[6, 10, 13, 15, 16, 20, 32].map((amp) => ({ value: String(amp), label: `${amp} A` }))}
          onChoose={(value) => onSet({ breaker_A: Number(value) })}
        />
        <Choice
          label="A residual-current (ground-fault) device before it"
          value={answers.hasResidual ? 'yes' : 'no'}
          options={[
            { value: 'yes', label: 'yes' },
            { value: 'no', label: 'no, or not known' },
          ]}
          onChoose={(value) => onSet({ hasResidual: value === 'yes' })}
        />
      </div>
    </>
  )
}

function Runs({ answers, onSet }: Part) {
  const { loads } = answers
  const adding = useRef<HTMLButtonElement>(null)
  const change = (i: number, changes: Partial<FirstAnswers['loads'][number]>) =>
    onSet({ loads: loads.map((load, at) => (at === i ? { ...load, ...changes } : load)) })
  return (
    <>
      <p className="text-[14px] text-mute">
        {answers.builds === 'other'
          ? 'Each thing with its volts and watts, as printed on it.'
          : 'Besides what the pattern brings. Each with its volts and watts, as printed on it; none is fine.'}
      </p>
      <ul className="mt-2 space-y-2">
        {loads.map((load, i) => (
          <li key={i} className="grid grid-cols-[1fr_6rem_6rem_auto] items-end gap-2">
            <Choice
              label={`Thing ${i + 1}`}
              value={load.kind}
              options={LOAD_KINDS.map((value) => ({ value, label: WORDS[value] }))}
              onChoose={(value) => {
                const kind = value as LoadKind
                const volts = voltsOf(kind)
                change(i, { kind, volt: volts.includes(load.volt) ? load.volt : volts.at(-1)! })
              }}
            />
            <Choice
              label="on"
              value={String(load.volt)}
              options={voltsOf(load.kind).map((volt) => ({ value: String(volt), label: voltWord(volt) }))}
              onChoose={(value) => change(i, { volt: Number(value) as (typeof LOAD_VOLTS)[number] })}
            />
            <Labelled label="Watts">
              {(props) => (
                <input
                  {...props}
                  type="number"
                  min={0.1}
                  step="any"
                  className={`${INPUT} figures text-right`}
                  value={Number.isNaN(load.power_W) ? '' : load.power_W}
                  onChange={(event) => change(i, { power_W: event.target.valueAsNumber })}
                />
              )}
            </Labelled>
            <Button
              look="quiet"
              aria-label={`Leave thing ${i + 1} out`}
              onClick={() => {
                onSet({ loads: loads.filter((_, at) => at !== i) })
                adding.current?.focus()
              }}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <Button
        ref={adding}
        className="mt-2"
        disabled={loads.length >= 12}
        onClick={() => onSet({ loads: [...loads, { kind: 'fan', volt: 24, power_W: 3 }] })}
      >
        Add a thing
      </Button>
    </>
  )
}

function Stops({ answers, onSet }: Part) {
  return (
    <>
      <Cards
        label="Whether it must stop at once"
        value={answers.mustStop ? 'yes' : 'no'}
        options={[
          {
            value: 'yes',
            title: 'Something moves, cuts or grips',
            what: 'An emergency stop in the coil circuit of a contactor. It is no rated safety function.',
          },
          { value: 'no', title: 'Nothing that hurts when it goes on', what: 'The main switch is enough.' },
        ]}
        onChoose={(value) => onSet({ mustStop: value === 'yes' })}
      />
      <div className="mt-3 max-w-72">
        <Labelled
          label="May be added later, at the largest supply"
          hint="today’s barely sufficient supply fails once lights are added"
        >
          {(props) => (
            <span className="flex items-center gap-1">
              <input
                {...props}
                type="number"
                min={0}
                className={`${INPUT} figures text-right`}
                value={Number.isNaN(answers.later_W) ? '' : answers.later_W}
                onChange={(event) => onSet({ later_W: event.target.valueAsNumber })}
              />
              <span className="text-[13px] text-mute">W</span>
            </span>
          )}
        </Labelled>
      </div>
    </>
  )
}
