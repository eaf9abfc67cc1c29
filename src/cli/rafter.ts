/**
 * The `rafter` command. Exit codes: 0 answered, 1 a plan has a stop, 2 bad input or usage.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import * as z from 'zod'
import { readWith, runCalculator } from '@/core/calculator'
import { CALCULATOR_NAMES, calculatorNamed } from '@/core/calculators'
import { CORNERS } from '@/core/drilling'
import { evaluateWithCauses } from '@/core/repair'
import { apply as applyCommands, type Plan, type StateId } from '@/core/plan'
import { keptCommands } from '@/core/plan/schema'
import { networkOf } from '@/core/model'
import { stateSolutions } from '@/core/figures'
import { DRILL_FORMATS, drillSheetFile, facesToDrill } from '@/formats/drillSheet'
import { readPlanFile } from '@/formats/planFile'
import { planJsonSchema } from '@/formats/planSchema'
import { spiceNetlist } from '@/formats/spiceNetlist'

const USAGE = `rafter calc                    the names of the calculators
rafter calc NAME < input.json  one calculator: JSON in, JSON out
rafter calc NAME --schema      the JSON Schema of its input and output
rafter check plan.json         findings as JSON; exit 1 when one is a stop
rafter check A.json B.json …   one JSON object a line for each file, {"file", "findings"} or {"file", "error"};
                               exit 1 when any has a stop, 2 when any could not be read
rafter apply plan.json commands.json   the plan after a list of commands, or why they do not fit
rafter migrate plan.json       the plan in today’s format, whatever release wrote it
rafter evaluate plan.json      everything worked out from a plan, as JSON
rafter evaluate plan.json --spice [STATE]   the solved network as a SPICE netlist
rafter export plan.json        the faces that have holes, one a line
rafter export plan.json FACE --format pdf|svg|dxf|csv [--paper A4|Letter] [--view outside|inside] [--corner "lower left"] [--out FILE]
                               the drill sheet of a face at 1:1; FACE as listed, or its id
rafter schema [FILE]           the JSON Schema of a plan file, printed or written`

class Failure extends Error {
  constructor(readonly body: unknown) {
    super('failure')
  }
}

function fail(message: string, issues: readonly { readonly path: string; readonly message: string }[] = []): never {
  throw new Failure({ error: { message, issues } })
}

function print(value: unknown): void {
  process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)
}

function readJson(source: string | 0, what: string): unknown {
  let text: string
  try {
    text = readFileSync(source, 'utf8')
  } catch (error) {
    fail(`${what} cannot be read: ${error instanceof Error ? error.message : String(error)}`)
  }
  try {
    return JSON.parse(text)
  } catch (error) {
    fail(`${what} is not JSON: ${error instanceof Error ? error.message : String(error)}`)
  }
}

function readPlan(path: string | undefined): Plan {
  if (!path) fail(`Name a plan file.\n${USAGE}`)
  const file = readPlanFile(readJson(path, path))
  if (file.kind === 'refused') fail(`${path} is not a plan`, file.issues)
  return file.plan
}

function calc(name: string | undefined, flag: string | undefined): number {
  if (!name) {
    process.stdout.write(`${CALCULATOR_NAMES.join('\n')}\n`)
    return 0
  }
  const calculator = calculatorNamed(name)
  if (!calculator) fail(`There is no calculator "${name}"; there are ${CALCULATOR_NAMES.join(', ')}`)
  if (flag === '--schema') {
    print({
      input: z.toJSONSchema(calculator.input, { io: 'input', unrepresentable: 'any' }),
      output: z.toJSONSchema(calculator.output, { unrepresentable: 'any' }),
    })
    return 0
  }
  if (flag) fail(`"${flag}" is not understood after calc ${name}; only --schema is`)
  const { isAnswer, body } = runCalculator(calculator, readJson(0, 'The input'))
  print(body)
  return isAnswer ? 0 : 2
}

/** One file: everything spread out. Several: a line each, so that they can be read as they come. */
function check(files: readonly string[]): number {
  if (files.length <= 1) {
    const { findings } = evaluateWithCauses(readPlan(files[0]))
    print({ findings })
    return findings.some(({ severity }) => severity === 'stop') ? 1 : 0
  }
  let worst = 0
  for (const file of files) {
    const line = checkOne(file)
    process.stdout.write(`${JSON.stringify({ file, ...line.body })}\n`)
    worst = Math.max(worst, line.exit)
  }
  return worst
}

function checkOne(file: string): { readonly exit: 0 | 1 | 2; readonly body: object } {
  try {
    const { findings } = evaluateWithCauses(readPlan(file))
    return { exit: findings.some(({ severity }) => severity === 'stop') ? 1 : 0, body: { findings } }
  } catch (error) {
    if (error instanceof Failure) return { exit: 2, body: error.body as object }
    const message = error instanceof Error ? error.message : String(error)
    return { exit: 2, body: { error: { message: `${file} could not be worked out: ${message}`, issues: [] } } }
  }
}

