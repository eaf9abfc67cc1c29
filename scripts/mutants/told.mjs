/**
 * Asks altered rules about every build and everything done wrong in it, and tells which of them answer as before. What is
 * asked is what `tests/unit/builds.test.ts` holds against `tests/told`; here it is asked in one process, a rule at a time.
 */
import { readFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads'
import { createViteServer } from 'vitest/node'
import { root } from '../install.mjs'

/** The text of a file with one place altered. */
export const altered = ({ file, start, end, by }) => {
  const text = readFileSync(join(root, file), 'utf8')
  return `${text.slice(0, start)}${by}${text.slice(end)}`
}

export const ruleOf = (file) => basename(file, '.ts').replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

/** What the asking process and the one that watches it share: who is asked now, how often it was changed, the build, and who still lives. */
const [WHO, TICK, BUILD, LIVES] = [0, 1, 2, 3]
/** Who takes so long with one plan has come into a circle: every test would hang. */
const CIRCLE_ms = 20_000

/** Of mutants that each stand in a rule's own file, those that no build tells from the rule as it is. */
export async function untold(mutants) {
  const shared = new Int32Array(new SharedArrayBuffer(4 * (LIVES + mutants.length)))
  shared.fill(1, LIVES)
  while (!(await asked(mutants, shared))) shared[LIVES + shared[WHO]] = 0
  return mutants.filter((_, n) => shared[LIVES + n] === 1)
}

/** Runs it in a thread of its own; false where that stood still and was ended. */
const asked = (mutants, shared) =>
  new Promise((done, failed) => {
    const worker = new Worker(import.meta.filename, { workerData: { mutants, shared } })
    let [last, since] = [-1, Date.now()]
    const watch = setInterval(() => {
      if (shared[TICK] !== last) [last, since] = [shared[TICK], Date.now()]
      else if (last > 0 && Date.now() - since > CIRCLE_ms) {
        clearInterval(watch)
        worker.terminate().then(() => done(false))
      }
    }, 1000)
    worker.on('error', failed)
    worker.on('message', () => {
      clearInterval(watch)
      worker.terminate().then(() => done(true))
    })
  })

async function ask({ mutants, shared }) {
  const server = await createViteServer({
    root,
    configFile: false,
    logLevel: 'silent',
    appType: 'custom',
    server: { middlewareMode: true, watch: null, hmr: false },
    optimizeDeps: { noDiscovery: true },
    resolve: { alias: { '@demo': join(root, 'demo'), '@': join(root, 'src') } },
    plugins: [
      {
        name: 'one-mistake',
        enforce: 'pre',
        load(id) {
          const n = /\?mutant=(\d+)/.exec(id)?.[1]
          return n === undefined ? null : altered(mutants[Number(n)])
        },
      },
    ],
  })
  try {
    const load = (path) => server.ssrLoadModule(path)
    const { BUILDS: ALL } = await load('/tests/builds/index.ts')
    const { DEMOS } = await load('/demo/scenarios/index.ts')
    const BUILDS = [...ALL, ...Object.values(DEMOS).map((make) => ({ plan: make(), mistakes: [], harmless: [] }))]
    const { RULES, Context, joinedOf, laidOf } = await load('/src/core/findings/index.ts')
    const { presentOf } = await load('/src/core/figures/index.ts')
    const { circuitView, layoutView } = await load('/src/core/plan/index.ts')

    const living = []
    for (const [n, mutant] of mutants.entries()) {
      if (shared[LIVES + n] === 0) continue
      const id = ruleOf(mutant.file)
      try {
        const module = await load(`/${mutant.file}?mutant=${n}`)
        const rule = Object.values(module).find((each) => each && each.review)
        living.push({ n, own: RULES[id], rule })
      } catch {
        // What does not load is seen by every test.
        shared[LIVES + n] = 0
      }
    }

    const answers = (rule, shown) => {
      try {
        return rule
          .review(shown)
          .map(({ severity, what }) => `${severity ?? rule.severity} ${what}`)
          .sort()
          .join('\n')
      } catch (error) {
        return `threw: ${error.message}`
      }
    }
    for (; shared[BUILD] < BUILDS.length; shared[BUILD] += 1) {
      const { plan, mistakes, harmless } = BUILDS[shared[BUILD]]
      for (const whole of [plan, ...[...mistakes, ...harmless].map(({ edit }) => edit(plan))]) {
        const now = presentOf(whole)?.plan ?? whole
        const shown = new Map()
        const contextOf = (reads) => {
          if (!shown.has(reads))
            shown.set(
              reads,
              {
                joining: () => joinedOf(now),
                laying: () => laidOf(now),
                circuit: () => new Context(circuitView(now), now),
                layout: () => new Context(layoutView(now), now),
                plan: () => new Context(now, now),
              }[reads](),
            )
          return shown.get(reads)
        }
        const known = new Map()
        for (let i = living.length - 1; i >= 0; i -= 1) {
          const { n, own, rule } = living[i]
          shared[WHO] = n
          shared[TICK] += 1
          const context = contextOf(own.reads)
          if (!known.has(own)) known.set(own, answers(own, context))
          if (answers(rule, context) !== known.get(own)) {
            shared[LIVES + n] = 0
            living.splice(i, 1)
          }
        }
      }
    }
  } finally {
    await server.close()
  }
}

if (!isMainThread && workerData?.shared) {
  await ask(workerData)
  parentPort.postMessage('done')
}
