'use client'
import { lengthOfWay } from '@/core/figures'
import { COVER_KINDS, type Cover, type CoverKind, type Raceway } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { Button, Choice, CommitField, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const KINDS: Readonly<Record<CoverKind, string>> = {
  sleeve: 'sleeve, slid on first',
  wrap: 'spiral wrap',
  'split-tube': 'tube, split along its side',
}
/** Of a new one: this share of its way, in the middle. */
const NEW_SHARE = 0.5

/** What goes about the leads of a way over part of it: where along the way each lies, to its scale, and what it is. */
export function Covers({
  raceway,
  onChange,
}: {
  readonly raceway: Raceway
  /** @returns what is wrong */
  readonly onChange: (what: string, covers: readonly Cover[]) => string | null
}) {
  const { plan } = useRoom()
  const { covers } = raceway
  const has_mm = raceway.ends ? lengthOfWay(plan, raceway) : raceway.length_mm
  const put = (i: number, changes: Partial<Cover>) =>
    onChange(
      'sleeve or wrap',
      covers.map((each, at) => (at === i ? { ...each, ...changes } : each)),
    )
  const add = () => {
    const length_mm = Math.max(10, Math.round((has_mm * NEW_SHARE) / 10) * 10)
    const from_mm = Math.max(0, Math.round((has_mm - length_mm) / 20) * 10)
    onChange('a wrap over part of it', [...covers, { kind: 'wrap', from_mm, length_mm, inside_mm: null }])
  }
  return (
    <section aria-label="Over part of it" className="space-y-2">
      <div className="flex items-center justify-between gap-2">
        <h3 className="text-[14px] font-semibold">Over part of it</h3>
        <Button onClick={add}>Add a sleeve or wrap</Button>
      </div>
      {covers.length > 0 && has_mm > 0 ? <CoverBar covers={covers} has_mm={has_mm} /> : null}
      {covers.map((cover, i) => (
        <div key={i} className="grid grid-cols-2 gap-2 rounded-lg border border-hair p-2">
          <Choice
            label="What it is"
            value={cover.kind}
            options={COVER_KINDS.map((kind) => ({ value: kind, label: KINDS[kind] }))}
            onChoose={(kind) => void put(i, { kind: kind as CoverKind })}
          />
          <CommitField
            label="Its bore"
            unit="mm"
            numeric
            hint={cover.inside_mm === null ? 'empty: the next that goes over the bundle' : undefined}
            value={cover.inside_mm === null ? '' : String(cover.inside_mm)}
            onCommit={(text) =>
              text.trim() === '' ? put(i, { inside_mm: null }) : number(text, i, 'inside_mm', 'Its bore')
            }
          />
          <CommitField
            label="Begins at"
            unit="mm"
            numeric
            value={String(cover.from_mm)}
            onCommit={(text) => number(text, i, 'from_mm', 'Where it begins')}
          />
          <CommitField
            label="Long"
            unit="mm"
            numeric
            value={String(cover.length_mm)}
            onCommit={(text) => number(text, i, 'length_mm', 'Its length')}
          />
          <Button
            look="quiet"
            onClick={() =>
              onChange(
                `without its ${cover.kind}`,
                covers.filter((_, at) => at !== i),
              )
            }
          >
            Take it off
          </Button>
        </div>
      ))}
    </section>
  )

  function number(text: string, i: number, key: 'inside_mm' | 'from_mm' | 'length_mm', label: string): string | null {
    const read = readNumber(text, label)
    return 'error' in read ? read.error : put(i, { [key]: read.value })
  }
}

/** The way as a line, what is about it as bars on it. */
function CoverBar({ covers, has_mm }: { readonly covers: readonly Cover[]; readonly has_mm: number }) {
  const most_mm = Math.max(has_mm, ...covers.map(({ from_mm, length_mm }) => from_mm + length_mm))
  const at = (mm: number) => `${(100 * mm) / most_mm}%`
  return (
    <div
      role="img"
      aria-label={`${formatNumber(has_mm, 4)} mm of way; ${covers
        .map(
          ({ from_mm, length_mm }) =>
            `covered from ${formatNumber(from_mm)} to ${formatNumber(from_mm + length_mm)} mm`,
        )
        .join(', ')}`}
      className="relative h-6"
    >
      <span className="absolute top-2.5 left-0 h-1 bg-mute" style={{ width: at(has_mm) }} />
      {covers.map(({ kind, from_mm, length_mm }, i) => (
        <span
          key={i}
          className={`absolute top-1 h-4 rounded border-2 border-accent ${kind === 'sleeve' ? 'bg-accent' : 'bg-accent-wash'}`}
          style={{ left: at(from_mm), width: at(length_mm) }}
        />
      ))}
    </div>
  )
}
