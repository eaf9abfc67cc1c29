import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { reckon } from '@/core/figures'
import { apply, type Plan, type WireId } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { readWireCsv, WIRE_COLUMNS, wireCsv } from './wireCsv'

const lines = (plan: Plan) => wireCsv(plan).trimEnd().split('\r\n')
const withCell = (plan: Plan, row: number, column: (typeof WIRE_COLUMNS)[number], value: string): string => {
  const { data } = Papa.parse<string[]>(wireCsv(plan).trimEnd())
  data[row]![WIRE_COLUMNS.indexOf(column)] = value
  return Papa.unparse(data, { newline: '\r\n' })
}

describe('the wire list of every demo', () => {
  it.each(Object.entries(DEMOS))('%s: out and in again changes nothing', (_, make) => {
    const plan = make()
    expect(lines(plan)).toHaveLength(Object.keys(plan.wires).length + 1)
    expect(readWireCsv(plan, wireCsv(plan))).toEqual({ kind: 'read', commands: [], changed: 0, added: 0 })
  })
  it.each(Object.entries(DEMOS))('%s: into a plan without wires it makes the same wires again', (_, make) => {
    const plan = make()
    const bare: Plan = { ...plan, wires: {} }
    const { data } = Papa.parse<string[]>(wireCsv(plan).trimEnd())
    const fresh = data
      .filter((row, i) => i === 0 || !row.includes('plug'))
      .map((row) => [...row.slice(0, -1), row.at(-1) === 'id' ? 'id' : ''])
    const read = readWireCsv(bare, Papa.unparse(fresh))
    if (read.kind === 'refused') throw new Error(JSON.stringify(read.issues.slice(0, 3)))
    const made = apply(bare, [...read.commands])
    if (made.kind === 'refused') throw new Error(made.issues[0]!.message)
    const plain = (each: Plan) =>
      Object.values(each.wires)
        .filter((wire) => wire!.from.kind !== 'plug' && wire!.to.kind !== 'plug')
        .map((wire) => JSON.stringify({ ...wire!, route: null }))
        .sort()
    expect(plain(made.plan)).toEqual(plain(plan))
  })
})

describe('changes in a spreadsheet', () => {
  const plan = clayPrinter()
  it('a size and a colour become one edit of that wire', () => {
    const read = readWireCsv(plan, withCell(plan, 1, 'size', '2,5 mm²').replace('2,5 mm²', '2.5 mm²'))
    expect(read).toMatchObject({
      kind: 'read',
      changed: 1,
      commands: [{ type: 'updateWire', changes: { size: '2.5 mm²' } }],
    })
  })
  it('another terminal moves that end', () => {
    const read = readWireCsv(plan, withCell(plan, 1, 'to_terminal', '3'))
    expect(read).toMatchObject({ kind: 'read', commands: [{ type: 'moveEnd', side: 'to', end: { terminal: '3' } }] })
  })
  it.each([
    ['size', 'thick', /line 2, size.*not a conductor size/],
    ['colour', 'mauve', /line 2, colour.*no colour/],
    ['to_device', 'XX9', /line 2, to_device.*no device/],
    ['to_terminal', '99', /line 2, to_terminal.*no terminal/],
    ['length_mm', 'long', /line 2, length_mm.*no number/],
    ['function', 'power', /line 2, function/],
    ['id', 'wire:none', /line 2, id.*no wire/],
  ] as const)('%s “%s” is refused with its line and column, and nothing is taken', (column, value, says) => {
    const read = readWireCsv(plan, withCell(plan, 1, column, value))
    expect(read.kind).toBe('refused')
    expect(read.kind === 'refused' && read.issues.map(({ path, message }) => `${path}: ${message}`).join('\n')).toMatch(
      says,
    )
  })
  it('a column that is needed and missing is named; text that is no list is refused', () => {
    expect(JSON.stringify(readWireCsv(plan, 'label,size\r\nW1,1 mm²'))).toMatch(/from_device.*missing/)
    expect(readWireCsv(plan, '').kind).toBe('refused')
  })
  it('what a spreadsheet would run as a formula goes out as text and comes back as it was', () => {
    const [id] = Object.keys(plan.wires)
    const noted = apply(plan, [{ type: 'updateWire', id: id as never, changes: { note: '=1+1, "quoted"' } }])
    if (noted.kind === 'refused') throw new Error('refused')
    expect(wireCsv(noted.plan)).toContain("'=1+1")
    expect(readWireCsv(noted.plan, wireCsv(noted.plan))).toMatchObject({ changed: 0 })
  })
})

describe('what nobody typed', () => {
  const plan = DEMOS['clay-printer']!()
  const { wires } = reckon(plan)
  const { data } = Papa.parse<Record<string, string>>(wireCsv(plan, wires), { header: true })

  it('is shown as it holds, with a mark', () => {
    for (const row of data.filter(({ id }) => id)) {
      const own = plan.wires[row.id as WireId]!
      const reckoned = wires[row.id as WireId]!
      if (own.size === null) expect(row.size).toBe(reckoned.size ? `${reckoned.size} (reckoned)` : '')
      if (own.colour === null) expect(row.colour).toMatch(/ \(scheme\)$/)
      if (own.length_mm === null && reckoned.lengthFrom === 'routed')
        expect(row.length_mm).toBe(`${Math.round(reckoned.length_mm)} (by its way)`)
    }
    expect(data.some(({ length_mm }) => length_mm?.endsWith('(by its way)'))).toBe(true)
  })
  it('taken in again changes nothing; typed over it is typed', () => {
    const text = wireCsv(plan, wires)
    expect(readWireCsv(plan, text)).toEqual({ kind: 'read', commands: [], changed: 0, added: 0 })
    const [, length] = /,(\d+) \(by its way\)/.exec(text)!
    const read = readWireCsv(plan, text.replace(`${length} (by its way)`, '777'))
    expect(read).toMatchObject({ changed: 1, commands: [{ type: 'updateWire', changes: { length_mm: 777 } }] })
  })
})

it('notes come back to the letter, and no cell is a formula: blanks and signs, full-width signs, apostrophes', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(' ', '=', '+', '-', '@', "'", '\uff1d', '\uff0b', '\u00a0', 'a', '1', '"', ','), {
        maxLength: 8,
      }),
      (letters) => {
        const plan = DEMOS['clay-printer']!()
        const [id] = Object.keys(plan.wires) as WireId[]
        const note = letters.join('')
        const noted = { ...plan, wires: { ...plan.wires, [id!]: { ...plan.wires[id!]!, note } } } as Plan
        const text = wireCsv(noted)
        expect(readWireCsv(noted, text)).toMatchObject({ commands: [] })
        const row = Papa.parse<Record<string, string>>(text, { header: true }).data.find((each) => each.id === id)!
        // What a spreadsheet takes for a formula: a sign first, after whatever blanks.
        expect(row.note).not.toMatch(/^[\s\u00a0]*[=+\-@\uff1d\uff0b]/)
      },
    ),
    { numRuns: 60 },
  )
})
