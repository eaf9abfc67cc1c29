'use client'
import { useState } from 'react'
import type { WireId } from '@/core/plan'
import type { Act, Deviation } from '@/core/procedure'
import { parseWireSize } from '@/core/quantity'
import { Choice, INPUT, Labelled, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** `unfinished`: something is typed that cannot be kept yet. */
export type SaidDeviation = Deviation | null | 'unfinished'

/** Made otherwise than planned: a length, a size, or anything else that the note says. */
export function DeviationField({
  acts,
  value,
  onChange,
}: {
  readonly acts: readonly Act[]
  readonly value: SaidDeviation
  readonly onChange: (deviation: SaidDeviation) => void
}) {
  const { plan } = useRoom()
  const wires = acts.flatMap(({ wire }) => wire ?? [])
  const [text, setText] = useState('')
  const [wire, setWire] = useState<WireId | null>(null)
  const chosen = wire ?? wires[0] ?? null
  const [kind, setKind] = useState<'none' | Deviation['what']>('none')
  // Signed off, it is nothing again.
  const shown = value === null ? 'none' : kind
  const say = (next: 'none' | Deviation['what'], typed: string, of: WireId | null) => {
    if (next === 'none') return onChange(null)
    if (next === 'other') return onChange({ what: 'other' })
    if (of === null) return onChange(null)
    if (next === 'size') {
      const size = parseWireSize(typed)
      return onChange(size ? { what: 'size', wire: of, size: size.label } : 'unfinished')
    }
    const read = readNumber(typed, 'The length')
    onChange('value' in read && read.value > 0 ? { what: 'length', wire: of, length_mm: read.value } : 'unfinished')
  }
  const error =
    text.trim() === '' || value !== 'unfinished'
      ? null
      : shown === 'size'
        ? 'write a size such as "1.5 mm²" or "18 AWG"'
        : 'write a length in millimetres'
  return (
    <details className="text-[15px]">
      <summary className="min-h-9 font-semibold">Made otherwise than planned</summary>
      <div className="space-y-2 pt-1">
        <Choice
          label="What is other"
          value={shown}
          options={[
            { value: 'none', label: 'nothing' },
            ...(wires.length > 0
              ? [
                  { value: 'length' as const, label: 'a length, as it was cut' },
                  { value: 'size' as const, label: 'a size of wire' },
                ]
              : []),
            { value: 'other', label: 'something else, as the note says' },
          ]}
          onChoose={(next) => {
            const kindOf = next as 'none' | Deviation['what']
            setKind(kindOf)
            say(kindOf, text, chosen)
          }}
        />
        {(shown === 'length' || shown === 'size') && chosen !== null ? (
          <>
            {wires.length > 1 ? (
              <Choice
                label="Of which wire"
                value={chosen}
                options={wires.map((id) => ({ value: id, label: plan.wires[id]?.label || id }))}
                onChoose={(id) => {
                  setWire(id as WireId)
                  say(shown, text, id as WireId)
                }}
              />
            ) : null}
            <Labelled label={shown === 'length' ? 'Cut to, mm' : 'Size that was taken'} error={error}>
              {(props) => (
                <input
                  {...props}
                  className={`${INPUT} figures`}
                  value={text}
                  onChange={(event) => {
                    setText(event.target.value)
                    say(shown, event.target.value, chosen)
                  }}
                />
              )}
            </Labelled>
          </>
        ) : null}
      </div>
    </details>
  )
}
