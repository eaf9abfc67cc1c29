import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { freePort, get, startServer, type RunningServer } from '../runningServer'
import { withFile } from '../torture/dataFiles'
import { endServer, isWorkedOut, signStep } from './helpers'

/** The server is really gone, or really cannot write: each test has one of its own. */
let data = ''
let port = 0
let server: RunningServer

const plan = '/plans/clay-printer'
const stored = async () =>
  (await get(server.base, '/api/plans/clay-printer')).body as {
    revision: number
    plan: { site: { outletBreaker_A: number; ambient_C: number } }
  }

test.beforeEach(async () => {
  data = mkdtempSync(join(tmpdir(), 'rafter-away-'))
  port = await freePort()
  server = await startServer(data, { GLAD_RAFTER_DEMO: '1' }, port)
})
test.afterEach(async ({ page }) => {
  await endServer(page, server)
  rmSync(data, { recursive: true, force: true })
})

/** The code of the other stages comes after the page: no script for two seconds, once some have come. */
async function allCodeIsThere(page: Page): Promise<void> {
  const scripts = () =>
    page.evaluate(() => performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js')).length)
  let before = -1
  for (let now = await scripts(); now !== before; now = await scripts()) {
    before = now
    await page.waitForTimeout(2000)
  }
}

test('stages change, edits and sign-offs are kept while the server is away, and all is sent when it is back', async ({
  page,
}) => {
  await page.goto(`${server.base}${plan}/brief`)
  await isWorkedOut(page)
  await allCodeIsThere(page)
  await server.kill()

  const stages = page.getByRole('navigation', { name: 'Stages' })
  for (const stage of ['Feed', 'Guard', 'Lay out', 'Connect', 'Terminate']) {
    await stages.getByRole('link', { name: stage }).click()
    await expect(page.getByRole('heading', { level: 1 })).toContainText(stage)
  }
  await page.getByRole('button', { name: 'Tugged, it holds' }).click()
  await expect(page.getByText(/^One sign-off waits/)).toBeVisible()
  await stages.getByRole('link', { name: 'Build' }).click()
  await signStep(page)
  // Three fuses are fitted in one step.
  await expect(page.getByText(/^4 sign-offs wait/)).toBeVisible()
  await expect(page.getByText(/1 of \d+$/).first()).toBeVisible()

  await stages.getByRole('link', { name: 'Brief' }).click()
  const mains = page.getByLabel('Mains', { exact: true })
  await mains.fill('240')
  await mains.press('Enter')
  await expect(
    page.getByRole('alert').filter({ hasText: 'The server does not answer; what you did is kept in this browser' }),
  ).toBeVisible()
  // A second thought without the server: taken back, and done again.
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(mains).toHaveValue('230')
  await page.getByRole('button', { name: /^Redo/ }).click()
  await expect(mains).toHaveValue('240')

  server = await startServer(data, {}, port)
  await expect(page.getByText(/^Saved, revision/)).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/sign-offs? wait/)).toBeHidden({ timeout: 20_000 })
  const { plan: saved } = (await get(server.base, '/api/plans/clay-printer')).body as {
    plan: { site: { mains_V: number } }
  }
  expect(saved.site.mains_V).toBe(240)
  const { entries } = (await get(server.base, '/api/plans/clay-printer/logbook')).body as {
    entries: readonly unknown[]
  }
  expect(entries).toHaveLength(4)
})

test('a locked data file: the window says so and sends it later', async ({ page }) => {
  await page.goto(`${server.base}${plan}/brief`)
  await isWorkedOut(page)
  await withFile(join(data, 'glad-rafter.sqlite'), async (all) => {
    await all('BEGIN EXCLUSIVE')
    await setMains(page, '240')
    await expect(
      page.getByRole('alert').filter({ hasText: /locked by another program.*kept in this browser/ }),
    ).toBeVisible()
    await all('COMMIT')
  })
  await expect(page.getByText(/^Saved, revision/)).toBeVisible({ timeout: 20_000 })
  expect((await stored()).revision).toBe(2)
})

async function setMains(page: Page, value: string): Promise<void> {
  const mains = page.getByLabel('Mains', { exact: true })
  await mains.fill(value)
  await mains.press('Enter')
}

test('a server that went back to an older copy is noticed, and what the window had stands on the shelf', async ({
  page,
}) => {
  const file = join(data, 'glad-rafter.sqlite')
  const copy = join(data, 'copy.sqlite')
  await page.goto(`${server.base}${plan}/brief`)
  await isWorkedOut(page)
  await setMains(page, '240')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  await withFile(file, (all) => all('VACUUM INTO ?', [copy]))
  await setMains(page, '220')
  await expect(page.getByText('Saved, revision 3')).toBeVisible()
  await server.kill()
  for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true })
  await withFile(copy, (all) => all('VACUUM INTO ?', [file]))
  server = await startServer(data, {}, port)
  await expect(
    page
      .getByRole('alert')
      .filter({ hasText: 'The server has an older copy of this plan, revision 2; this window had 3' }),
  ).toBeVisible({ timeout: 20_000 })
  await expect(page.getByLabel('Mains', { exact: true })).toHaveValue('240')
  const { plans } = (await get(server.base, '/api/plans')).body as { plans: readonly { name: string }[] }
  expect(plans.map(({ name }) => name)).toContain('Clay printer, north bench (kept copy)')
})

test('opened once, a plan opens again on this machine while the server is down, and what is signed then is sent later', async ({
  page,
}) => {
  await page.goto(`${server.base}${plan}/build`)
  await isWorkedOut(page)
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  // Once more under its hand, so that page and code lie in this browser.
  await page.reload()
  await isWorkedOut(page)
  await page.waitForTimeout(3000)
  await server.kill()
  await page.reload()
  await isWorkedOut(page)
  await signStep(page)
  await expect(page.getByText(/sign-offs? waits? for the/)).toBeVisible()
  server = await startServer(data, {}, port)
  await expect(page.getByText(/sign-offs? wait/)).toBeHidden({ timeout: 20_000 })
})
