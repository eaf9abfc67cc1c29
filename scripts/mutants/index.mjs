/**
 * `npm run mutants [count] [seed]`: small mistakes are put into the laws, what is done of a circuit, and the walk that all
 * of them stand on, one at a time, and the tests are asked whether they see it. Prints each that lived, and the share that
 * was killed. Takes a quarter of an hour or more; no part of `npm test`.
 */
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureInstalled, root } from '../install.mjs'
import { drawPlaces, GROUNDS } from './places.mjs'
import { ruleOf, untold } from './told.mjs'

ensureInstalled()
const count = Number(process.argv[2] ?? 200)
const seed = Number(process.argv[3] ?? 1)
const LANES = 2
/** Whatever takes longer than so many times the usual has come into a circle, which is seen. */
const MOST_ms = 400_000
/** What is asked where the file's own tests see nothing, one after another. */
const MORE = [['tests/unit/builds.test.ts'], ['tests/unit/metamorphic.test.ts', 'src/core/findings']]

const folder = mkdtempSync(join(tmpdir(), 'mutants-'))

/** Runs tests with one place altered; whether one of them failed. */
function fails(mutant, tests, name, lane) {
  const at = join(folder, `mutant-${lane}.json`)
  writeFileSync(at, JSON.stringify(mutant))
  const child = spawn(
    process.execPath,
    [
      'node_modules/vitest/vitest.mjs',
      'run',
      ...tests,
      ...(name ? ['-t', name] : []),
      '--config',
      'scripts/mutants/vitest.config.mjs',
      '--bail',
      '1',
      '--reporter',
      'dot',
    ],
    { cwd: root, env: { ...process.env, MUTANT: at }, stdio: 'ignore' },
  )
  return new Promise((done) => {
    const timer = setTimeout(() => child.kill('SIGKILL'), MOST_ms)
    child.on('exit', (code) => {
      clearTimeout(timer)
      done(code !== 0)
    })
  })
}

const isRule = ({ file }) =>
  file.startsWith(GROUNDS[0].folder) && /define(Joining|Laying)?Rule[<(]/.test(readFileSync(join(root, file), 'utf8'))

async function isKilled(mutant, lane) {
  // Every build was asked already: what is left are the rule's own samples, and those of the others.
  if (isRule(mutant))
    return (
      (await fails(mutant, GROUNDS[0].tests, `^${ruleOf(mutant.file)} `, lane)) ||
      fails(mutant, GROUNDS[0].tests, null, lane)
    )
  const { tests } = GROUNDS.find((each) => mutant.file.startsWith(each.folder))
  const isHelper = tests === GROUNDS[0].tests
  for (const each of [...(isHelper ? [] : [tests]), ...MORE]) if (await fails(mutant, each, null, lane)) return true
  return false
}

const { chosen, of } = drawPlaces(count, seed)
console.log(`${chosen.length} of ${of} places, seed ${seed}`)
const inRules = chosen.filter(isRule)
const left = await untold(inRules)
console.log(`  in rules: ${inRules.length}, of which the builds see ${inRules.length - left.length}`)
const asked = [...left, ...chosen.filter((mutant) => !isRule(mutant))]

let next = 0
let judged = chosen.length - asked.length
let killed = judged
await Promise.all(
  Array.from({ length: LANES }, async (_, lane) => {
    while (next < asked.length) {
      const mutant = asked[next++]
      const line = readFileSync(join(root, mutant.file), 'utf8').slice(0, mutant.start).split('\n').length
      const isSeen = await isKilled(mutant, lane)
      if (isSeen) killed += 1
      judged += 1
      if (!isSeen || judged % 10 === 0)
        console.log(`  ${killed} of ${judged} killed${isSeen ? '' : `; lived: ${mutant.file}:${line}, ${mutant.what}`}`)
    }
  }),
)
console.log(`killed ${killed} of ${chosen.length}, ${((100 * killed) / chosen.length).toFixed(1)} %`)
process.exit(killed >= 0.9 * chosen.length ? 0 : 1)
