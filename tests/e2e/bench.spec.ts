import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { PNG } from 'pngjs'
import { evaluate } from '@/core/evaluate'
import { DEMOS } from '@demo/scenarios'
import { freePort, get, startServer, type RunningServer } from '../runningServer'
import { endServer, expectAccessible, isWorkedOut, signStep } from './helpers'

/** The bench is somewhere else than the server: each test has a server of its own, which it may lose. */
let data = ''
let port = 0
let server: RunningServer

test.beforeEach(async () => {
  data = mkdtempSync(join(tmpdir(), 'rafter-bench-'))
  port = await freePort()
  server = await startServer(data, { GLAD_RAFTER_DEMO: '1' }, port)
})
test.afterEach(async ({ page }) => {
  await endServer(page, server)
  rmSync(data, { recursive: true, force: true })
})

interface Entry {
  readonly step: string
  readonly kind: string
  readonly note: string
  readonly photos: readonly string[]
  readonly deviation: { readonly what: string } | null
}
const logbook = async (id: string): Promise<readonly Entry[]> =>
  ((await get(server.base, `/api/plans/${id}/logbook`)).body as { entries: readonly Entry[] }).entries

const isReachedByThumb = async (page: Page, name: string) => {
  const box = (await page.getByRole('button', { name, exact: true }).boundingBox())!
  expect(box.height).toBeGreaterThanOrEqual(48)
  // The lower third of the screen is what a thumb reaches.
  expect(box.y).toBeGreaterThan((844 * 2) / 3)
}

