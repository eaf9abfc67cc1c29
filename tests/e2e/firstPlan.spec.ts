import { expect, test } from '@playwright/test'
import { expectAccessible, expectStops } from './helpers'

test('five questions lead to a first plan with its verdict, and can be left at any point', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Five questions to a first plan' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('heading', { name: 'What do you build?' })).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()

  await page.getByRole('button', { name: 'Five questions to a first plan' }).click()
  await dialog.getByRole('radio', { name: /Something else/ }).check()
  await dialog.getByLabel('Called').fill('Aquarium box')
  await dialog.getByRole('button', { name: 'Next' }).click()
  await expect(dialog.getByRole('heading', { name: 'Where does it stand?' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Next' }).click()
  await dialog.getByRole('button', { name: 'Next' }).click()
  for (const [kind, watts] of [
    ['pump', '18'],
    ['lamp', '20'],
  ] as const) {
    await dialog.getByRole('button', { name: 'Add a thing' }).click()
    await dialog
      .getByLabel(/^Thing \d/)
      .last()
      .selectOption(kind)
    await dialog.getByLabel('Watts').last().fill(watts)
  }
  // What is no load is told at once, and nothing is made of it.
  await dialog.getByLabel('Watts').last().fill('-1')
  await expect(dialog.getByRole('alert')).toContainText('0.1 W or more')
  await expect(dialog.getByRole('button', { name: /^Make the plan/ })).toBeDisabled()
  await dialog.getByLabel('Watts').last().fill('20')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Next' }).click()
  await dialog.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page).toHaveURL(/\/feed$/)
  await expect(page.getByText('Aquarium box').first()).toBeVisible()
  await expectStops(page, 0)
})
