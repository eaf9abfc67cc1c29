'use client'
import { useEffect, useMemo, useState } from 'react'
import { FormProvider, useWatch } from 'react-hook-form'
import { askedOf, blankPart, type OwnPart } from '@/core/ownParts'
import { PART_GROUPS, PART_KINDS, type BehaviourKind, type Part, type PartId } from '@/core/plan'
import { useFilled } from '@/ui/forms'
import { Button, Choice, Modal, newId } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'
import { Amounts } from './Amounts'
import { ConnectorRows } from './ConnectorRows'
import { PartDrawing } from './PartDrawing'
import { ChoiceAt, FigureAt, WordsAt } from './PartFields'
import { SettingRows } from './SettingRows'
import { SwitchRows } from './SwitchRows'
import { TerminalRows } from './TerminalRows'
import { asPart, asTyped, placeOf, typedPart, type TypedPart } from './typedPart'
import { useDraft } from './useDraft'
import { faultsOf } from './usePartForm'

/** "residual-current-device": "Residual current device". */
export const kindWords = (kind: BehaviourKind): string => {
  const words = kind.replaceAll('-', ' ')
  return words[0]!.toUpperCase() + words.slice(1)
}

const KINDS = (Object.keys(PART_KINDS) as BehaviourKind[])
  .map((kind) => ({ value: kind, label: `${kindWords(kind)} · ${PART_GROUPS[PART_KINDS[kind].group]}` }))
  .sort((a, b) => a.label.localeCompare(b.label, 'en'))

const MOUNTINGS: readonly Part['mounting'][] = ['screws', 'rail', 'panel', 'standoffs', 'loose', 'in-line']

/** A fresh id from the name: "part:own-bench-supply-3f2a". */
function freshId(name: string): PartId {
  const slug = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 24)
  return `part:own-${slug || 'part'}-${newId().slice(0, 4)}` as PartId
}

/** Makes a part, or changes one: drawn while it is made, checked as one goes, kept on the shelf of own parts. */
export function PartEditor({
  start,
  onKept,
  onClose,
  keepLabel = 'Keep on the shelf',
}: {
  /** Null id: a new one. */
  readonly start: { readonly id: PartId | null; readonly part: Part }
  readonly onKept: (own: OwnPart) => void
  readonly onClose: () => void
  readonly keepLabel?: string
}) {
  const draft = useDraft(start)
  const form = useFilled(typedPart, asTyped(draft.part), 'all along')
  const typed = useWatch({ control: form.control }) as TypedPart
  const part = useMemo(() => asPart(typed), [typed])
  const [refusal, setRefusal] = useState<string | null>(null)
  const [isSending, setSending] = useState(false)
  const faults = faultsOf(form.formState.errors)
  const asked = askedOf(part)
  // Its parts hang together: a terminal that goes is missed elsewhere. So the whole is judged with each change.
  const { trigger, formState } = form
  const { isDirty } = formState
  useEffect(() => {
    void trigger()
    if (isDirty) draft.keep(part)
  }, [part, isDirty]) // eslint-disable-line react-hooks/exhaustive-deps -- only what is in the form is judged and kept
  const begin = (next: Part) => form.reset(asTyped(next))
  const keep = form.handleSubmit(async (whole) => {
    setSending(true)
    const id = start.id ?? freshId(whole.name)
    const { status, body } = await request<{ readonly parts: readonly OwnPart[] }>('POST', '/api/parts', {
      id,
      part: whole,
    })
    setSending(false)
    if (status !== 201) return setRefusal(problemText(body))
    draft.forget()
    onKept(body.parts[0]!)
  })
  return (
    <Modal wide="most" title={start.id === null ? 'Make a part' : `Change ${start.part.name}`} open onClose={onClose}>
      {draft.isKept ? null : (
        <p role="alert" className="mb-3 font-semibold text-stop">
          This half-made part is not kept: this browser has no room. Put it on the shelf before this window is shut.
        </p>
      )}
      {draft.wasBegun ? (
        <p
          role="status"
          className="mb-3 flex flex-wrap items-center gap-3 rounded-lg border border-hair bg-wash px-3 py-2"
        >
          <span>This is as you left it, not yet on the shelf.</span>
          <Button
            look="quiet"
            onClick={() => {
              draft.forget()
              begin(start.part)
            }}
          >
            Start anew
          </Button>
        </p>
      ) : null}
      <FormProvider {...form}>
        <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_300px]">
          <div className="min-w-0 space-y-4">
            <div className="grid gap-3 sm:grid-cols-2">
              <WordsAt at="name" label="What it is called" most={80} />
              <Choice
                label="What it is"
                value={part.behaviour.kind}
                options={KINDS}
                onChoose={(kind) => {
                  const { name, body, note } = part
                  const blank = { ...blankPart(kind as BehaviourKind), name, body, note }
                  for (const [at, value] of Object.entries(asTyped(blank)))
                    form.setValue(at as keyof TypedPart, value as never, { shouldDirty: true })
                }}
              />
            </div>
            <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
              <FigureAt isAbove0 at="body.width_mm" label="Width" unit="mm" />
              <FigureAt isAbove0 at="body.height_mm" label="Height" unit="mm" />
              <FigureAt isAbove0 at="body.depth_mm" label="Depth" unit="mm" />
              <ChoiceAt at="mounting" label="Held by" options={MOUNTINGS.map((value) => ({ value, label: value }))} />
            </div>
            <Amounts />
            <TerminalRows />
            <ConnectorRows />
            <SwitchRows />
            <SettingRows />
          </div>
          <aside className="space-y-3 lg:sticky lg:top-0 lg:self-start">
            <div className="rounded-lg border border-hair bg-wash p-2">
              <PartDrawing part={part} />
            </div>
            {faults.length > 0 ? (
              <section aria-label="What is wrong with it" className="rounded-lg border border-stop/40 bg-stop-wash p-3">
                <h3 className="font-bold text-stop">What is wrong with it</h3>
                <ul className="mt-1 text-[14px]">
                  {faults.slice(0, 8).map(([path, message]) => (
                    <li key={path + message}>
                      <span className="figures font-semibold">{placeOf(typed, path)}</span>: {message}
                    </li>
                  ))}
                </ul>
              </section>
            ) : null}
            <section aria-label="What it does not say yet" className="rounded-lg border border-hair p-3">
              <h3 className="font-bold">What it does not say yet</h3>
              {asked.length === 0 ? (
                <p className="text-[14px] text-mute">All that the rules ask of such a part.</p>
              ) : (
                <ul className="mt-1 max-h-56 space-y-1 overflow-y-auto text-[14px] text-mute" tabIndex={0} role="list">
                  {asked.slice(0, 30).map((words) => (
                    <li key={words}>{words}.</li>
                  ))}
                  {asked.length > 30 ? <li>and {asked.length - 30} more</li> : null}
                </ul>
              )}
            </section>
          </aside>
        </div>
      </FormProvider>
      {refusal ? (
        <p role="alert" className="mt-3 font-semibold text-stop">
          {refusal}
        </p>
      ) : null}
      <div className="mt-4 flex gap-2">
        <Button look="main" disabled={faults.length > 0 || isSending} onClick={() => void keep()}>
          {isSending ? 'Keeping it …' : keepLabel}
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Modal>
  )
}
