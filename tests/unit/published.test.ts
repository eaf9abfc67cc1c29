import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import Ajv2020 from 'ajv/dist/2020'
import { describe, expect, it } from 'vitest'
import { startingPattern } from '@/core/patterns'
import { parsePlan } from '@/core/plan'
import { planJsonSchema } from '@/formats/planSchema'
import { SUM_FORMS, requestOf } from '@/ui/sums/fields'
import { CALCULATORS, type CalculatorName } from '@/core/calculators'
import { DEMOS } from '@demo/scenarios'

const root = join(import.meta.dirname, '..', '..')
const read = (path: string) => JSON.parse(readFileSync(join(root, path), 'utf8')) as unknown

describe('the published JSON Schema', () => {
  it('is what the code has; "npm run schema" writes it anew', () => expect(read('docs/plan.schema.json')).toEqual(JSON.parse(JSON.stringify(planJsonSchema()))))

  // A general-purpose validator reads the same schema the same way.
  const validate = new Ajv2020({ strict: false }).compile(read('docs/plan.schema.json') as object)
  it('accepts the demos and the patterns', () => {
    for (const plan of [...Object.values(DEMOS).map((make) => make()), startingPattern('lights', 'NEC')]) expect(validate(JSON.parse(JSON.stringify(plan))), JSON.stringify(validate.errors)).toBe(true)
  })
  it('refuses an unknown field and a missing one', () => {
    const plan = JSON.parse(JSON.stringify(startingPattern('arm', 'IEC'))) as Record<string, unknown>
    expect(validate({ ...plan, extra: 1 })).toBe(false)
    delete plan.site
    expect(validate(plan)).toBe(false)
  })
})

describe('the demo files', () => {
  it('are one for each scenario, current, and plans', () => {
    expect(readdirSync(join(root, 'demo')).filter((name) => name.endsWith('.json')).sort()).toEqual(Object.keys(DEMOS).map((key) => `${key}.json`).sort())
    for (const [key, make] of Object.entries(DEMOS)) {
      expect(read(`demo/${key}.json`)).toEqual(JSON.parse(JSON.stringify(make())))
      expect(parsePlan(read(`demo/${key}.json`)).kind).toBe('plan')
    }
  })
})

describe('the README', () => {
  const readme = readFileSync(join(root, 'README.md'), 'utf8')
  it('links every picture, and every picture it links is there', () => {
    const pictures = readdirSync(join(root, 'docs', 'screenshots'))
    expect(pictures.length).toBeGreaterThan(5)
    for (const picture of pictures) expect(readme).toContain(`docs/screenshots/${picture}`)
    for (const [, path] of readme.matchAll(/\]\(((?:docs|demo)\/[^)]+)\)/g)) expect(existsSync(join(root, path!)), path).toBe(true)
  })
})

describe('quick sums', () => {
  it.each(Object.keys(CALCULATORS) as CalculatorName[])('%s: its form begins with an answer', (name) => {
    const values = Object.fromEntries(SUM_FORMS[name].fields.map((field) => [field.key, field.initial]))
    expect(CALCULATORS[name].run(requestOf(SUM_FORMS[name].fields, values)).kind).toBe('answer')
  })
  it('hands what is no number to the calculator, which names the field', () => {
    const outcome = CALCULATORS.conductor.run(requestOf(SUM_FORMS.conductor.fields, { size: '14 AWG', length_m: 'long', temperature_C: '' }))
    expect(outcome).toMatchObject({ kind: 'bad-input', error: { issues: [{ path: 'length_m' }] } })
  })
})

describe('the command line', () => {
  const rafter = (args: readonly string[], input = '') => {
    const { status, stdout } = spawnSync(process.execPath, ['scripts/rafter.mjs', ...args], { cwd: root, input, encoding: 'utf8' })
    return { status, stdout }
  }
  it('lists the calculators, one a line', () => expect(rafter(['calc'])).toEqual({ status: 0, stdout: 'conductor\nwire\nsupply\nmains\nprotect\nssr\npixels\ncircuit\nheat\n' }))
  it('answers with exit 0', () => {
    const { status, stdout } = rafter(['calc', 'conductor'], '{"size":"2.5 mm2","length_m":10}')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({ result: { size: '2.5 mm²', resistance_ohm: expect.closeTo(0.0798, 9) as number } })
  })
  it.each([
    [['calc', 'conductor'], '{"size":"2.5 mm2","lenght_m":10}', /"path": "lenght_m"/],
    [['calc', 'conductor'], 'size', /is not JSON/],
    [['calc', 'nonesuch'], '', /conductor, wire, supply, mains, protect/],
    [['check', 'nowhere.json'], '', /cannot be read/],
    [['check', 'package.json'], '', /not a plan/],
    [['dance'], '', /is not a command/],
  ] as const)('%j with %j exits 2 and says why', (args, input, message) => {
    const { status, stdout } = rafter(args, input)
    expect(status).toBe(2)
    expect(stdout).toMatch(message)
  })
  it('checks a plan: exit 0 without a stop', () => expect(rafter(['check', 'demo/clay-printer.json'])).toMatchObject({ status: 0, stdout: expect.not.stringContaining('"severity": "stop"') }))
  it('writes the solved network for a simulator, by state', () => {
    expect(rafter(['evaluate', 'demo/clay-printer.json', '--spice', 'Idle']).stdout).toMatch(/^\* Clay printer, north bench, Idle\n(.*\n)*\.op\n\.end\n$/)
    expect(rafter(['evaluate', 'demo/clay-printer.json', '--spice', 'Asleep'])).toMatchObject({ status: 2, stdout: expect.stringMatching(/it has Full work, Heating up, Idle/) })
  })
  it('evaluates a plan', () => expect(JSON.parse(rafter(['evaluate', 'demo/clay-printer.json']).stdout)).toMatchObject({ reckoning: { mains: { allowed_A: 16 } } }))
  it('stops quietly when its reader does', () => {
    const { status, stderr } = spawnSync('sh', ['-c', `"${process.execPath}" scripts/rafter.mjs evaluate demo/clay-printer.json | head -c 10`], { cwd: root, encoding: 'utf8' })
    expect(status).toBe(0)
    expect(stderr).not.toMatch(/EPIPE/)
  })
  it('prints the schemas', () => {
    expect(JSON.parse(rafter(['calc', 'wire', '--schema']).stdout)).toMatchObject({ input: { type: 'object' }, output: { type: 'object' } })
    expect(JSON.parse(rafter(['schema']).stdout)).toMatchObject({ type: 'object' })
  })
})
