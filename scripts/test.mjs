/** `npm test`: everything that is checked, from a fresh clone on; the last line says how many passed and failed. */
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureInstalled, root, run } from './install.mjs'

ensureInstalled()
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', CI: '1' }
const reports = join(root, '.reports')
rmSync(reports, { recursive: true, force: true })
mkdirSync(reports, { recursive: true })

let passed = 0
let failed = 0
const count = (isGood, amount = 1) => {
  if (isGood) passed += amount
  else failed += amount
}
const began = (what) => console.log(`\n— ${what}`)

/** What a package brings, where it is not called like it. */
const PROGRAM_OF = { 'poppler-utils': 'pdftoppm' }

/** Debian's packages that the tests use: a browser to drive, a circuit simulator and a renderer of PDF to compare with. */
function ensurePackages(...names) {
  const missing = names.filter((name) => !existsSync(`/usr/bin/${PROGRAM_OF[name] ?? name}`))
  if (missing.length === 0) return
  began(`${missing.join(' and ')} from Debian's packages`)
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  for (const args of [['apt-get', 'update'], ['apt-get', 'install', '-y', '--no-install-recommends', ...missing]]) {
    const [command, ...rest] = [...asRoot, ...args]
    run(command, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } })
  }
}

function step(what, command, args) {
  began(what)
  const isGood = run(command, args, { env, stdio: ['ignore', 'inherit', 'inherit'] }) === 0
  count(isGood)
  if (!isGood) console.log(`${what}: failed`)
  return isGood
}

const own = process.env.CHROMIUM && existsSync(process.env.CHROMIUM) ? process.env.CHROMIUM : null
ensurePackages(...(own ? [] : ['chromium']), ...(process.env.NGSPICE ? [] : ['ngspice']), 'poppler-utils')
if (!process.env.NGSPICE && !existsSync('/usr/bin/ngspice')) console.log('The circuit simulator is missing and could not be installed (apt-get install ngspice); the comparison with it is skipped.')

if (!existsSync('/usr/bin/pdftoppm')) console.log('The renderer of PDF is missing and could not be installed (apt-get install poppler-utils); the measuring of drill sheets is skipped.')

step('types', 'npx', ['tsc', '--noEmit'])
step('lint', 'npx', ['eslint', '.', '--max-warnings', '0'])
step('import arrows', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src'])

began('unit tests')
const unitReport = join(reports, 'unit.json')
run('npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`], { env, stdio: ['ignore', 'inherit', 'inherit'] })
if (existsSync(unitReport)) {
  const { numPassedTests, numFailedTests, numFailedTestSuites, testResults } = JSON.parse(readFileSync(unitReport, 'utf8'))
  count(true, numPassedTests)
  count(false, numFailedTests)
  // A file that does not even load has no test to fail.
  count(false, numFailedTests === 0 && numFailedTestSuites > 0 ? testResults.filter(({ status }) => status === 'failed').length : 0)
} else count(false)

if (step('build', 'npx', ['next', 'build'])) {
  began('end-to-end tests')
  const chromium = own ?? (existsSync('/usr/bin/chromium') ? '/usr/bin/chromium' : null)
  if (!chromium) {
    console.log('Chromium is missing and could not be installed (apt-get install chromium); the end-to-end tests did not run.')
    count(false)
  } else {
    spawnSync('npx', ['playwright', 'test'], { cwd: root, env: { ...env, CHROMIUM: chromium }, stdio: ['ignore', 'inherit', 'inherit'] })
    const e2eReport = join(reports, 'e2e.json')
    if (existsSync(e2eReport)) {
      const { stats } = JSON.parse(readFileSync(e2eReport, 'utf8'))
      count(true, stats.expected)
      count(false, stats.unexpected + stats.flaky)
    } else count(false)
  }
}

console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 && passed > 0 ? 0 : 1)
