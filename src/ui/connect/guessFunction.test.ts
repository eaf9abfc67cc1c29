import { describe, expect, it } from 'vitest'
import { reckon } from '@/core/figures'
import type { DeviceId, TerminalId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { guessFunction } from './guessFunction'

const plan = clayPrinter()
const reckoning = reckon(plan)
const at = (tag: string, terminal: string) => ({
  device: `device:${tag}` as DeviceId,
  terminal: terminal as TerminalId,
})

describe('what a new wire does', () => {
  it.each([
    ['by a terminal that says so', at('ps1', 'L'), at('xl', '6'), 'L'],
    ['earth', at('pe1', 'PE'), at('ps2', 'PE'), 'PE'],
    ['by what reaches a joint: line', at('xl', '6'), at('b1', '1'), 'L'],
    ['neutral', at('xn', '6'), at('f1', '1'), 'N'],
    ['DC minus', at('x0', '9'), at('w5', '5'), 'V-'],
    ['behind a fuse, DC plus', at('f2', '6'), at('w5', '5'), 'V+'],
    ['between motors and boards, a signal', at('a1', 'M4A+'), at('m1', 'A+'), 'signal'],
  ] as const)('%s', (_what, a, b, fn) => expect(guessFunction(plan, reckoning, a, b)).toBe(fn))

  it('a relay’s control is DC even where nothing reaches it yet', () =>
    expect(guessFunction(plan, null, at('k1', 'C+'), at('w5', '5'))).toBe('V+'))
})
