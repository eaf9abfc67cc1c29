/** `npm run torture`: kills, wounded inputs and ten writers, as many as asked; ends with what was lost, thrown or over its time. */
import { spawn } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { parseArgs } from 'node:util'
import { randomFrom } from '../fuzz/random'
import type { FuzzKind } from '../fuzz/cases'
import { fuzzOnce, runFuzz } from '../fuzz/runFuzz'
import { killOnce, KILLS } from './kills'
import { tenWriters } from './writers'

/** Every accepted plan is worked out and drawn in this time. */
const LIMIT_MS = 5000
/** So many at a time, so that what was gathered of them is let go. */
const PIECE = 20_000

const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '200' },
    fuzz: { type: 'string', default: '100000' },
    edits: { type: 'string', default: '10000' },
    seed: { type: 'string', default: '1' },
  },
})
const [kills, fuzz, edits, seed] = [values.kills, values.fuzz, values.edits, values.seed].map(Number) as [
  number,
  number,
  number,
  number,
]
if ([kills, fuzz, edits, seed].some((n) => !Number.isInteger(n) || n < 0)) {
  console.error('npm run torture -- --kills 200 --fuzz 100000 --edits 10000 --seed 1')
  process.exit(2)
}

let faults = 0
const tell = (fault: string) => {
  faults += 1
  if (faults <= 40) console.log(`  ✗ ${fault}`)
}

const started = performance.now()
/** Rounds have a data directory and a port of their own, and mostly wait for a server: two at once. */
const LANES = Math.min(2, availableParallelism())

if (kills > 0) console.log(`${kills} kills`)
let begun = 0
let ended = 0
async function lane(): Promise<void> {
  while (begun < kills) {
    const i = begun
    begun += 1
    const kind = KILLS[i % KILLS.length]!
    for (const fault of await killOnce(kind, randomFrom(seed * 7919 + i))) tell(`kill ${i}, ${kind}: ${fault}`)
    ended += 1
    if (ended % 20 === 0) console.log(`  ${ended} done`)
  }
}
await Promise.all(Array.from({ length: LANES }, lane))

/** Wounded inputs need no server: beside the writers, in a process of their own, where both are asked for. */
const fuzzBeside =
  fuzz > 0 && edits > 0 ? runBeside(['--kills', '0', '--edits', '0', '--fuzz', `${fuzz}`, '--seed', `${seed}`]) : null

function runBeside(options: readonly string[]): Promise<boolean> {
  const child = spawn(process.execPath, [process.argv[1]!, ...options], { stdio: 'inherit' })
  return new Promise((done) => child.once('exit', (code) => done(code === 0)))
}

if (edits > 0) {
  console.log(`${edits} edits by ten writers`)
  const report = await tenWriters(edits, seed)
  for (const fault of report.faults) tell(fault)
  console.log(`  ${report.committed} committed, ${report.stale} found stale, ${report.refused} refused`)
}

if (fuzzBeside) {
  if (!(await fuzzBeside)) tell('among the wounded inputs, as told above')
} else if (fuzz > 0) await woundedInputs()

async function woundedInputs(): Promise<void> {
  console.log(`${fuzz} wounded inputs`)
  for (let from = 0; from < fuzz; from += PIECE) {
    const report = await runFuzz(Math.min(PIECE, fuzz - from), seed + from)
    for (const { kind, seed: own, message } of report.faults) tell(`${kind}, seed ${own}: ${message}`)
    for (const [kind, { ms, seed: own }] of Object.entries(report.longest_ms) as [
      FuzzKind,
      { ms: number; seed: number },
    ][]) {
      if (ms <= LIMIT_MS) continue
      // A machine that stood still for a while is no fault of the input's: it is tried again alone.
      const began = performance.now()
      await fuzzOnce(kind, own)
      const again = performance.now() - began
      if (again > LIMIT_MS)
        tell(`${kind}, seed ${own}: ${Math.round(ms)} ms and ${Math.round(again)} ms, more than ${LIMIT_MS}`)
      else console.log(`  ${kind}, seed ${own}: ${Math.round(ms)} ms among others, ${Math.round(again)} ms alone`)
    }
    console.log(
      `  ${Math.min(from + PIECE, fuzz)} done; the longest: ${Object.entries(report.longest_ms)
        .map(([kind, { ms }]) => `${kind} ${Math.round(ms)} ms`)
        .join(', ')}`,
    )
  }
}

console.log(`${((performance.now() - started) / 60_000).toFixed(1)} minutes`)
console.log(faults === 0 ? 'nothing lost, nothing thrown, nothing over its time' : `${faults} faults`)
process.exit(faults === 0 ? 0 : 1)
