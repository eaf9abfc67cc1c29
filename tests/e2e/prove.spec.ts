import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { execFileSync } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { dictionaryOf } from '@/core/diagnosis'
import { DEMOS } from '@demo/scenarios'
import { freePort, get, startServer, type RunningServer } from '../runningServer'
import { endServer, expectAccessible, isWorkedOut } from './helpers'

/** Sign-offs and the meter on the line are a server's own: each test has one to itself. */
let data = ''
let server: RunningServer

test.beforeEach(async () => {
  data = mkdtempSync(join(tmpdir(), 'rafter-prove-'))
  server = await startServer(data, { GLAD_RAFTER_DEMO: '1' }, await freePort())
})
test.afterEach(async ({ page }) => {
  await endServer(page, server)
  rmSync(data, { recursive: true, force: true })
})

const PLAN = 'shadow-stage'

interface Record {
  readonly counts: { readonly good: number; readonly off: number; readonly overruled: number; readonly open: number }
  readonly people: readonly string[]
  readonly instruments: readonly string[]
  readonly searched: readonly { readonly what: string }[]
  readonly lines: readonly { readonly test: string; readonly standing: string; readonly earlier: readonly unknown[] }[]
}

/** What is looked at must be there: nothing of this plan is signed off under Build, so it is said as a whole. */
async function sayBuilt(page: Page): Promise<void> {
  const built = page.getByRole('checkbox', { name: /^All of it is built as planned/ })
  if (await built.isVisible()) {
    await expect(page.getByRole('button', { name: /It is so( \(tick first\))?$/ })).toBeDisabled()
    await built.check()
  }
}

/** Enters one test as the bench has it; gives false where its reading is off. */
async function doTest(page: Page): Promise<boolean> {
  const card = page.getByRole('article')
  const title = (await card.getByRole('heading').textContent())!
  const seen = card.getByRole('button', { name: /It is so( \(tick first\))?$/ })
  if (await seen.isVisible()) {
    await sayBuilt(page)
    await seen.click()
  } else {
    const field = card.getByRole('textbox').first()
    const take = card.getByRole('button', { name: 'Take it' })
    if ((await take.isVisible()) && !title.startsWith('Mains on')) {
      await take.click()
      await expect(field).not.toHaveValue('')
    } else await field.fill(title.startsWith('Mains on') ? '0.2' : '38')
    await card.getByRole('button', { name: /^Enter (the reading|it anew)$/ }).click()
  }
  // Done and on to the next, or off and still here.
  await expect(
    card
      .getByRole('heading')
      .filter({ hasText: title })
      .or(card.getByText(/^\s*Off/)),
  )
    .toHaveCount(0, { timeout: 1500 })
    .catch(() => undefined)
  return !(await card.getByText(/Off: a stop/).isVisible())
}

