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
      { board: 'A1', pin: 'P1', way: 'out', joins: 'K1, Relays', worked: null, level_V: 3.3 },
      { board: 'A1', pin: 'P10', way: 'in', joins: 'S1, Start', worked: 'closes when worked', level_V: 3.3 },
    ]))
  it('as text, a line a pin', () =>
    expect(pinMapText(plan)).toBe('A1.P1: out # K1, Relays\nA1.P10: in # S1, Start (closes when worked)\n'))
  it('as CSV, read again by a reader of RFC 4180', () => {
    const { data } = Papa.parse<string[]>(pinMapCsv(plan).trimEnd())
    expect(data[1]).toEqual(['A1', 'P1', 'out', 'K1, Relays', '3.3', ''])
  })
  it('an end stop answers as it is set, and says nothing until it is', () => {
    const end = new PlanBuilder('End', 'IEC')
      .device('A1', 'breakout-16', 'Controller')
      .device('S1', 'end-stop', 'Limit', { settings: { contact: 'opens when worked' } })
      .device('S2', 'end-stop', 'Limit')
      .wire('A1.P1', 'S1.S', 'signal')
      .wire('A1.P2', 'S2.S', 'signal')
      .build()
    expect(pinMap(end).map(({ worked }) => worked)).toEqual(['opens when worked', null])
  })
  it('of a demo: every end stop and probe is there, read', () => {
    const pins = pinMap(clayPrinter())
    expect(pins.filter(({ way }) => way === 'in').length).toBeGreaterThan(3)
    expect(pins.every(({ joins }) => joins.length > 3)).toBe(true)
  })
})
