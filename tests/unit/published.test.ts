import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Ajv2020 from 'ajv/dist/2020'
import { afterAll, describe, expect, it } from 'vitest'
import { startingPattern } from '@/core/patterns'
import { parsePlan } from '@/core/plan/schema'
import { planJsonSchema } from '@/formats/planSchema'
import { SUM_FORMS, requestOf } from '@/ui/sums/fields'
import { CALCULATORS, type CalculatorName } from '@/core/calculators'
import { DEMOS } from '@demo/scenarios'

const root = join(import.meta.dirname, '..', '..')
const read = (path: string) => JSON.parse(readFileSync(join(root, path), 'utf8')) as unknown

describe('the published JSON Schema', () => {
  it('is what the code has; "npm run schema" writes it anew', () =>
    expect(read('docs/plan.schema.json')).toEqual(JSON.parse(JSON.stringify(planJsonSchema()))))

  // A general-purpose validator reads the same schema the same way.
  const validate = new Ajv2020({ strict: false }).compile(read('docs/plan.schema.json') as object)
  it('accepts the demos and the patterns', () => {
    for (const plan of [...Object.values(DEMOS).map((make) => make()), startingPattern('lights', 'NEC')])
      expect(validate(JSON.parse(JSON.stringify(plan))), JSON.stringify(validate.errors)).toBe(true)
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
    expect(
      readdirSync(join(root, 'demo'))
        .filter((name) => name.endsWith('.json'))
        .sort(),
    ).toEqual(
      Object.keys(DEMOS)
        .map((key) => `${key}.json`)
        .sort(),
    )
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
    for (const [, path] of readme.matchAll(/\]\(((?:docs|demo)\/[^)]+)\)/g))
      expect(existsSync(join(root, path!)), path).toBe(true)
  })
})

describe('quick sums', () => {
  it.each(Object.keys(CALCULATORS) as CalculatorName[])('%s: its form begins with an answer', (name) => {
    const values = Object.fromEntries(SUM_FORMS[name].fields.map((field) => [field.key, field.initial]))
    expect(CALCULATORS[name].run(requestOf(SUM_FORMS[name].fields, values)).kind).toBe('answer')
  })
  it('hands what is no number to the calculator, which names the field', () => {
    const outcome = CALCULATORS.conductor.run(
      requestOf(SUM_FORMS.conductor.fields, { size: '14 AWG', length_m: 'long', temperature_C: '' }),
    )
    expect(outcome).toMatchObject({ kind: 'bad-input', error: { issues: [{ path: 'length_m' }] } })
  })
})

