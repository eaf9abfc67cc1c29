import { expect, test } from '@playwright/test'
import { copyOfDemo, expectAccessible, expectStops, saved } from './helpers'

test('a motor that comes later is no stop, keeps its place, and has its steps at the end', async ({ page }) => {
  const id = await copyOfDemo(page)
  await page.goto(`/plans/${id}/brief`)
  await expectStops(page, 0)
  await page.getByRole('button', { name: 'M1 Motor X' }).click()
  await page.getByLabel('When it comes').selectOption('later')
  await expect(page.getByRole('button', { name: 'M1 Motor X, comes later' })).toBeVisible()
  await saved(page)
  await expectStops(page, 0)
  await expectAccessible(page)
  await page.goto(`/plans/${id}/build`)
  await page.getByText('When the rest comes').click()
  await expect(page.getByRole('button', { name: /^When M1 is there: off, unplugged, proved dead/ })).toBeVisible()
})

test('a second cord goes to an outlet of its own', async ({ page }) => {
  const id = await copyOfDemo(page)
  await page.goto(`/plans/${id}/connect`)
  await expectStops(page, 0)
  await page.getByRole('button', { name: /^X1\b/ }).first().click()
  await page.getByRole('button', { name: 'Open it: loads, settings, another part' }).click()
  await page.getByLabel('Outlet', { exact: true }).selectOption('own')
  await expect(page.getByLabel('Its breaker')).toHaveValue('16')
  await page.getByLabel('Its breaker').fill('3')
  await page.getByLabel('Its breaker').press('Enter')
  await expectStops(page, 'some')
})
