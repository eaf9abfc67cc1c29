import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { OL_OHM, draftEntry, progressOf, TEST_GROUPS, type Act, type LogDraft, type LogEntry } from '@/core/procedure'
import { commissioningRecord } from '@/core/proof/record'
import type { Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../../tests/builds'
import { caseOf, clearedEntry, isOpenWord, OVERRULED, probeEntry, probeOf, sheetOf } from '.'

const lined = (drafts: readonly LogDraft[]): readonly LogEntry[] =>
  drafts.map((draft, i) => ({
    ...draftEntry(draft),
    entryId: `entry-${i}`,
    at: `2026-11-27T09:${String(i).padStart(2, '0')}:00.000Z`,
  }))
const actsOf = (plan: Plan) => evaluate(plan).procedure.flatMap(({ acts }) => acts)
const testsOf = (plan: Plan): readonly Act[] => actsOf(plan).filter(({ test }) => test !== null)
const sheetWith = (plan: Plan, drafts: readonly LogDraft[]) => {
  const { procedure } = evaluate(plan)
  const log = lined(drafts)
  return sheetOf(procedure, log, progressOf(procedure, log))
}
const signed = ({ id, facts }: Act, more: Partial<LogDraft> = {}): LogDraft => ({
  step: id,
  kind: 'signed',
  facts,
  ...more,
})

describe('the test sheet of a plan', () => {
  const plan = DEMOS['clay-printer']!()
  const tests = testsOf(plan)
  const idsIn = (group: string) => tests.filter(({ test }) => test!.group === group).map(({ id }) => id)

  it('goes dead first, then power, in its groups', () => {
    const order = tests.map(({ test }) => TEST_GROUPS.indexOf(test!.group))
    // What is under power comes after all that is dead.
    const firstLive = tests.findIndex(({ phase }) => phase === 'first-power')
    expect(tests.slice(0, firstLive).every(({ test }) => test!.situation === 'dead')).toBe(true)
    expect(Math.max(...order.slice(0, firstLive))).toBeLessThan(Math.min(...order.slice(firstLive)))
  })
  it('has every metal part, every pair of rails, each winding, each made cable, every selector', () => {
    expect(idsIn('earth')).toHaveLength(evaluate(plan).reckoning.earths.filter(({ path }) => path !== null).length)
    expect(idsIn('shorts')).toContain('check:rails/device:ps1/out/device:ps2/out')
    expect(idsIn('continuity').filter((id) => id.startsWith('check:coil/'))).toHaveLength(8)
    expect(idsIn('settings')).toContain('check:setting/device:ps1')
    expect(idsIn('heat')).toEqual(
      expect.arrayContaining(['heat:heater/device:e1', 'heat:heater/device:e2', 'heat:cut-out/device:b1']),
    )
  })
  it('commands before what is commanded: the board before the driver, the driver before the valve', () => {
    const at = (tag: string) => tests.findIndex(({ id }) => id.startsWith(`power:load/device:${tag}/`))
    expect(at('a1')).toBeLessThan(at('m4'))
    expect(at('m4')).toBeLessThan(at('y1'))
  })
  it('a winding is what is printed, and its leads: 2 Ω within its tolerance', () => {
    const { reading } = tests.find(({ id }) => id === 'check:coil/device:m1/A')!
    expect(reading!.from!).toBeLessThan(2)
    expect(reading!.to!).toBeGreaterThan(2.2)
    expect(reading!.to!).toBeLessThan(4)
  })
  it('each says what it means if it is off, and where its limit is from', () => {
    for (const { test } of tests) {
      expect(test!.ifOff).not.toBe('')
      expect(test!.source).not.toBe('')
    }
  })
})

describe('what cannot be true of a plan is not printed', () => {
  const named = (name: RegExp) => BUILDS.find((build) => name.test(build.name))!.plan
  const words = (plan: Plan) =>
    JSON.stringify(testsOf(plan).map(({ title, lines, cautions }) => [title, lines, cautions]))

  it('a pump on a battery has nothing to unplug, no earth, no neutral', () => {
    const all = words(named(/pump on a battery/))
    expect(all).not.toMatch(/Unplug, and keep the plug|Off, unplug/)
    expect(all).not.toMatch(/neutral|chassis|outlet/)
    expect(all).toMatch(/battery off/)
  })
  it('a strip of outlets has no rails, no boards, no motors', () => {
    const groups = new Set(testsOf(named(/rack strip/)).map(({ test }) => test!.group))
    for (const group of ['shorts', 'loads', 'truth', 'heat', 'stops'] as const) expect(groups.has(group)).toBe(false)
    expect(groups.has('relays')).toBe(true)
  })
  it.each(BUILDS.map((build) => [build.name, build.plan] as const))(
    '%s: every test is of something it has',
    (_, plan) => {
      for (const { id, device, title } of testsOf(plan)) {
        expect(title).not.toMatch(/undefined|null|NaN/)
        if (device !== null) expect(plan.devices[device], id).toBeDefined()
      }
    },
  )
})

describe('how a sheet stands', () => {
  const plan = DEMOS['shadow-stage']!()
  const tests = testsOf(plan)
  const [look] = tests
  const earth = tests.find(({ test }) => test!.group === 'earth')!

  it('each group waits for the one before', () => {
    const sheet = sheetWith(plan, [])
    expect(sheet[0]).toMatchObject({ group: 'look', waitsFor: null })
    expect(sheet[1]).toMatchObject({ group: 'earth', waitsFor: 'look', isStopped: false })
    expect(sheetWith(plan, [signed(look!)])[1]).toMatchObject({ waitsFor: null })
  })
  it('a reading that is off stops all behind it, until it is overruled in writing or done again', () => {
    const off: LogDraft = { step: earth.id, kind: 'failed', facts: earth.facts, reading: 12, unit: 'Ω' }
    const others = tests.filter(({ test, id }) => test!.group === 'earth' && id !== earth.id).map((act) => signed(act))
    const before = [signed(look!), ...others, off]
    const standing = (drafts: readonly LogDraft[]) => {
      const sheet = sheetWith(plan, drafts)
      return [sheet[1]!.lines.find(({ act }) => act.id === earth.id)!.standing, sheet[2]!.isStopped] as const
    }
    expect(standing(before)).toEqual(['off', true])
    expect(standing([...before, signed(earth, { note: `${OVERRULED}long leads` })])).toEqual(['overruled', false])
    expect(standing([...before, signed(earth, { reading: 0.1, unit: 'Ω' })])).toEqual(['good', false])
  })
  it('the record names who, with what, what was let pass, and all that was not checked', () => {
    const log = lined([
      signed(look!, { doneBy: 'R. Bench' }),
      { step: earth.id, kind: 'failed', facts: earth.facts, reading: 12, unit: 'Ω', meter: 'bench meter' },
      signed(earth, {
        note: `${OVERRULED}long leads`,
        reading: 12,
        unit: 'Ω',
        meter: 'bench meter',
        doneBy: 'R. Bench',
      }),
    ])
    const record = commissioningRecord(plan, 3, evaluate(plan), log, '2026-11-27T10:00:00.000Z')
    expect(record).toMatchObject({ people: ['R. Bench'], instruments: ['bench meter'] })
    expect(record.overruled).toMatchObject([{ why: 'long leads', by: 'R. Bench' }])
    expect(record.lines.find(({ standing }) => standing === 'overruled')!.earlier).toMatchObject([
      { kind: 'failed', read: 12 },
    ])
    expect(record.notChecked).toHaveLength(tests.length - 2)
    expect(record.says).not.toMatch(/\bsafe\b/)
  })
})

describe('readings of a search, kept in the logbook', () => {
  const plan = DEMOS['shadow-stage']!()
  const reading = {
    what: 'ohms' as const,
    situation: 'dead' as const,
    system: 'dc' as const,
    red: 'device:ps1|V+1' as never,
    black: 'device:f1|IN' as never,
    value: Infinity,
  }
  it('come back as they were, an open circuit as one', () => {
    const [entry] = lined([probeEntry(reading, 'bench meter')])
    expect(entry!.reading).toBe(OL_OHM)
    expect(probeOf(entry!)).toEqual(reading)
    const seen = {
      what: 'look' as const,
      situation: 'idle' as const,
      isWhole: true,
      wrong: [{ watched: 3, seen: 'nothing' as const }],
    }
    expect(probeOf(lined([probeEntry(seen, null)])[0]!)).toEqual(seen)
  })
  it('hostile lines are none', () => {
    for (const step of ['probe', 'probe|ohms', 'probe|ohms|nowhere|dc|a|b', 'probe|look', 'other|ohms|dead|dc|a>1|b>2'])
      expect(probeOf({ ...lined([{ step, kind: 'noted' }])[0]! })).toBeNull()
  })
  it('a new search begins where it was said', () => {
    const sheet = sheetWith(plan, [])
    const log = lined([
      probeEntry(reading, null),
      clearedEntry('Mended: a lead'),
      probeEntry({ ...reading, value: 0.1 }, null),
    ])
    expect(caseOf(sheet, log, () => -1)).toEqual([{ ...reading, value: 0.1 }])
  })
  it('OL is what meters show', () => {
    for (const text of ['OL', 'ol', ' O.L. ', 'open', '∞']) expect(isOpenWord(text)).toBe(true)
    for (const text of ['0', '1', '0.L1', '']) expect(isOpenWord(text)).toBe(false)
  })
})
