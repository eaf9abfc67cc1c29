import { expect, test, type Page } from '@playwright/test'
import { expectStops, isWorkedOut, join, saved, signStep } from './helpers'

async function add(page: Page, button: string, part: string): Promise<void> {
  await page.getByRole('button', { name: button, exact: true }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: 'Search parts' }).fill(part)
  await dialog.getByRole('button', { name: part, exact: true }).click()
  await expect(dialog).toBeHidden()
  await page.getByRole('button', { name: 'Shut' }).click()
}

/** A small enclosure from nothing to a first signed-off step; closed, opened again, and all is there. */
test('plans a box from nothing, signs off a step, and finds it tomorrow', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New plan' }).click()
  await page.getByRole('button', { name: 'Begin with nothing' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Give the plan a name' })).toBeVisible()
  await page.getByLabel('Name of the plan').fill('Shed lamp box')
  await page.getByRole('button', { name: 'Begin with nothing' }).click()
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible()
  await expect(page.getByText('Nothing must run yet')).toBeVisible()
  const url = page.url()

  await add(page, 'Add what must run', 'Work lamp, 24 V')
  const load = page.getByLabel('H1 Work lamp, 24 V, watt')
  await load.fill('18')
  await load.press('Enter')

  await page.getByRole('link', { name: /Feed/ }).click()
  await expect(page.getByText('Nothing feeds anything yet')).toBeVisible()
  await add(page, 'Add a fuse or switch', 'Mains inlet with fuse drawer, 10 A')
  await add(page, 'Add a fuse or switch', 'Panel switch, two poles, 16 A')
  await add(page, 'Add a fuse or switch', 'Earth stud, M4')
  await add(page, 'Add a fuse or switch', 'Exposed metal part')
  await add(page, 'Add a supply', '24 V 60 W enclosed supply')

  await page.getByRole('link', { name: /Connect/ }).click()
  await expectStops(page, 'some')
  const device = (name: string) =>
    page.getByRole('region', { name: 'Devices' }).getByRole('button', { name: new RegExp(`^${name} `) })
  await device('Q1').click()
  await join(page, '1', 'X1 L')
  await join(page, '3', 'X1 N')
  await join(page, '2', 'PS1 L')
  await join(page, '4', 'PS1 N')
  await device('H1').click()
  await join(page, '+', 'PS1 +V')
  await join(page, '−', 'PS1 −V')
  await page.getByRole('button', { name: 'Earth all 2 metal parts' }).click()
  // The drawer of the inlet comes without its fuse: the one thing left, and what to put into it.
  await expectStops(page, 1)
  await page.getByTitle('What is wrong, and why').click()
  await page.getByRole('button', { name: /^Fit [\d.]+ A in X1 F$/ }).click()
  await expectStops(page, 0)
  await page.getByRole('button', { name: 'Shut' }).click()
  await saved(page)

  await page.getByRole('link', { name: /Feed/ }).click()
  await expect(page.getByRole('button', { name: /^H1 Work lamp/ }).first()).toBeVisible()

  await page.getByRole('link', { name: /Build/ }).click()
  await expect(page.getByRole('heading', { name: /^Fit X1/ })).toBeVisible()
  await page.getByLabel('Note').fill('6.3 A read on the fuse itself')
  await signStep(page)
  await expect(page.getByText(/^1 of \d+$/).first()).toBeVisible()

  // Tomorrow.
  await page.goto('about:blank')
  await page.goto(url.replace(/brief$/, 'build'))
  await isWorkedOut(page)
  await expect(page.getByText(/^1 of \d+$/).first()).toBeVisible()
  await page.locator('summary').filter({ hasText: /^Set/ }).click()
  await page.getByRole('button', { name: /^Fit X1/ }).click()
  await expect(page.getByText('6.3 A read on the fuse itself')).toBeVisible()
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Shed lamp box', exact: true }).first()).toBeVisible()

  // A changed fact brings the step back as "redo", and nothing else.
  await page.goto(url.replace(/brief$/, 'feed'))
  await page.getByRole('button', { name: /^X1 / }).first().click()
  await page.getByRole('combobox', { name: /^Fuse F/ }).selectOption('5')
  await saved(page)
  await page.getByRole('link', { name: /Build/ }).click()
  await expect(page.getByText('1 to be redone after a change.')).toBeVisible()
})
