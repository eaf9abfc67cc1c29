'use client'
import { useState } from 'react'
import { askedOf, blankPart, readPart, type OwnPart } from '@/core/ownParts'
import { PART_GROUPS, PART_KINDS, type BehaviourKind, type Part, type PartId } from '@/core/plan'
import { Button, Choice, CommitField, Modal, readNumber, newId } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'
import { Amounts } from './Amounts'
import { ConnectorRows } from './ConnectorRows'
import { PartDrawing } from './PartDrawing'
import { SettingRows } from './SettingRows'
import { SwitchRows } from './SwitchRows'
import { TerminalRows } from './TerminalRows'
import { useDraft } from './useDraft'

export type Change = (next: Part) => void

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
  const { part, change: setPart } = draft
  const [refusal, setRefusal] = useState<string | null>(null)
  const [isSending, setSending] = useState(false)
  const read = readPart({ id: start.id ?? 'part:own-new', part })
  const faults = read.kind === 'refused' ? read.issues : []
  const asked = askedOf(part)
  const keep = async () => {
    setSending(true)
    const id = start.id ?? freshId(part.name)
    const { status, body } = await request<{ readonly parts: readonly OwnPart[] }>('POST', '/api/parts', { id, part })
    setSending(false)
    if (status !== 201) return setRefusal(problemText(body))
    draft.done()
    onKept(body.parts[0]!)
  }
  const size = (key: 'width_mm' | 'height_mm' | 'depth_mm', label: string) => (
    <CommitField
      label={label}
      unit="mm"
      numeric
      value={String(part.body[key])}
      onCommit={(text) => {
        const value = readNumber(text, label)
        if ('error' in value) return value.error
        if (value.value <= 0) return 'must be above 0'
        setPart({ ...part, body: { ...part.body, [key]: value.value } })
        return null
      }}
    />
  )
  return (
    <Modal wide="most" title={start.id === null ? 'Make a part' : `Change ${start.part.name}`} open onClose={onClose}>
      {draft.wasBegun ? (
        <p
          role="status"
          className="mb-3 flex flex-wrap items-center gap-3 rounded-lg border border-hair bg-wash px-3 py-2"
        >
          <span>This is as you left it, not yet on the shelf.</span>
          <Button look="quiet" onClick={draft.startAnew}>
            Start anew
          </Button>
        </p>
      ) : null}
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_300px]">
        <div className="min-w-0 space-y-4">
          <div className="grid gap-3 sm:grid-cols-2">
            <CommitField
              label="What it is called"
              value={part.name}
              onCommit={(text) => {
                if (text.trim() === '') return 'give it a name'
                setPart({ ...part, name: text.trim().slice(0, 80) })
                return null
              }}
            />
            <Choice
              label="What it is"
              value={part.behaviour.kind}
              options={KINDS}
              onChoose={(kind) => {
                const blank = blankPart(kind as BehaviourKind)
                setPart({ ...blank, name: part.name, body: part.body, note: part.note })
              }}
            />
          </div>
          <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
            {size('width_mm', 'Width')}
            {size('height_mm', 'Height')}
            {size('depth_mm', 'Depth')}
            <Choice
              label="Held by"
              value={part.mounting}
              options={MOUNTINGS.map((value) => ({ value, label: value }))}
              onChoose={(value) => setPart({ ...part, mounting: value as Part['mounting'] })}
            />
          </div>
          <Amounts part={part} onChange={setPart} />
          <TerminalRows part={part} onChange={setPart} />
          <ConnectorRows part={part} onChange={setPart} />
          <SwitchRows part={part} onChange={setPart} />
          <SettingRows part={part} onChange={setPart} />
        </div>
        <aside className="space-y-3 lg:sticky lg:top-0 lg:self-start">
          <div className="rounded-lg border border-hair bg-wash p-2">
            <PartDrawing part={part} />
          </div>
          {faults.length > 0 ? (
            <section aria-label="What is wrong with it" className="rounded-lg border border-stop/40 bg-stop-wash p-3">
              <h3 className="font-bold text-stop">What is wrong with it</h3>
              <ul className="mt-1 text-[14px]">
                {faults.slice(0, 8).map(({ path, message }) => (
                  <li key={path + message}>
                    <span className="figures font-semibold">{path.replace(/^part\./, '')}</span>: {message}
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
