import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { pinMap, pinMapCsv, pinMapText } from './pinMap'

describe('the pin map', () => {
  const plan = new PlanBuilder('Pins', 'IEC')
    .device('A1', 'breakout-16', 'Controller')
    .device('K1', 'relay-board-5-2', 'Relays')
    .device('S1', 'button-open', 'Start')
    .wire('A1.P1', 'K1.IN1', 'signal')
    .wire('A1.P10', 'S1.13', 'signal')
    .wire('A1.GND1', 'S1.14', 'signal')
    .build()
  it('pins that are free either way are out to what they work, in from what they read; grounds are none', () =>
    expect(pinMap(plan)).toEqual([
      { board: 'A1', pin: 'P1', way: 'out', joins: 'K1, Relays', level_V: 3.3 },
      { board: 'A1', pin: 'P10', way: 'in', joins: 'S1, Start', level_V: 3.3 },
    ]))
  it('as text, a line a pin', () => expect(pinMapText(plan)).toBe('A1.P1: out # K1, Relays\nA1.P10: in # S1, Start\n'))
  it('as CSV, read again by a reader of RFC 4180', () => {
    const { data } = Papa.parse<string[]>(pinMapCsv(plan).trimEnd())
    expect(data[1]).toEqual(['A1', 'P1', 'out', 'K1, Relays', '3.3'])
  })
  it('of a demo: every end stop and probe is there, read', () => {
    const pins = pinMap(clayPrinter())
    expect(pins.filter(({ way }) => way === 'in').length).toBeGreaterThan(3)
    expect(pins.every(({ joins }) => joins.length > 3)).toBe(true)
  })
})
