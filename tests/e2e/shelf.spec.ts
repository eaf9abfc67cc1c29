import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { get, post, spawnServer, startServer } from '../runningServer'
import { withFile } from '../torture/dataFiles'
import { endServer, expectAccessible } from './helpers'

let data = ''
test.beforeEach(() => {
  data = mkdtempSync(join(tmpdir(), 'rafter-shelf-'))
})
test.afterEach(() => rmSync(data, { recursive: true, force: true }))

test('a plan that cannot be read hides nothing, says what is wrong, gives out its document and can be removed', async ({
  page,
}) => {
  const server = await startServer(data, { GLAD_RAFTER_DEMO: '1' })
  const document = '{"format":"glad-rafter-plan", and here the ink ran out'
  await withFile(join(data, 'glad-rafter.sqlite'), (all) =>
    all('UPDATE plans SET document = ? WHERE id = ?', [document, 'foam-gantry']),
  )
  await page.goto(`${server.base}/`)
  await expect(page.getByRole('link', { name: 'Open' })).toHaveCount(3)
  const card = page.getByRole('listitem').filter({ hasText: 'Cannot be read' })
  await expect(card).toContainText('not JSON')
  await expectAccessible(page)
  const waiting = page.waitForEvent('download')
  await card.getByRole('link', { name: /Save the document/ }).click()
  expect(readFileSync((await (await waiting).path())!, 'utf8')).toBe(document)
  await page.goto(`${server.base}/plans/foam-gantry/feed`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('cannot be read')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Remove it from the shelf' }).click()
  await expect(page.getByRole('link', { name: 'Open' })).toHaveCount(3)
  await expect(page.getByText('Cannot be read')).toBeHidden()
  await endServer(page, server)
})

test('a double click makes one plan; a namesake and a record that came along are told', async ({ page }) => {
  const server = await startServer(data)
  await page.goto(`${server.base}/`)
  await page.getByRole('button', { name: 'New plan' }).click()
  await page.getByLabel('Name of the plan').fill('Kiln\u202a controller\u202c')
  await page.getByRole('button', { name: 'Begin with nothing' }).dblclick()
  await page.waitForURL(/brief$/)
  const { plans } = (await get(server.base, '/api/plans')).body as { plans: readonly { id: string; name: string }[] }
  expect(plans.map(({ name }) => name)).toEqual(['Kiln controller'])
  const { id } = plans[0]!
  await post(server.base, `/api/plans/${id}/logbook`, {
    entryId: 'an-entry-of-it',
    step: 'mount:x',
    kind: 'signed',
    facts: {},
    reading: null,
    unit: null,
    note: '',
  })
  await page.goto(`${server.base}/`)
  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Plan file of Kiln controller with its record' }).click()
  const file = join(data, 'with-record.json')
  writeFileSync(file, readFileSync((await (await waiting).path())!))
  await page.getByLabel('Plan file', { exact: true }).setInputFiles(file)
  await expect(page.getByRole('status').filter({ hasText: 'Its record came with it: 1 entry' })).toContainText(
    'Another plan is called the same',
  )
  await endServer(page, server)
})

test('all data is saved as one file and taken in again elsewhere', async ({ page }) => {
  const server = await startServer(data, { GLAD_RAFTER_DEMO: '1' })
  await page.goto(`${server.base}/`)
  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Save all data' }).click()
  const file = join(data, 'all.jsonl')
  writeFileSync(file, readFileSync((await (await waiting).path())!))
  await server.kill()
  const other = await startServer(join(data, 'other'))
  await page.goto(`${other.base}/`)
  await expect(page.getByText('The shelf is empty')).toBeVisible()
  await page.getByLabel('Saved data', { exact: true }).setInputFiles(file)
  await expect(page.getByRole('status').filter({ hasText: 'Taken in: 4 plans' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open' })).toHaveCount(4)
  writeFileSync(file, readFileSync(file).subarray(0, 5000))
  await page.getByLabel('Saved data', { exact: true }).setInputFiles(file)
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be taken in' })).toBeVisible()
  await endServer(page, other)
})

test('a start that cannot succeed ends by itself with one line that names the file and the remedy', async () => {
  const file = join(data, 'glad-rafter.sqlite')
  writeFileSync(file, '')
  const server = await spawnServer(data)
  const code = await new Promise((resolve) => server.process.once('exit', resolve))
  expect(code).toBe(1)
  const told = server
    .said()
    .split('\n')
    .filter((line) => line.startsWith('Glad Rafter:'))
  expect(told).toHaveLength(1)
  expect(told[0]).toContain(file)
  expect(told[0]).toMatch(/remove it to begin anew/)
  expect(server.said()).not.toMatch(/\n\s+at /)
})

test('a locked data file at the start is shown in the browser, and it goes on by itself', async ({ page }) => {
  await (await startServer(data, { GLAD_RAFTER_DEMO: '1' })).kill()
  const server = await withFile(join(data, 'glad-rafter.sqlite'), async (all) => {
    await all('PRAGMA locking_mode = EXCLUSIVE')
    await all('BEGIN EXCLUSIVE')
    await all('CREATE TABLE held (x)')
    const started = await spawnServer(data)
    await expect(async () => expect((await get(started.base, '/api/plans')).status).toBe(503)).toPass({
      timeout: 15_000,
    })
    await page.goto(`${started.base}/`)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('The data file cannot be used just now')
    await expect(page.getByRole('alert').filter({ hasText: 'locked by another program' })).toBeVisible()
    await expectAccessible(page)
    await all('ROLLBACK')
    return started
  })
  // The other program is gone.
  await expect(page.getByRole('link', { name: 'Open' })).toHaveCount(4, { timeout: 15_000 })
  await endServer(page, server)
})

test('a plan that cannot be worked out is shown as it is written, with the reason', async ({ page }) => {
  const server = await startServer(data, { GLAD_RAFTER_DEMO: '1' })
  // A reckoning worker that fails at once, as one would that met a fault of ours.
  await page.addInitScript(() => {
    class Failing {
      onmessage: ((event: { data: unknown }) => void) | null = null
      constructor() {
        setTimeout(() => this.onmessage?.({ data: { type: 'ready' } }), 50)
      }
      postMessage({ requestId }: { requestId: number }) {
        setTimeout(
          () => this.onmessage?.({ data: { type: 'failed', requestId, message: 'a figure was asked of nothing' } }),
          50,
        )
      }
      terminate() {}
    }
    Object.assign(window, { Worker: Failing })
  })
  await page.goto(`${server.base}/plans/clay-printer/connect`)
  await expect(page.getByText('it cannot be worked out: a figure was asked of nothing')).toBeVisible()
  await expect(page.getByText('24 V supply').first()).toBeVisible()
  await expectAccessible(page)
  await endServer(page, server)
})
