'use client'
import type { SeenWrong } from '@/core/diagnosis'

/** What can be seen of a thing that should run, and of one that should not. */
const RUNNING = { right: 'as it should', nothing: 'does nothing', weak: 'weak', 'wrong way': 'the wrong way' } as const
const RESTING = { nothing: 'at rest, as it should', right: 'runs, and should not' } as const
type Seen = keyof typeof RUNNING

/** What is looked at, each thing as it should unless somebody says otherwise. */
export function SeenList({
  lines,
  wrong,
  onChange,
}: {
  readonly lines: readonly { readonly watched: number; readonly words: string; readonly isResting: boolean }[]
  readonly wrong: readonly SeenWrong[]
  readonly onChange: (wrong: readonly SeenWrong[]) => void
}) {
  return (
    <ul className="divide-y divide-hair" aria-label="What is seen">
      {lines.map(({ watched, words, isResting }) => {
        const usual: Seen = isResting ? 'nothing' : 'right'
        const options: Partial<Record<Seen, string>> = isResting ? RESTING : RUNNING
        const seen = (wrong.find((each) => each.watched === watched)?.seen ?? usual) as Seen
        return (
          <li key={watched}>
            <label className="flex min-h-11 items-center justify-between gap-3 py-1 text-[16px]">
              <span className="min-w-0">{words}</span>
              <select
                className={`min-h-9 rounded-md border bg-sheet px-1 ${seen === usual ? 'border-hair' : 'border-stop font-semibold text-stop'}`}
                value={seen}
                onChange={(event) => {
                  const next = event.target.value as Seen
                  const others = wrong.filter((each) => each.watched !== watched)
                  onChange(next === usual ? others : [...others, { watched, seen: next }])
                }}
              >
                {Object.entries(options).map(([each, word]) => (
                  <option key={each} value={each}>
                    {word}
                  </option>
                ))}
              </select>
            </label>
          </li>
        )
      })}
    </ul>
  )
}
