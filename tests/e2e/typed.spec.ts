import { expect, test } from '@playwright/test'
import { copyOfDemo, isWorkedOut, saved } from './helpers'

test('what was typed and not yet taken is kept when one goes back', async ({ page }) => {
  const plan = await copyOfDemo(page)
  await page.goto(`/plans/${plan}/connect`)
  await isWorkedOut(page)
  await page.getByRole('link', { name: /Brief/ }).first().click()
  await page.getByLabel('Name of the plan').fill('Typed and left')
  await page.goBack()
  await expect(page.getByRole('heading', { name: 'Connect' })).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.getByText('Typed and left').first()).toBeVisible()
})