test('commissioned with the simulated meter: one bad reading, the search, the fault mended, and the record', async ({
  page,
}) => {
  test.setTimeout(420_000)
  const fault = dictionaryOf(DEMOS[PLAN]!()).faults.find(({ words }) => /F1 1 to H1 \+: open/.test(words))!
  await page.goto(`${server.base}/plans/${PLAN}/prove`)
  await simulateAt(page, fault.id)
  await page.reload()
  await isWorkedOut(page)
  await expectAccessible(page)
  await page.getByText(/^Meter:/).click()
  await page.getByLabel('Who measures').fill('R. Bench')
  await page.getByText(/^Meter:/).click()
  await expect(page.getByText(/on the line/)).toBeVisible()

  let isOff = false
  for (let done = 0; done < 160 && !isOff; done += 1) isOff = !(await doTest(page))
  expect(isOff).toBe(true)
  const offTitle = (await page.getByRole('article').getByRole('heading').textContent())!
  // What comes after waits for it.
  await page.locator('summary', { hasText: 'After an hour' }).click()
  await page.getByRole('button', { name: /After an hour at full work/ }).click()
  await expect(page.getByText(/is off: mend it, or overrule it in writing/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Enter the reading' })).toBeDisabled()

  await page.getByRole('tab', { name: 'Find the fault' }).click()
  await expect(page.getByRole('status').filter({ hasText: /would explain|explains all/ })).toBeVisible({
    timeout: 60_000,
  })
  await expectAccessible(page)
  for (let probe = 0; probe < 12; probe += 1) {
    if (await page.getByText('One thing explains all that was read.').isVisible()) break
    const card = page.getByRole('article')
    const count = await readings(page)
    if (await card.getByText(/^Look, with/).isVisible()) {
      await card.getByLabel(/^H1 .*runs/).selectOption('nothing')
      await card.getByRole('button', { name: /Enter what is wrong/ }).click()
    } else {
      await card.getByRole('button', { name: 'Take it' }).click()
      await expect(card.getByRole('textbox')).not.toHaveValue('')
      await card.getByRole('button', { name: 'Enter the reading' }).click()
    }
    await expect.poll(() => readings(page)).toBeGreaterThan(count)
  }
  const found = page.getByRole('region', { name: 'What it may be' }).getByRole('listitem').first()
  await expect(found).toContainText(/F1 1 to H1 \+|F1 F1/)
  await expect(page.getByText('One thing explains all that was read.')).toBeVisible()
  await expect(found).toContainText(/F1 1 to H1 \+: open/)

  // Mended at the bench, and in the log; the test that was off is done again, and the rest.
  await simulateAt(page, null)
  await found.getByRole('button', { name: 'It was this: mended' }).click()
  await page.reload()
  await isWorkedOut(page)
  await expect(page.getByRole('article').getByRole('heading')).toHaveText(offTitle)
  for (let done = 0; done < 160; done += 1) {
    if (await page.getByText(/(\d+) of \1 tests done/).isVisible()) break
    expect(await doTest(page)).toBe(true)
  }
  await expect(page.getByText(/(\d+) of \1 tests done/)).toBeVisible()

  await page.getByRole('tab', { name: 'Record' }).click()
  await expectAccessible(page)
  await expect(page.getByText('R. Bench')).toBeVisible()
  const record = (await get(server.base, `/api/plans/${PLAN}/commissioning`)).body as Record
  expect(record.counts).toMatchObject({ off: 0, open: 0, overruled: 0 })
  expect(record.people).toEqual(['R. Bench'])
  expect(record.instruments.join()).toMatch(/Simulated meter/)
  expect(record.searched.map(({ what }) => what).join()).toMatch(/Mended: .*F1 1 to H1/)
  expect(record.lines.filter(({ earlier }) => earlier.length > 0).map(({ test: name }) => name)).toEqual([offTitle])
  const pdf = await (await page.request.get(`${server.base}/api/plans/${PLAN}/papers?pages=commissioning`)).body()
  const file = join(data, 'record.pdf')
  writeFileSync(file, pdf)
  const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
  expect(text).toMatch(/R\. Bench/)
  expect(text).toMatch(/Every test of the sheet was done/)
})

const simulateAt = async (page: Page, fault: string | null) => {
  const reply = await page.request.post(`${server.base}/api/meter`, {
    data: { do: 'simulate', plan: PLAN, fault },
    headers: { origin: server.base },
  })
  expect(reply.status()).toBe(200)
}

const readings = async (page: Page): Promise<number> =>
  Number(/(\d+) readings? so far/.exec((await page.getByText(/readings? so far/).textContent()) ?? '')?.[1] ?? 0)

test('a reading that is off is overruled in writing, and stands so in the record', async ({ page }) => {
  await page.goto(`${server.base}/plans/${PLAN}/prove`)
  await isWorkedOut(page)
  await sayBuilt(page)
  await page.getByRole('button', { name: 'It is so' }).click()
  const card = page.getByRole('article')
  await expect(card.getByRole('heading')).toHaveText(/^Earth of/)
  await card.getByRole('textbox').fill('12')
  await expect(card.getByText(/higher than expected/)).toBeVisible()
  await card.getByRole('textbox').press('Enter')
  await expect(card.getByText('Off: a stop')).toBeVisible()
  await card.getByRole('button', { name: 'Overrule' }).click()
  await expect(card.getByRole('alert')).toHaveText(/Say in a sentence/)
  await card.getByLabel(/why it is good/).fill('A meter with long leads; measured again with the bench’s own')
  await card.getByRole('button', { name: 'Overrule' }).click()
  await expect(card.getByRole('heading')).not.toHaveText(/PS3/)
  await page.getByRole('tab', { name: 'Record' }).click()
  await expect(page.getByText(/measured again with the bench/)).toBeVisible()
})

test('a drill is played with one thumb: looked, probed, named, and told how it compares', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${server.base}/plans/${PLAN}/prove`)
  await isWorkedOut(page)
  await page.getByRole('tab', { name: 'Practise' }).click()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Lay out the bench' }).click()
  await page.getByRole('button', { name: /^First:/ }).click({ timeout: 60_000 })
  await page.getByRole('button', { name: /Look: everything commanded/ }).click()
  await expect(page.getByText(/Seen, with power on, everything/)).toBeVisible()
  await page.getByRole('combobox', { name: /red lead on/ }).fill('PS1 +V')
  await page.keyboard.press('Enter')
  await page.getByRole('combobox', { name: /black lead on/ }).fill('PS1 −V')
  await page.keyboard.press('Enter')
  await page.getByRole('checkbox', { name: 'Plugged in' }).check()
  await page.getByRole('radio', { name: 'Volts DC' }).click()
  await page.getByRole('button', { name: 'Measure', exact: true }).click()
  await expect(page.locator('output')).toContainText(/V DC/)
  await expect(page.getByText(/2 probes so far/)).toBeVisible()
  await expectAccessible(page)
  // Named wrongly it goes on; given up it is told.
  await page.getByLabel(/^Name what is wrong/).fill('PS3 gives nothing')
  await page.getByRole('button', { name: /PS3: gives nothing/ }).click()
  await expect(page.getByText(/named wrongly|^Found/).first()).toBeVisible()
  const giveUp = page.getByRole('button', { name: 'Give up' })
  if (await giveUp.isVisible()) await giveUp.click()
  await expect(page.getByText('How the diagnosis would have found it')).toBeVisible()
  await page.getByRole('button', { name: 'Another one' }).click()
  await expect(page.getByText(/1 drill on this plan/)).toBeVisible()
  // No part of the page is wider than the phone.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})

test('the first lesson, by keyboard, to its third step', async ({ page }) => {
  await page.goto(`${server.base}/plans/${PLAN}/prove`)
  await isWorkedOut(page)
  await page.getByRole('tab', { name: 'Practise' }).click()
  await page.getByRole('button', { name: 'The first lesson' }).click()
  const put = async (flag: 'red' | 'black', text: string) => {
    await page.getByRole('combobox', { name: new RegExp(`${flag} lead on`) }).fill(text)
    await page.keyboard.press('Enter')
  }
  await put('red', 'F1 2')
  await put('black', 'S1 1')
  await expect(page.getByText(/it sounds: the wire leads/)).toBeVisible()
  await page.getByRole('button', { name: 'Next' }).click()
  await put('red', 'S1 1')
  await put('black', 'S1 2')
  await expect(page.locator('output')).toContainText('OL')
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByLabel(/^S1 /).selectOption('operated')
  await expect(page.getByText(/measured in each of its positions/)).toBeVisible()
  await expectAccessible(page)
})
