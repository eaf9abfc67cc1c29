import { expect, test } from '@playwright/test'
import { expectAccessible, expectStops, isWorkedOut, join } from './helpers'

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
