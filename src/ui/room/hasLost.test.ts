import { describe, expect, it } from 'vitest'
import { apply, type Command, type Plan } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { hasLost } from './hasLost'

const after = (...commands: Command[]): Plan => {
  const outcome = apply(clayPrinter(), commands)
  if (outcome.kind === 'refused') throw new Error(outcome.issues[0]!.message)
  return outcome.plan
}

describe('what an older evaluation may no longer name', () => {
  const before = clayPrinter()
  it('is told apart from what merely changed or was added', () => {
    expect(hasLost(before, after({ type: 'rename', name: 'Other' }))).toBe(false)
    expect(hasLost(before, after({ type: 'updateWire', id: 'wire:w1' as never, changes: { note: 'x' } }))).toBe(false)
    expect(hasLost(after({ type: 'disconnect', id: 'wire:w1' as never }), before)).toBe(false)
  })
  it('a device, a wire, a gland, a face gone', () => {
    const box = before.enclosures['enclosure:main' as never] as unknown as Plan['enclosures'][keyof Plan['enclosures']]
    const faces = Object.fromEntries(Object.entries(box.faces).filter(([face]) => face !== 'face:top'))
    const gone: Command[] = [
      { type: 'removeDevice', id: 'device:h2' as never },
      { type: 'disconnect', id: 'wire:w1' as never },
      { type: 'removeRaceway', id: 'raceway:gland1' as never },
      { type: 'updateEnclosure', id: 'enclosure:main' as never, changes: { faces: faces as never } },
    ]
    for (const command of gone) expect(hasLost(before, after(command)), command.type).toBe(true)
  })
})