describe('the command line', () => {
  const rafter = (args: readonly string[], input = '') => {
    const { status, stdout } = spawnSync(process.execPath, ['scripts/rafter.mjs', ...args], {
      maxBuffer: 2 ** 26,
      cwd: root,
      input,
      encoding: 'utf8',
    })
    return { status, stdout }
  }
  it('lists the calculators, one a line', () =>
    expect(rafter(['calc'])).toEqual({
      status: 0,
      stdout:
        'conductor\nwire\nsupply\nmains\nprotect\nssr\npixels\ncircuit\nheat\nbundle\nduct\ngland\nferrule\ncuts\n',
    }))
  it('answers with exit 0', () => {
    const { status, stdout } = rafter(['calc', 'conductor'], '{"size":"2.5 mm2","length_m":10}')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({
      result: { size: '2.5 mm²', resistance_ohm: expect.closeTo(0.0798, 9) as number },
    })
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
  it('checks a plan: exit 0 without a stop', () =>
    expect(rafter(['check', 'demo/clay-printer.json'])).toMatchObject({
      status: 0,
      stdout: expect.not.stringContaining('"severity": "stop"'),
    }))
  it('writes the solved network for a simulator, by state', () => {
    expect(rafter(['evaluate', 'demo/clay-printer.json', '--spice', 'Idle']).stdout).toMatch(
      /^\* Clay printer, north bench, Idle\n(.*\n)*\.op\n\.end\n$/,
    )
    expect(rafter(['evaluate', 'demo/clay-printer.json', '--spice', 'Asleep'])).toMatchObject({
      status: 2,
      stdout: expect.stringMatching(/it has Full work, Heating up, Idle/),
    })
  })
  it('evaluates a plan', () =>
    expect(JSON.parse(rafter(['evaluate', 'demo/clay-printer.json']).stdout)).toMatchObject({
      reckoning: { mains: { allowed_A: 16 } },
    }))
  it('stops quietly when its reader does', () => {
    const { status, stderr } = spawnSync(
      'sh',
      ['-c', `"${process.execPath}" scripts/rafter.mjs evaluate demo/clay-printer.json | head -c 10`],
      { cwd: root, encoding: 'utf8' },
    )
    expect(status).toBe(0)
    expect(stderr).not.toMatch(/EPIPE/)
  })
  describe('with several files', () => {
    const directory = mkdtempSync(join(tmpdir(), 'rafter-cli-'))
    afterAll(() => rmSync(directory, { recursive: true, force: true }))
    const file = (name: string, content: string) => {
      writeFileSync(join(directory, name), content)
      return join(directory, name)
    }
    const lines = (stdout: string) =>
      stdout
        .trim()
        .split('\n')
        .map(
          (line) =>
            JSON.parse(line) as {
              file: string
              findings?: { rule: string; severity: string; id: string; subjects: unknown[] }[]
              error?: { message: string }
            },
        )

    it('checks each on a line of its own', () => {
      const { status, stdout } = rafter(['check', 'demo/clay-printer.json', 'demo/shadow-stage.json'])
      expect(status).toBe(0)
      expect(lines(stdout).map((line) => line.file)).toEqual(['demo/clay-printer.json', 'demo/shadow-stage.json'])
      for (const { findings } of lines(stdout))
        for (const finding of findings!)
          expect(finding).toMatchObject({
            id: expect.any(String),
            rule: expect.any(String),
            title: expect.any(String),
            what: expect.any(String),
            subjects: expect.any(Array),
          })
    })

    it('exits 1 where one has a stop, 2 where one could not be read, and says both', () => {
      const broken = JSON.parse(readFileSync(join(root, 'demo/clay-printer.json'), 'utf8')) as {
        wires: Record<string, { function: string }>
      }
      for (const [id, wire] of Object.entries(broken.wires)) if (wire.function === 'PE') delete broken.wires[id]
      const stopped = file('no-earth.json', JSON.stringify(broken))
      const one = rafter(['check', 'demo/clay-printer.json', stopped])
      expect(one.status).toBe(1)
      expect(lines(one.stdout)[1]!.findings!.some(({ severity }) => severity === 'stop')).toBe(true)
      const two = rafter([
        'check',
        stopped,
        file('torn.json', '{"format":'),
        join(directory, 'nowhere.json'),
        'demo/clay-printer.json',
      ])
      expect(two.status).toBe(2)
      expect(lines(two.stdout).map((line) => Object.keys(line).join())).toEqual([
        'file,findings',
        'file,error',
        'file,error',
        'file,findings',
      ])
      expect(lines(two.stdout)[1]!.error!.message).toMatch(/not JSON/)
    })

    it('applies a list of commands, or says why it does not fit', () => {
      const done = rafter([
        'apply',
        'demo/clay-printer.json',
        file('good.json', '[{"type":"rename","name":"Other"},{"type":"setSite","changes":{"ambient_C":31}}]'),
      ])
      expect(done.status).toBe(0)
      expect(JSON.parse(done.stdout)).toMatchObject({
        format: 'glad-rafter-plan',
        name: 'Other',
        site: { ambient_C: 31 },
      })
      const unknown = rafter(['apply', 'demo/clay-printer.json', file('unknown.json', '[{"type":"paint"}]')])
      expect(unknown).toMatchObject({ status: 2, stdout: expect.stringMatching(/"path": "0.type"/) })
      const gone = rafter([
        'apply',
        'demo/clay-printer.json',
        file('gone.json', '[{"type":"disconnect","id":"wire:none"}]'),
      ])
      expect(gone).toMatchObject({ status: 2, stdout: expect.stringMatching(/removed meanwhile/) })
      expect(rafter(['apply', 'demo/clay-printer.json']).status).toBe(2)
    })

    it('prints a plan in today’s format', () => {
      const plan = JSON.parse(readFileSync(join(root, 'demo/clay-printer.json'), 'utf8')) as unknown
      expect(JSON.parse(rafter(['migrate', 'demo/clay-printer.json']).stdout)).toEqual(plan)
    })

    it('reads a plan file that carries its record', () => {
      const plan = JSON.parse(readFileSync(join(root, 'demo/clay-printer.json'), 'utf8')) as unknown
      expect(
        rafter([
          'check',
          file(
            'record.json',
            JSON.stringify({ format: 'glad-rafter-plan-with-record', version: 1, plan, logbook: [] }),
          ),
        ]).status,
      ).toBe(0)
    })
  })

  it('prints the schemas', () => {
    expect(JSON.parse(rafter(['calc', 'wire', '--schema']).stdout)).toMatchObject({
      input: { type: 'object' },
      output: { type: 'object' },
    })
    expect(JSON.parse(rafter(['schema']).stdout)).toMatchObject({ type: 'object' })
  })
})
