import { expect, test } from '@playwright/test'
import { expectAccessible, isWorkedOut } from './helpers'

test('an own part is made from what is printed on it, used in a plan, changed, and the newer one offered', async ({
  page,
}) => {
  const name = `Bench pump ${Date.now() % 100000}`
  await page.goto('/parts')
  await expect(page.getByRole('heading', { name: 'Own parts' })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Make a part' }).click()
  const dialog = page.getByRole('dialog', { name: 'Make a part' })
  const called = dialog.getByLabel('What it is called')
  await called.fill(name)
  await called.press('Enter')
  const volts = dialog.getByRole('textbox', { name: 'Made for' })
  await volts.fill('12')
  await volts.press('Enter')
  const watts = dialog.getByRole('textbox', { name: 'Watts' })
  await watts.fill('36')
  await watts.press('Enter')
  // Six signals in a row, 5.08 mm apart, drawn as they are added.
  const count = dialog.getByRole('textbox', { name: 'How many' })
  await count.fill('6')
  await count.press('Enter')
  await dialog.getByRole('button', { name: 'Add 6 terminals' }).click()
  await expect(dialog.getByRole('img')).toHaveAttribute('aria-label', new RegExp(`^${name}, .* 8 terminals$`))
  await expect(dialog.getByRole('region', { name: 'What it does not say yet' })).toContainText('unknown')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Keep on the shelf' }).click()
  await expect(page.getByRole('status')).toContainText(`${name} is on the shelf, version 1`)

  const reply = await page.request.post('/api/plans', { data: { from: 'nothing', name: 'Pump box', region: 'IEC' } })
  const { id } = ((await reply.json()) as { plan: { id: string } }).plan
  await page.goto(`/plans/${id}/brief`)
  await page
    .getByRole('button', { name: 'Add a device' })
    .or(page.getByRole('button', { name: 'Add what must run' }))
    .first()
    .click()
  const list = page.getByRole('dialog')
  await list.getByRole('textbox', { name: 'Search parts' }).fill(name)
  await list.getByRole('button', { name, exact: true }).click()
  await isWorkedOut(page)
  await expect(page.getByRole('complementary', { name: 'Drawer' })).toContainText(name)

  // Changed on the shelf: the plan keeps its copy, and is offered the newer with what is other.
  await page.goto('/parts')
  await page.getByRole('button', { name: `Change ${name}` }).click()
  const change = page.getByRole('dialog')
  const depth = change.getByLabel('Depth')
  await depth.fill('77')
  await depth.press('Enter')
  await change.getByRole('button', { name: 'Keep on the shelf' }).click()
  await expect(page.getByRole('status')).toContainText('version 2')
  await page.goto(`/plans/${id}/connect`)
  await isWorkedOut(page)
  await page.getByRole('button', { name: /^Open it/ }).click()
  const offer = page.getByRole('region', { name: 'A newer version of this part' })
  await expect(offer).toContainText('× 77 mm')
  await offer.getByRole('button', { name: 'Take it into this plan' }).click()
  await expect(offer).toBeHidden()
})

test('a file of parts that is none is refused with its reason; a wrong part too', async ({ request }) => {
  const file = await request.post('/api/parts', { data: { format: 'glad-rafter-parts', version: 9, parts: [] } })
  expect(file.status()).toBe(422)
  expect(await file.text()).toContain('later release')
  const part = await request.post('/api/parts', { data: { id: 'part:own-x', part: { name: 'x' } } })
  expect(part.status()).toBe(422)
  expect((await request.delete('/api/parts/part%3Anone')).status()).toBe(404)
})