function apply(planPath: string | undefined, commandsPath: string | undefined): number {
  const plan = readPlan(planPath)
  if (!commandsPath) fail('Name a file that holds a list of commands')
  const commands = readWith(keptCommands, readJson(commandsPath, commandsPath))
  if (commands.kind === 'refused') fail(`${commandsPath} is not a list of commands`, commands.issues)
  const applied = applyCommands(plan, commands.value)
  if (applied.kind === 'refused') fail('These commands do not fit the plan; nothing was changed', applied.issues)
  print(applied.plan)
  return 0
}

function netlistOf(plan: Plan, wanted: string | undefined): string {
  const states = Object.entries(plan.states).map(([id, state]) => ({ id: id as StateId, name: state!.name }))
  const chosen = wanted === undefined ? states[0] : states.find(({ id, name }) => name === wanted || id === wanted)
  if (!chosen) fail(`The plan has no state "${wanted}"; it has ${states.map(({ name }) => name).join(', ')}`)
  return spiceNetlist({ title: `${plan.name}, ${chosen.name}`, ...networkOf(stateSolutions(plan).get(chosen.id)!) })
}

const exportOptions = z.strictObject({
  format: z.enum(DRILL_FORMATS, { error: `must be one of ${DRILL_FORMATS.join(', ')}` }),
  paper: z.enum(['A4', 'Letter']).default('A4'),
  view: z.enum(['outside', 'inside']).default('outside'),
  corner: z.enum(CORNERS, { error: `must be one of ${CORNERS.join(', ')}` }).default('lower left'),
  out: z.string().optional(),
})

async function exportDrillSheet([path, wanted, ...flags]: readonly string[]): Promise<number> {
  const plan = readPlan(path)
  const faces = facesToDrill(plan)
  if (!wanted) {
    process.stdout.write(faces.map(({ name }) => `${name}\n`).join(''))
    return 0
  }
  const chosen = faces.find(({ name, face }) => name === wanted || face === wanted || name.endsWith(`, ${wanted}`))
  if (!chosen)
    fail(`The plan has no face "${wanted}" with holes; it has ${faces.map(({ name }) => name).join('; ') || 'none'}`)
  const given: Record<string, string> = {}
  for (let i = 0; i < flags.length; i += 2) {
    if (!flags[i]!.startsWith('--') || flags[i + 1] === undefined)
      fail(`"${flags[i]}" is not understood after export; flags come as --format pdf`)
    given[flags[i]!.slice(2)] = flags[i + 1]!
  }
  const options = readWith(exportOptions, given)
  if (options.kind === 'refused') fail('The flags of export are not right', options.issues)
  const { format, paper, view, corner, out } = options.value
  const { bytes } = await drillSheetFile(
    { plan, enclosure: chosen.enclosure, face: chosen.face, view, corner },
    format,
    paper,
  )
  if (out) writeFileSync(out, bytes)
  else process.stdout.write(bytes)
  return 0
}

async function main([verb, ...rest]: readonly string[]): Promise<number> {
  switch (verb) {
    case 'calc':
      return calc(rest[0], rest[1])
    case 'check':
      return check(rest)
    case 'apply':
      return apply(rest[0], rest[1])
    case 'migrate':
      print(readPlan(rest[0]))
      return 0
    case 'evaluate':
      if (rest[1] === '--spice') {
        process.stdout.write(netlistOf(readPlan(rest[0]), rest[2]))
        return 0
      }
      if (rest[1]) fail(`"${rest[1]}" is not understood after evaluate; only --spice is`)
      print(evaluateWithCauses(readPlan(rest[0])))
      return 0
    case 'export':
      return exportDrillSheet(rest)
    case 'schema': {
      const text = `${JSON.stringify(planJsonSchema(), null, 2)}\n`
      if (rest[0]) writeFileSync(rest[0], text)
      else process.stdout.write(text)
      return 0
    }
    case 'help':
    case '--help':
      process.stdout.write(`${USAGE}\n`)
      return 0
    default:
      fail(verb ? `"${verb}" is not a command of rafter.\n${USAGE}` : USAGE)
  }
}

// A reader that has seen enough (`rafter evaluate plan.json | head`) is no fault.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
})

try {
  process.exitCode = await main(process.argv.slice(2))
} catch (error) {
  // A fault of ours is told like any other, with no stack in the way of whoever reads the answer.
  print(
    error instanceof Failure
      ? error.body
      : { error: { message: error instanceof Error ? error.message : String(error), issues: [] } },
  )
  process.exitCode = 2
}
