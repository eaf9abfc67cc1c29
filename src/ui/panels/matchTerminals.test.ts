import { expect, it } from 'vitest'
import { matchTerminals } from './matchTerminals'

const named = (name: string, detail = 'Relay, 24 V, 2 change-over') => ({ name, detail })

it('what reads exactly as typed comes first, whatever its neighbours’ descriptions hold', () => {
  const choices = [named('K3 1'), named('K3 2'), named('K3 22'), named('K31 2'), named('X1 L')]
  expect(matchTerminals(choices, 'K3 2').map(({ name }) => name)).toEqual(['K3 2', 'K3 22', 'K3 1', 'K31 2'])
  expect(matchTerminals(choices, '  k3   2 ')[0]!.name).toBe('K3 2')
  expect(matchTerminals(choices, 'K31')[0]!.name).toBe('K31 2')
})

it('a dash is a dash, however it is typed', () =>
  expect(matchTerminals([named('PS1 +V'), named('PS1 −V')], 'PS1 -V')[0]!.name).toBe('PS1 −V'))
