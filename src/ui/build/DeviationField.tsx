'use client'
import type { WireId } from '@/core/plan'
import type { Act, Deviation } from '@/core/procedure'
import { parseWireSize } from '@/core/quantity'
import { Choice, INPUT, Labelled, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** `unfinished`: something is typed that cannot be kept yet. */
export type SaidDeviation = Deviation | null | 'unfinished'

/** As it is typed, under names of their own among what is half typed into a card. */
interface Typed {
  readonly otherWhat?: string
  readonly otherOf?: string
  readonly other?: string
}

/** What counts as nothing. */
export const NO_DEVIATION = { otherWhat: '', otherOf: '', other: '' } as const satisfies Typed

const isWhat = (what: string | undefined): what is Deviation['what'] =>
  what === 'length' || what === 'size' || what === 'other'

/** The wire that is meant: the one chosen, else the first. */
const wireOf = (acts: readonly Act[], { otherOf }: Typed): WireId | null => {
  const wires = acts.flatMap(({ wire }) => wire ?? [])
  return wires.find((id) => id === otherOf) ?? wires[0] ?? null
}

/** What typed texts say. */
export function deviationOf(acts: readonly Act[], typed: Typed): SaidDeviation {
  const { otherWhat, other = '' } = typed
  if (!isWhat(otherWhat)) return null
  if (otherWhat === 'other') return { what: 'other' }
  const wire = wireOf(acts, typed)
  if (wire === null) return null
  if (otherWhat === 'size') {
    const size = parseWireSize(other)
    return size ? { what: 'size', wire, size: size.label } : 'unfinished'
  }
  const read = readNumber(other, 'The length')
  return 'value' in read && read.value > 0 ? { what: 'length', wire, length_mm: read.value } : 'unfinished'
}

/** Made otherwise than planned: a length, a size, or anything else that the note says. */
export function DeviationField({
  acts,
  typed,
  onType,
}: {
  readonly acts: readonly Act[]
  readonly typed: Typed
  readonly onType: (changes: Readonly<Record<string, string>>) => void
}) {
  const { plan } = useRoom()
  const wires = acts.flatMap(({ wire }) => wire ?? [])
  const value = deviationOf(acts, typed)
  const text = typed.other ?? ''
  const chosen = wireOf(acts, typed)
  const shown = isWhat(typed.otherWhat) ? typed.otherWhat : 'none'
  const error =
    text.trim() === '' || value !== 'unfinished'
      ? null
      : shown === 'size'
        ? 'write a size such as "1.5 mm²" or "18 AWG"'
        : 'write a length in millimetres'
  return (
    <details className="text-[15px]" open={shown !== 'none' || undefined}>
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
          onChoose={(next) => onType({ otherWhat: next === 'none' ? '' : next })}
        />
        {(shown === 'length' || shown === 'size') && chosen !== null ? (
          <>
            {wires.length > 1 ? (
              <Choice
                label="Of which wire"
                value={chosen}
                options={wires.map((id) => ({ value: id, label: plan.wires[id]?.label || id }))}
                onChoose={(id) => onType({ otherOf: id })}
              />
            ) : null}
            <Labelled label={shown === 'length' ? 'Cut to, mm' : 'Size that was taken'} error={error}>
              {(props) => (
                <input
                  {...props}
                  className={`${INPUT} figures`}
                  value={text}
                  onChange={(event) => onType({ other: event.target.value })}
                />
              )}
            </Labelled>
          </>
        ) : null}
      </div>
    </details>
  )
}