test('ten ends with one thumb, one of them twice, the server gone for a while, and the evening ends', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${server.base}/plans/foam-gantry/terminate`)
  await isWorkedOut(page)
  await expectAccessible(page)
  // The code of all stages has come by then.
  await page.waitForTimeout(2500)
  await isReachedByThumb(page, 'Tugged, it holds')
  await isReachedByThumb(page, 'It failed')
  const tugged = page.getByRole('button', { name: 'Tugged, it holds' })
  for (let end = 0; end < 4; end += 1) await tugged.click()
  await page.getByRole('button', { name: 'It failed' }).click()
  await expect(page.getByText(/It failed before/)).toBeVisible()
  await tugged.click()

  await server.kill()
  for (let end = 5; end < 10; end += 1) await tugged.click()
  await expect(page.getByText(/what you signed is kept in this browser/)).toBeVisible()
  const batch = page.getByRole('list', { name: 'Ends of this batch' })
  await expect(batch.getByRole('button', { name: /: good$/ })).toHaveCount(10)
  // The page is opened anew once the server is back: nothing is lost.
  server = await startServer(data, {}, port)
  await page.reload()
  await isWorkedOut(page)
  await expect(
    page.getByRole('list', { name: 'Ends of this batch' }).getByRole('button', { name: /: good$/ }),
  ).toHaveCount(10)
  await expect.poll(async () => (await logbook('foam-gantry')).length, { timeout: 20_000 }).toBe(11)
  const entries = await logbook('foam-gantry')
  expect(entries.filter(({ kind }) => kind === 'failed')).toHaveLength(1)
  expect(new Set(entries.filter(({ kind }) => kind === 'signed').map(({ step }) => step)).size).toBe(10)

  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /Build/ }).click()
  await page.getByText('I have 90 minutes').click()
  const minutes = page.getByLabel('Minutes this evening')
  await minutes.fill('25')
  await expect(page.getByRole('list', { name: 'What fits' }).getByRole('listitem').first()).toBeVisible()
  await expect(page.getByText(/the box may be left then/)).toBeVisible()
  await expect(page.getByText(/mains, until its covers are on takes/)).toBeVisible()
  await expectAccessible(page)
})

test('a gauge is changed: exactly the ends and the steps that it touches are back', async ({ page }) => {
  await page.goto(`${server.base}/plans/clay-printer/terminate`)
  await isWorkedOut(page)
  // Every act and every end signed, as a person would have by the end of the work.
  const facts = evaluate(DEMOS['clay-printer']!(), []).procedure.flatMap(({ acts }) => acts)
  for (const [i, { id, facts: own }] of facts.entries())
    expect(
      (
        await page.request.post(`${server.base}/api/plans/clay-printer/logbook`, {
          data: {
            entryId: `signed-${String(i).padStart(6, '0')}`,
            step: id,
            kind: 'signed',
            facts: own,
            reading: null,
            unit: null,
            note: '',
          },
        })
      ).status(),
    ).toBe(201)
  await page.goto(`${server.base}/plans/clay-printer/build`)
  await isWorkedOut(page)
  await expect(page.getByText('Every step is done.')).toBeVisible()
  const { body } = await get(server.base, '/api/plans/clay-printer')
  const reply = await page.request.post(`${server.base}/api/plans/clay-printer/edits`, {
    data: {
      editId: 'gauge-changed-1',
      kind: 'edit',
      label: 'Thicker',
      baseRevision: (body as { revision: number }).revision,
      commands: [{ type: 'updateWire', id: 'wire:w27', changes: { size: '1.5 mm²' } }],
    },
  })
  expect([200, 201]).toContain(reply.status())
  await page.reload()
  await isWorkedOut(page)
  await expect(page.getByText(/size: 0.5 mm² → 1.5 mm²/).first()).toBeVisible()
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: 'Terminate' }).click()
  await expect(page.getByText(/made for something else since changed in the plan/)).toBeVisible()
  await expect(page.getByRole('article')).toContainText('W27')
  const redo = page.getByRole('list', { name: 'Ends of this batch' }).getByRole('button', { name: /: redo$/ })
  const left = page.getByRole('navigation', { name: 'Batches' }).getByText(/^(\d+) of (\d+)$/)
  const counts = (await left.allTextContents()).map((text) => text.split(' of ').map(Number))
  expect(counts.reduce((sum, [made, all]) => sum + all! - made!, 0)).toBe(2)
  await expect(redo.first()).toBeVisible()
})

const picture = () => {
  const png = new PNG({ width: 320, height: 240 })
  for (let i = 0; i < png.data.length; i += 1) png.data[i] = i % 251
  return PNG.sync.write(png)
}

test('a photograph and what was made otherwise survive a restart and an archive, and the plan learns it when asked', async ({
  page,
}) => {
  await page.goto(`${server.base}/plans/clay-printer/build`)
  await isWorkedOut(page)
  await page
    .getByLabel('Add a photograph')
    .setInputFiles({ name: 'bench.png', mimeType: 'image/png', buffer: picture() })
  await expect(page.getByRole('img', { name: 'Photograph 1' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Note', exact: true }).fill('as it looks today')
  await page.getByRole('button', { name: 'Note only' }).click()
  await expect(page.getByRole('list', { name: 'Logbook of this step' })).toContainText('as it looks today')
  await expect.poll(async () => (await logbook('clay-printer')).length).toBe(1)
  const [entry] = await logbook('clay-printer')
  const path = `/api/plans/clay-printer/photos/${entry!.photos[0]!}`
  await expect.poll(async () => (await page.request.get(server.base + path)).status(), { timeout: 15_000 }).toBe(200)

  await server.kill()
  server = await startServer(data, {}, port)
  await page.reload()
  await isWorkedOut(page)
  const image = page.getByRole('list', { name: 'Logbook of this step' }).getByRole('img', { name: 'Photograph 1' })
  await expect(image).toBeVisible()
  expect(await image.evaluate((each: HTMLImageElement) => each.naturalWidth)).toBe(320)

  const bundle = await page.request.get(`${server.base}/api/plans/clay-printer/bundle`)
  expect(bundle.status()).toBe(200)
  const file = join(data, 'clay.zip')
  writeFileSync(file, await bundle.body())
  await page.goto(`${server.base}/`)
  await page.getByLabel('Plan file', { exact: true }).setInputFiles(file)
  await expect(page.getByText(/taken in, with 1 entry of its logbook and 1 photograph/)).toBeVisible({
    timeout: 20_000,
  })
})

test('a wire cut otherwise than planned is told, and taken into the plan', async ({ page }) => {
  const openStep = async () => {
    await page.goto(`${server.base}/plans/clay-printer/build`)
    await isWorkedOut(page)
    await page.getByText('DC', { exact: true }).click()
    await page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('button', { name: /^PS1, .*wires/ })
      .first()
      .click()
  }
  await openStep()
  await page.getByText('Made otherwise than planned').click()
  await page.getByLabel('What is other').selectOption('length')
  await page.getByLabel('Cut to, mm').fill('x')
  await expect(page.getByText('write a length in millimetres')).toBeVisible()
  await page.getByLabel('Cut to, mm').fill('745')
  // Half said it is there again after another page.
  await openStep()
  await expect(page.getByLabel('Cut to, mm')).toHaveValue('745')
  await page.getByRole('button', { name: 'Note only' }).click()
  const log = page.getByRole('list', { name: 'Logbook of this step' })
  await expect(log).toContainText('is cut 745 mm long')
  await log.getByRole('button', { name: 'Take it into the plan' }).click()
  await expect(log).toContainText('The plan says so too')
})

test('the book of a demo is made, with plan, revision and page on each page; papers are looked at first', async ({
  page,
}) => {
  await page.goto(`${server.base}/plans/shadow-stage/papers`)
  await isWorkedOut(page)
  await expectAccessible(page)
  for (const paper of ['Cut list', 'Shopping list', 'Procedure', 'What was not checked', 'Labels']) {
    await page.getByRole('button', { name: new RegExp(`^${paper}`) }).click()
    await expect(page.getByRole('article', { name: paper })).toBeVisible()
  }
  // What lies here already is put in from the list, and is bought no more.
  await page.getByRole('button', { name: /^Shopping list/ }).click()
  const list = page.getByRole('article', { name: 'Shopping list' })
  const bought = page.getByLabel('It is here, or it came')
  const option = bought
    .locator('option')
    .filter({ hasText: /^Ferrules, terminals, contacts: / })
    .first()
  const what = (await option.textContent())!.split(': ')[1]!
  await bought.selectOption((await option.getAttribute('value'))!)
  await page.getByLabel('How many').fill('60')
  await page.getByRole('button', { name: 'Put it in' }).click()
  await expect(list.getByRole('row').filter({ hasText: what }).filter({ hasText: 'nothing' })).toBeVisible()
  const [book] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /Make the book/ }).click(),
  ])
  const path = (await book.path())!
  expect(readFileSync(path).subarray(0, 5).toString()).toBe('%PDF-')
  if (existsSync('/usr/bin/pdftotext')) {
    const pages = execFileSync('/usr/bin/pdftotext', ['-layout', path, '-']).toString().split('\f').slice(0, -1)
    for (const text of pages) expect(text).toMatch(/revision 1/)
    expect(pages.length).toBeGreaterThan(20)
  }
})

test('spools from the stock are cut, written off, and what is left is kept', async ({ page }) => {
  await page.goto(`${server.base}/plans/foam-gantry/terminate`)
  await isWorkedOut(page)
  await page.getByRole('tab', { name: 'Cut list' }).click()
  const section = page.getByRole('region', { name: 'Wire 14 AWG, black' })
  await section.getByRole('button', { name: /It is here/ }).click()
  await section.getByRole('button', { name: /^Cut these/ }).click()
  await expect(section.getByText(/5 cut$/)).toBeVisible()
  await page.goto(`${server.base}/workshop`)
  const kept = page.getByRole('region', { name: 'Wire by the metre' }).getByRole('row').filter({ hasText: 'offcut' })
  await expect(kept).toContainText('Wire 14 AWG, black')
  await expectAccessible(page)
})

test('a phone comes in by the door with its code, and not without', async ({ page, browser }) => {
  await page.goto(`${server.base}/plans/clay-printer/build`)
  await isWorkedOut(page)
  await page.getByRole('button', { name: 'On a phone …' }).click()
  await page.getByRole('button', { name: 'Open it with a code' }).click()
  const code = (await page.getByLabel('The code').textContent())!
  const { sharing } = (await get(server.base, '/api/sharing')).body as { sharing: { addresses: string[] } }
  const door = `http://127.0.0.1:${new URL(sharing.addresses[0] ?? 'http://x:1').port}`
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await phone.goto(`${door}/plans/clay-printer/build`)
  await expect(phone.getByText('The code that is shown at the machine')).toBeVisible()
  // As the squares bring it: behind the mark that no server is told.
  await phone.goto(`${door}/pair?to=/plans/clay-printer/build#${code}`)
  await isWorkedOut(phone)
  expect(phone.url()).toBe(`${door}/plans/clay-printer/build`)
  await expect(page.getByLabel('The code')).not.toHaveText(code)
  const own = await phone.evaluate(async () => {
    const ask = async (path: string, method: string, body?: object) =>
      (
        await fetch(path, {
          method,
          headers: { 'content-type': 'application/json' },
          ...(body ? { body: JSON.stringify(body) } : {}),
        })
      ).status
    return [
      await ask('/api/data', 'GET'),
      await ask('/api/plans/foam-gantry', 'DELETE'),
      await ask('/api/meter', 'POST', { do: 'connect', host: '127.0.0.1', port: 22 }),
      await ask('/api/meter', 'GET'),
    ]
  })
  expect(own).toEqual([403, 403, 403, 200])
  await signStep(phone)
  await expect.poll(async () => (await logbook('clay-printer')).length).toBeGreaterThan(0)
  await page.getByRole('button', { name: 'Shut it now' }).click()
  await expect(phone.goto(`${door}/`)).rejects.toThrow()
  await phone.context().close()
})
