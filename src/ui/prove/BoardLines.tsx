'use client'
import { useState } from 'react'
import type { Act } from '@/core/procedure'
import { splitKey } from '@/core/model'
import { Button } from '@/ui/primitives'
import type { MeterDesk } from './useMeter'

/** What a test of the truth sheet would say to its board, where that has a stand-in: commanded from here, and asked. */
export function BoardLines({ act, meter }: { readonly act: Act; readonly meter: MeterDesk }) {
  const [said, setSaid] = useState<string | null>(null)
  const boards = new Set(meter.state?.boards.map(({ device }) => device))
  const lines = linesOf(act).filter(({ device }) => boards.has(device))
  if (lines.length === 0) return null
  const tell = (device: (typeof lines)[number]['device'], line: string) =>
    void meter.tellBoard(device, line).then((answer) => setSaid(`${line}: ${answer}`))
  return (
    <div className="flex flex-wrap items-center gap-2 rounded-lg bg-paper p-2 text-[15px]">
      <span className="text-mute">Its stand-in:</span>
      {lines.map(({ device, line, words }) => (
        <Button key={line} disabled={meter.isBusy} onClick={() => tell(device, line)}>
          {words}
        </Button>
      ))}
      <output aria-live="polite" className="figures">
        {said}
      </output>
    </div>
  )
}

function linesOf({ id, device, test }: Act) {
  if (id.startsWith('truth:output/') && device !== null) {
    const output = id.slice(id.lastIndexOf('/') + 1)
    return (['on', 'off'] as const).map((to) => ({ device, line: `set ${output} ${to}`, words: `Command ${to}` }))
  }
  if (id.startsWith('truth:input/') && test?.red) {
    const { device: board, terminal } = splitKey(test.red)
    return [{ device: board, line: `get ${terminal}`, words: 'Ask the board' }]
  }
  return []
}
