/** `npm test`: everything that is checked, from a fresh clone on; the last line counts what ran, and says what did not and why. */
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { join, relative } from 'node:path'
import { ensureBundled } from './bundle.mjs'
import { ensureInstalled, root, run } from './install.mjs'
import { Tally } from './tally.mjs'

ensureInstalled()
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', CI: '1' }
const reports = join(root, '.reports')
rmSync(reports, { recursive: true, force: true })
mkdirSync(reports, { recursive: true })

const tally = new Tally((line) => console.log(line))
const began = (what) => console.log(`\n— ${what}`)

function readReport(path) {
  try {
    return JSON.parse(readFileSync(path, 'utf8'))
  } catch {
    return null
  }
}

function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => resolve(port))
    })
  })
}

/** The end-to-end tests of a suite and its suites that failed, by file and title. */
function failedSpecs({ title, specs = [], suites = [] }) {
  return [
    ...specs.filter(({ ok }) => !ok).map((spec) => `${title}: ${spec.title}`),
    ...suites.flatMap((suite) => failedSpecs(suite)),
  ]
}

/** What a package brings, where it is not called like it. */
const PROGRAM_OF = { 'poppler-utils': 'pdftoppm' }

/** Debian's packages that the tests use: a browser to drive, a circuit simulator and a renderer of PDF to compare with. */
function ensurePackages(...names) {
  const missing = names.filter((name) => !existsSync(`/usr/bin/${PROGRAM_OF[name] ?? name}`))
  if (missing.length === 0) return
  began(`${missing.join(' and ')} from Debian's packages`)
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  for (const args of [
    ['apt-get', 'update'],
    ['apt-get', 'install', '-y', '--no-install-recommends', ...missing],
  ]) {
    const [command, ...rest] = [...asRoot, ...args]
    run(command, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } })
  }
}

function step(what, command, args) {
  began(what)
  const isGood = run(command, args, { env, stdio: ['ignore', 'inherit', 'inherit'] }) === 0
  tally.step(what, isGood)
  return isGood
}

const own = process.env.CHROMIUM && existsSync(process.env.CHROMIUM) ? process.env.CHROMIUM : null
ensurePackages(...(own ? [] : ['chromium']), ...(process.env.NGSPICE ? [] : ['ngspice']), 'poppler-utils')
if (!process.env.NGSPICE && !existsSync('/usr/bin/ngspice'))
  tally.skip('the comparison with the circuit simulator (ngspice is missing and could not be installed)')
if (!existsSync('/usr/bin/pdftoppm'))
  tally.skip('the measuring of drill sheets (poppler-utils is missing and could not be installed)')

await ensureBundled()
step('types', 'npx', ['tsc', '--noEmit'])
step('formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.'])
step('lint', 'npx', ['eslint', '.', '--max-warnings', '0'])
step('import arrows', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src'])

began('unit tests')
const unitReport = join(reports, 'unit.json')
{
  const { status } = spawnSync(
    'npx',
    ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`],
    { cwd: root, env, stdio: ['ignore', 'inherit', 'inherit'] },
  )
  const report = readReport(unitReport)
  // A file that does not even load has no test to fail.
  const broken = report?.testResults
    .filter((file) => file.status === 'failed' && file.assertionResults.length === 0)
    .map(({ name, message }) => `${name} did not load: ${message}`) ?? ['no report']
  tally.report('unit tests', {
    passed: report?.numPassedTests ?? 0,
    failed: report?.numFailedTests ?? 0,
    left: (report?.numPendingTests ?? 0) + (report?.numTodoTests ?? 0),
    errors: broken,
    names: (report?.testResults ?? []).flatMap(({ name, assertionResults }) =>
      assertionResults
        .filter(({ status: how }) => how === 'failed')
        .map(({ fullName }) => `${relative(root, name)}: ${fullName}`),
    ),
    status,
  })
}

if (step('build', 'npx', ['next', 'build'])) {
  began('end-to-end tests')
  const chromium = own ?? (existsSync('/usr/bin/chromium') ? '/usr/bin/chromium' : null)
  if (!chromium) {
    console.log(
      'Chromium is missing and could not be installed (apt-get install chromium); the end-to-end tests did not run.',
    )
    tally.count(false)
  } else {
    const data = join(reports, 'e2e-data')
    const { status } = spawnSync('npx', ['playwright', 'test'], {
      cwd: root,
      env: { ...env, CHROMIUM: chromium, E2E_PORT: String(await freePort()), E2E_DATA: data },
      stdio: ['ignore', 'inherit', 'inherit'],
    })
    const report = readReport(join(reports, 'e2e.json'))
    const { expected = 0, unexpected = 0, flaky = 0, skipped: left = 0 } = report?.stats ?? {}
    const errors = report ? report.errors.map(({ message }) => message ?? 'an error without words') : ['no report']
    const names = (report?.suites ?? []).flatMap((suite) => failedSpecs(suite))
    if (flaky > 0)
      console.log(`${flaky} of the end-to-end tests passed only when run once more; they are marked “flaky” above.`)
    tally.report('end-to-end tests', { passed: expected + flaky, failed: unexpected, left, errors, names, status })
  }
}

{
  // Its figures say little beside the tests; that every part of it runs is what counts.
  began('the bench, a short run')
  const isGood =
    run('node', ['scripts/bench.mjs'], { env: { ...env, BENCH: 'short' }, stdio: ['ignore', 'inherit', 'inherit'] }) ===
    0
  tally.step('the bench', isGood)
}

for (const name of tally.named) console.log(`failed: ${name}`)
console.log(`\n${tally.lastLine()}`)
process.exit(tally.isGood() ? 0 : 1)
