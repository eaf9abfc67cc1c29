import { expect, test } from '@playwright/test'
import { copyOfDemo, expectAccessible, expectStops, isWorkedOut, join } from './helpers'

test('a bridged stop shows its harm, plays it in Feed, and says what followed', async ({ page }) => {
  const reply = await page.request.post('/api/plans', { data: { from: 'copy', plan: 'foam-gantry' } })
  const { id } = ((await reply.json()) as { plan: { id: string } }).plan
  await page.goto(`/plans/${id}/connect`)
  await expectStops(page, 0)
  await page.getByRole('region', { name: 'Devices' }).getByRole('button', { name: /^S1 / }).click()
  await join(page, '11', 'S1 12')
  await expectStops(page, 1)

  // One cause, one card, with the solved harm of it.
  await page.getByTitle('What is wrong, and why').click()
  const drawer = page.getByRole('complementary', { name: 'Drawer' })
  await expect(drawer.getByText(/^With S1 pressed, \S+ draws [\d.]+ A/)).toBeVisible()
  await expectAccessible(page)
  await drawer.getByRole('button', { name: 'Play it in Feed' }).click()
  await expect(page.getByRole('heading', { name: 'Feed' })).toBeVisible()
  const played = page.getByRole('radio', { name: /Played: S1 pressed/ })
  await expect(played).toBeVisible()
  await expect(page.getByText('Solving')).toBeHidden()
  await expectAccessible(page)
  await played.click()
  await expect(played).toBeHidden()

  // What the edit brought with it stands in a list, and what undoes it does too.
  await page.getByTitle('What followed from the last edit, from what to what').click()
  await expect(drawer.getByRole('heading', { name: 'What followed' })).toBeVisible()
  await expect(drawer.getByText(/both ends of its contact S1/)).toBeVisible()
  await expectAccessible(page)
})

test('a fix is tried, and taken where nothing gets worse', async ({ page }) => {
  const reply = await page.request.post('/api/plans', { data: { from: 'copy', plan: 'clay-printer' } })
  const { id } = ((await reply.json()) as { plan: { id: string } }).plan
  await page.goto(`/plans/${id}/feed`)
  await isWorkedOut(page)
  await page.getByRole('button', { name: /^PS1 / }).first().click()
  const panel = page.getByRole('complementary', { name: 'Drawer' })
  await panel.getByLabel(/^Mains selector/).selectOption('115 V')
  await expectStops(page, 1)
  await page.getByTitle('What is wrong, and why').click()
  await panel.getByRole('button', { name: 'Set PS1 to 230 V' }).click()
  await expectStops(page, 0)
})

test('the cause is looked for and told, with the change that mends it', async ({ page }) => {
  const id = await copyOfDemo(page)
  // The pulse and its ground, exchanged at the driver.
  const end = (terminal: string) => ({ kind: 'terminal', device: 'device:m4', terminal })
  const commands = [
    { type: 'moveEnd', wire: 'wire:w67', side: 'to', end: end('PUL-') },
    { type: 'moveEnd', wire: 'wire:w68', side: 'to', end: end('PUL+') },
  ]
  const reply = await page.request.post(`/api/plans/${id}/edits`, {
    data: { kind: 'edit', editId: 'exchanged', baseRevision: 1, label: 'Exchanged', commands },
  })
  expect(reply.ok(), await reply.text()).toBe(true)
  await page.goto(`/plans/${id}/connect`)
  await isWorkedOut(page)
  await page.getByTitle('What is wrong, and why').click()
  const drawer = page.getByRole('complementary', { name: 'Drawer' })
  await expect(drawer.getByText(/Most likely: W67 and W68 are exchanged at/)).toBeVisible()
  await expect(drawer.getByText('Looking for the cause')).toBeHidden()
  await expectAccessible(page)
  await drawer
    .getByRole('button', { name: /^Exchange W67 and W68/ })
    .first()
    .click()
  await expectStops(page, 0)
})

test('a short that a lead does not stand is played along time', async ({ page }) => {
  const id = await copyOfDemo(page)
  const edits = [{ type: 'updateWire', id: 'wire:w35', changes: { size: '0.14 mm²' } }]
  const reply = await page.request.post(`/api/plans/${id}/edits`, {
    data: { kind: 'edit', editId: 'thin-lead', baseRevision: 1, label: 'A thin lead', commands: edits },
  })
  expect(reply.ok(), await reply.text()).toBe(true)
  await page.goto(`/plans/${id}/guard`)
  await expectStops(page, 1)
  await page.getByTitle('What is wrong, and why').click()
  const drawer = page.getByRole('complementary', { name: 'Drawer' })
  // 19 A of PS1's limit; a lead of 0.14 mm² stands (115 × 0.14 ÷ 19)² = 0.72 s of them (IEC 60364-4-43, 434.5.2).
  await expect(drawer.getByText(/^A short at .*: 19 A for 1\.9 s; the lead stands 0\.7 s/)).toBeVisible()
  await drawer.getByRole('button', { name: 'Play it in Feed' }).click()
  const short = page.getByRole('region', { name: 'The short, along time' })
  const time = short.getByRole('slider', { name: 'Time after the short' })
  await time.fill('0')
  await expect(short).toContainText('past what its insulation stands')
  await time.fill('1')
  await expect(short).toContainText('the lead was spoilt before')
  await expectAccessible(page)
})
