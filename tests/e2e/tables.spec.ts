import { expect, test, type Locator } from '@playwright/test'
import { copyOfDemo, expectAccessible, isWorkedOut } from './helpers'

const firstWords = async (rows: Locator) =>
  (await rows.allInnerTexts()).map((text) => text.trim().split(/\s/)[0]).filter((word) => /^[A-Z]+\d+$/.test(word!))

test('what must run is sorted by what it takes, by the keyboard, and is as it was with a third key', async ({
  page,
}) => {
  await page.goto(`/plans/${await copyOfDemo(page)}/brief`)
  await isWorkedOut(page)
  const table = page.getByRole('region', { name: 'What must run' })
  const rows = table.locator('tbody').first().locator('tr')
  const asItWas = await firstWords(rows)
  const takes = table.getByRole('button', { name: 'Takes' })
  await takes.focus()
  await page.keyboard.press('Enter')
  await expect(table.getByRole('columnheader', { name: 'Takes' })).toHaveAttribute('aria-sort', 'descending')
  // The plate of 600 W leads; a device with two loads stays in one piece.
  const sorted = await firstWords(rows)
  expect(sorted[0]).toBe('E1')
  expect(sorted.indexOf('A1')).toBe(sorted.lastIndexOf('A1') - 1)
  expect([...sorted].sort()).toEqual([...asItWas].sort())
  await expectAccessible(page)
  await page.keyboard.press('Enter')
  expect((await firstWords(rows)).at(-1)).toBe('E1')
  await page.keyboard.press('Enter')
  expect(await firstWords(rows)).toEqual(asItWas)
})

test('the stock is searched and sorted over all its kinds', async ({ page }) => {
  await page.goto('/workshop')
  const form = page.getByRole('form', { name: 'Put into the stock' })
  const mark = `Bench ${Date.now() % 100000}`
  for (const [kind, what, amount] of [
    ['Wire by the metre', `${mark} wire, red`, '32'],
    ['Wire by the metre', `${mark} wire, brown`, '8'],
    ['Fuses', `${mark} fuse 2 A`, '12'],
  ] as const) {
    await form.getByLabel('Kind').selectOption({ label: kind })
    await form.getByLabel('What, as the plan calls it').fill(what)
    await form.getByLabel(/^How (many|long)/).fill(amount)
    await form.getByRole('button', { name: 'Put it in' }).click()
    await expect(page.getByText(what)).toBeVisible()
  }
  await page.getByRole('searchbox', { name: 'Search the stock' }).fill(`${mark} wire`)
  const wires = page.getByRole('region', { name: 'Wire by the metre' })
  await expect(wires.getByRole('row')).toHaveCount(3)
  await expect(page.getByRole('region', { name: 'Fuses' })).toBeHidden()
  await expect(wires.getByRole('row').nth(1)).toContainText('brown')
  await wires.getByRole('button', { name: 'There is' }).click()
  await expect(wires.getByRole('row').nth(1)).toContainText('red')
  await expectAccessible(page)
  await page.getByRole('searchbox', { name: 'Search the stock' }).fill('nothing like it')
  await expect(page.getByText('Nothing in the stock reads like this.')).toBeVisible()
})
