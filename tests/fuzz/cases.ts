import * as z from 'zod'
import { readWith, runCalculator, type Issue } from '@/core/calculator'
import { CALCULATOR_NAMES, CALCULATORS } from '@/core/calculators'
import { evaluate } from '@/core/evaluate'
import { startingPattern } from '@/core/patterns'
import { apply, emptyPlan, replay, type Plan } from '@/core/plan'
import { command, COMMAND_TYPES, editRequest, parsePlan } from '@/core/plan/schema'
import { DRILL_FORMATS, drillSheetFile, facesToDrill } from '@/formats/drillSheet'
import { readPlanFile } from '@/formats/planFile'
import { createRequest, drillRequest, exportRequest, historyRequest, logRequest } from '@/server/requests'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { shadowStage } from '@demo/scenarios/shadowStage'
import { commandFor } from '../anyCommand'
import { CALCULATOR_SAMPLES } from '../calculatorSamples'
import { FILE_CASES } from './fileCases'
import { mutated } from './mutate'
import type { Random } from './random'

/** One try: throws where a promise is broken. */
export type FuzzCase = (random: Random) => void | Promise<void>

const json = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const SMALL: readonly Plan[] = [
  json(emptyPlan('Empty', 'NEC')),
  json(startingPattern('lights', 'NEC')),
  json(startingPattern('printer', 'IEC')),
]
const LARGE: readonly Plan[] = [json(clayPrinter()), json(shadowStage())]

function fail(message: string): never {
  throw new Error(message)
}

/** Refusals are few, say what would be right in our own words, and where. */
function checkIssues(issues: readonly Issue[]): void {
  if (issues.length === 0) fail('refused without a reason')
  if (issues.length > 100) fail(`${issues.length} issues`)
  for (const { path, message } of issues) {
    if (/invalid input|expected .*received|unrecognized key|^required$|too (big|small)/i.test(message))
      fail(`a message that is not ours: ${path}: ${message}`)
    if (message.length < 5 || message.length > 2000) fail(`a message of ${message.length} characters at ${path}`)
    if (path.length > 500) fail('a path without end')
  }
}

function checkFinite(value: unknown, path = ''): void {
  if (typeof value === 'number' && !Number.isFinite(value)) fail(`${value} at ${path}`)
  if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value)) checkFinite(inner, `${path}.${key}`)
}

/** A document is refused with reasons, or it is worked out and drawn. */
const plan: FuzzCase = async (random) => {
  const read = readPlanFile(mutated(random.below(6) === 0 ? random.pick(LARGE) : random.pick(SMALL), random))
  if (read.kind === 'refused') return checkIssues(read.issues)
  if (parsePlan(json(read.plan)).kind !== 'plan') fail('a plan that was read is refused when it is read again')
  const { findings, procedure } = evaluate(read.plan)
  if (new Set(procedure.map(({ id }) => id)).size !== procedure.length) fail('two steps with one id')
  for (const { what } of findings)
    if (what.includes('NaN') || what.includes('undefined')) fail(`a finding says: ${what}`)
  const [face] = facesToDrill(read.plan)
  if (face)
    await drillSheetFile(
      { plan: read.plan, enclosure: face.enclosure, face: face.face, view: 'outside', corner: 'lower left' },
      random.pick(DRILL_FORMATS),
      'A4',
    )
}

/** A command is refused with reasons, or gives a plan whose history leads back to the byte. */
const edit: FuzzCase = (random) => {
  const before = random.below(4) === 0 ? random.pick(LARGE) : random.pick(SMALL)
  const wished = commandFor(
    random.pick(COMMAND_TYPES),
    before,
    Array.from({ length: 8 }, () => random.below(10_000)),
  )
  const read = readWith(command, random.below(3) === 0 ? json(wished) : mutated(json(wished), random))
  if (read.kind === 'refused') return checkIssues(read.issues)
  const applied = apply(before, [read.value])
  if (applied.kind === 'refused') return checkIssues(applied.issues)
  const text = JSON.stringify(applied.plan)
  if (parsePlan(JSON.parse(text)).kind !== 'plan') fail(`${read.value.type} made a document that is no plan`)
  if (JSON.stringify(replay(before, json(applied.patches))) !== text)
    fail(`${read.value.type}: the patches do not lead to the plan`)
  if (JSON.stringify(replay(applied.plan, json(applied.inverse))) !== JSON.stringify(before))
    fail(`${read.value.type}: the inverse does not lead back`)
}

const REQUESTS: readonly (readonly [z.ZodType, unknown])[] = [
  [createRequest, { from: 'nothing', name: 'Kiln', region: 'IEC', createId: 'an-id-of-a-window' }],
  [createRequest, { from: 'copy', plan: 'clay-printer' }],
  [createRequest, { from: 'file', document: { format: 'glad-rafter-plan' } }],
  [
    editRequest,
    {
      kind: 'edit',
      editId: 'an-edit-of-a-window',
      baseRevision: 4,
      baseEdit: 'another-edit',
      label: 'Rename',
      commands: [
        { type: 'rename', name: 'Kiln' },
        { type: 'setSite', changes: { ambient_C: 30 } },
      ],
    },
  ],
  [editRequest, { kind: 'undo', editId: 'an-undo-of-a-window', baseRevision: 4 }],
  [
    logRequest,
    {
      entryId: 'an-entry-of-a-window',
      step: 'mount:device:ps1',
      kind: 'signed',
      facts: { part: 'part:x' },
      reading: 24.1,
      unit: 'V',
      note: 'tight',
    },
  ],
  [drillRequest, { enclosure: 'enclosure:main', face: 'face:door', format: 'pdf', paper: 'A4', view: 'inside' }],
  [historyRequest, { since: '12' }],
  [exportRequest, { record: 'yes' }],
]

const request: FuzzCase = (random) => {
  const [schema, sample] = random.pick(REQUESTS)
  const read = readWith(schema, mutated(sample, random))
  if (read.kind === 'refused') checkIssues(read.issues)
}

/** A calculator answers with finite numbers, or refuses with the field. */
const calculator: FuzzCase = (random) => {
  const name = random.pick(CALCULATOR_NAMES)
  const { isAnswer, body } = runCalculator(CALCULATORS[name], mutated(CALCULATOR_SAMPLES[name].input, random))
  if (isAnswer) {
    checkFinite((body as { result: unknown }).result)
    if (!CALCULATORS[name].output.safeParse((body as { result: unknown }).result).success)
      fail('an answer that is not of the contract')
  } else checkIssues((body as { error: { issues: readonly Issue[] } }).error.issues)
}

/** Files and lines of instruments: taken, or refused with reasons. */
const file: FuzzCase = (random) => random.pick(FILE_CASES)(random, checkIssues)

/** Kinds, and how many of a hundred tries each gets: working a plan out takes a thousand times what a request does. */
export const FUZZ_CASES = {
  plan: [6, plan],
  edit: [24, edit],
  request: [25, request],
  calculator: [25, calculator],
  file: [20, file],
} as const satisfies Readonly<Record<string, readonly [number, FuzzCase]>>
export type FuzzKind = keyof typeof FUZZ_CASES
