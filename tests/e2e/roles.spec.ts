import { expect, test } from '@playwright/test'
import { copyOfDemo, expectAccessible, expectStops, saved } from './helpers'

test('what does what is listed, confirmed and contradicted by a program’s list', async ({ page }) => {
  const id = await copyOfDemo(page)
  await page.goto(`/plans/${id}/brief`)
  await expectStops(page, 0)
  const section = page.getByRole('region', { name: 'What does what' })
  await expect(section.getByLabel('Name of Axis X')).toHaveValue('Axis X')
  await expect(section.getByRole('button', { name: 'S1 End stop X' })).toBeVisible()
  const axis = section.getByRole('listitem').filter({ has: page.getByLabel('Name of Axis X') })
  await axis.getByRole('button', { name: 'confirm' }).click()
  await expect(axis.getByRole('button', { name: 'confirm' })).toHaveCount(0)
  await saved(page)
  await expectStops(page, 0)

  // The board's ports are free until its program says what each is.
  await page
    .getByRole('button', { name: /^A1 Motion board/ })
    .first()
    .click()
  await page.getByText('What its program is set to').click()
  await page.getByRole('textbox', { name: /One line for each pin/ }).fill('x_motor: M2\ny_motor: M1\nnonsense')
  await expect(page.getByText('M2 serves Axis X')).toBeVisible()
  await expect(page.getByText(/line 3, “nonsense”/)).toBeVisible()
  await page.getByRole('button', { name: 'Take the list' }).click()
  await saved(page)
  await expectStops(page, 'some')
  await expectAccessible(page)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expectStops(page, 0)
})
