/** Takes the pictures of docs/screenshots anew, from the demo data in a fresh data file; with names, only those. */
import { spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { root } from './install.mjs'

const port = 4395
const base = `http://127.0.0.1:${port}`
const server = spawn(process.execPath, ['scripts/demo.mjs'], {
  cwd: root,
  env: { ...process.env, PORT: String(port), GLAD_RAFTER_DATA: mkdtempSync(join(tmpdir(), 'rafter-shots-')) },
  stdio: ['ignore', 'pipe', 'inherit'],
})
await new Promise((done) => server.stdout.on('data', (text) => String(text).includes('runs at') && done()))
const target = join(root, 'docs', 'screenshots')
mkdirSync(target, { recursive: true })
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})

const wanted = process.argv.slice(2)
const headers = { 'content-type': 'application/json' }

async function picture(name, path, { phone = false, dark = false, before } = {}) {
  if (wanted.length > 0 && !wanted.includes(name)) return
  const page = await browser.newPage({
    viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    colorScheme: dark ? 'dark' : 'light',
  })
  await page.goto(base + path)
  if (path.startsWith('/plans')) await page.locator('[aria-busy=false]').waitFor()
  await page.waitForTimeout(1200)
  await before?.(page)
  await page.waitForTimeout(600)
  await page.screenshot({ path: join(target, `${name}.png`) })
  await page.close()
}

try {
  await picture('shelf', '/')
  await picture('brief', '/plans/clay-printer/brief')
  await picture('feed', '/plans/clay-printer/feed')
  await picture('guard', '/plans/clay-printer/guard', {
    before: (page) => page.getByRole('button', { name: /^F2 F2/ }).click(),
  })
  await picture('happens', '/plans/foam-gantry/guard', {
    before: async (page) => {
      await page.getByRole('button', { name: /^A1, S1 pressed: / }).click()
      await page.getByRole('heading', { name: 'What happens when' }).evaluate((head) => {
        head.scrollIntoView()
        window.scrollBy(0, -80)
      })
    },
  })
  await picture('layout', '/plans/clay-printer/layout', {
    before: (page) => page.getByRole('button', { name: /^PS1 / }).click(),
  })
  const again = async (from) =>
    (await (await fetch(`${base}/api/plans`, { method: 'POST', headers, body: JSON.stringify(from) })).json()).plan.id
  // The clay printer with nothing joined, for what is proposed then.
  const bare = await again({ from: 'copy', plan: 'clay-printer' })
  const wires = (await (await fetch(`${base}/api/plans/${bare}`)).json()).plan.wires
  await fetch(`${base}/api/plans/${bare}/edits`, {
    method: 'POST',
    headers,
    body: JSON.stringify({
      kind: 'edit',
      editId: 'bare-for-picture',
      baseRevision: 1,
      label: 'Take all wires out',
      commands: Object.keys(wires).map((id) => ({ type: 'disconnect', id })),
    }),
  })
  await picture('wiring', `/plans/${bare}/connect`, {
    before: async (page) => {
      await page.getByRole('button', { name: 'Propose wiring' }).click()
      await page.getByRole('button', { name: /^Take all/ }).waitFor()
    },
  })
  await picture('connect', '/plans/clay-printer/connect', {
    before: (page) => page.getByRole('button', { name: 'A1 Motion board' }).click(),
  })
  await picture('terminate', '/plans/clay-printer/terminate')
  await picture('build', '/plans/clay-printer/build', {
    before: (page) =>
      page
        .getByText('Earth', { exact: true })
        .click()
        .then(() => page.getByRole('button', { name: /^Earth in/ }).click()),
  })
  await picture('terminate-phone', '/plans/clay-printer/terminate', { phone: true })
  await picture('papers', '/plans/foam-gantry/papers', {
    before: (page) => page.getByRole('button', { name: /^Shopping list/ }).click(),
  })
  // Proved as far as the first reading that is off: a lead that was never landed.
  const proved = await again({ from: 'copy', plan: 'shadow-stage' })
  const post = (path, body) => fetch(base + path, { method: 'POST', headers, body: JSON.stringify(body) })
  await post('/api/meter', { do: 'simulate', plan: proved, fault: 'open/wire:w9' })
  await picture('prove', `/plans/${proved}/prove`, {
    before: async (page) => {
      await page.getByRole('checkbox', { name: /^All of it is built as planned/ }).check()
      await page.getByRole('button', { name: 'It is so' }).click()
      await page.getByRole('button', { name: 'Take it' }).click()
      await page.waitForTimeout(600)
    },
  })
  await picture('prove-fault', `/plans/${proved}/prove`, {
    before: async (page) => {
      await page.getByRole('tab', { name: 'Find the fault' }).click()
      await page.getByRole('checkbox', { name: /power may be on/ }).check()
      await page.getByLabel(/^H4 .*runs/).selectOption('nothing')
      await page.getByRole('button', { name: /^Enter what is wrong/ }).click()
      await page.waitForTimeout(1200)
      await page.evaluate(() => window.scrollTo(0, 0))
    },
  })
  await post('/api/meter', { do: 'disconnect' })
  await picture('practice-phone', '/plans/shadow-stage/prove', {
    phone: true,
    before: async (page) => {
      await page.getByRole('tab', { name: 'Practise' }).click()
      await page.getByRole('button', { name: 'The first lesson' }).click()
      await page.getByRole('combobox', { name: /red lead on/ }).fill('F1 2')
      await page.keyboard.press('Enter')
      await page.getByRole('combobox', { name: /black lead on/ }).fill('S1 1')
      await page.keyboard.press('Enter')
    },
  })
  await picture('quick-sums', '/sums/wire')
  await picture('cables', '/plans/clay-printer/connect', {
    before: async (page) => {
      await page.getByRole('button', { name: 'Cables', exact: true }).click()
      await page.getByRole('button', { name: /^M1/ }).click()
    },
  })
  await picture('route', '/plans/clay-printer/route', {
    before: async (page) => {
      await page.getByLabel('Find a lead').fill('M5')
      await page
        .getByRole('region', { name: 'Leads' })
        .getByRole('button', { name: /Auger motor/ })
        .click()
    },
  })
  // A broken copy, for the findings.
  const copy = await (
    await fetch(`${base}/api/plans`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ from: 'copy', plan: 'clay-printer' }),
    })
  ).json()
  await fetch(`${base}/api/plans/${copy.plan.id}/edits`, {
    method: 'POST',
    headers,
    body: JSON.stringify({
      kind: 'edit',
      editId: 'broken-for-picture',
      baseRevision: 1,
      label: 'Take W15 out',
      commands: [
        { type: 'disconnect', id: 'wire:w15' },
        { type: 'setSetting', device: 'device:ps1', setting: 'mains', value: '115 V' },
      ],
    }),
  })
  await picture('findings', `/plans/${copy.plan.id}/feed`, { before: (page) => page.keyboard.press('f') })
} finally {
  await browser.close()
  server.kill()
}
