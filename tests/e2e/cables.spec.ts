import { expect, test, type Page } from '@playwright/test'
import { expectAccessible, copyOfDemo, isWorkedOut, saved } from './helpers'

/** Twelve cables as a kit brings them: one of a way too few, one that nothing asks for. */
const KIT = `label; end A; end B; ways; length
M1; 2.5 mm plug; bare; 4; 1.2 m
M2; 2.5 mm plug; bare; 4; 1.2 m
M3; 2.5 mm plug; bare; 4; 900 mm
M4; 2.5 mm plug; bare; 3; 900 mm
E1; 2.5 mm plug; bare; 2; 1 m
E2; 2.5 mm plug; bare; 2; 1 m
E3; 2.5 mm plug; bare; 2; 1 m
E4; 2.5 mm plug; bare; 2; 1 m
T0; 2.5 mm plug; bare; 2; 1.4 m
TB; 2.5 mm plug; bare; 2; 1.4 m
FAN0; 2.5 mm plug; bare; 2; 0.8 m
Extra; 2.5 mm plug; 2.5 mm plug; 6; 300`

/** A new plan with a printer board, and the dialog that takes in a list of cables. */
async function listFor(page: Page, name: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New plan', exact: true }).click()
  await page.getByLabel('Name of the plan').fill(name)
  await page.getByRole('button', { name: 'Begin with nothing' }).click()
  await page.getByRole('button', { name: 'Add what must run', exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Printer board, 8 axes, 24 V', exact: true }).click()
  await page
    .getByRole('link', { name: /Connect/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Cables', exact: true }).click()
  await page.getByRole('button', { name: 'Take in a list' }).click()
}

test('a kit of twelve cables is taken in, plugged in by its labels, with one left over and one that does not fit', async ({
  page,
}) => {
  await listFor(page, 'Kit')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('The list').fill(`${KIT}\nM1; 2.5 mm plug; bare; four; long`)
  await expect(dialog.getByRole('alert')).toContainText('line 14, label')
  await dialog.getByLabel('The list').fill(KIT)
  await dialog.getByRole('button', { name: 'Take in 12 cables' }).click()
  await expect(page.getByText('12 cables, 12 with an open end, 12 of a kit not found yet')).toBeVisible()

  await page.getByRole('checkbox', { name: 'M1 is here' }).check()
  await expect(page.getByText(/11 of a kit not found yet/)).toBeVisible()
  await page.getByRole('button', { name: 'Plug in 11 by their labels' }).click()
  const list = page.getByRole('region', { name: 'Cables' })
  await expect(list.getByRole('button', { name: /^M4/ })).toContainText('does not fit')
  await expect(list.getByRole('button', { name: /^M1/ })).toContainText('one end open')
  await list.getByRole('button', { name: /^Extra/ }).click()
  await expect(list.getByRole('button', { name: /^Extra/ })).toContainText('joins nothing')
  await page.getByRole('button', { name: 'Set it aside as a spare' }).click()
  await expect(list.getByRole('button', { name: /^Extra/ })).toContainText('set aside')
  await expectAccessible(page)
  await saved(page)
})

test('what can be confused is solved, and a remedy is set with one choice', async ({ page }) => {
  const plan = await copyOfDemo(page)
  await page.goto(`/plans/${plan}/connect`)
  await isWorkedOut(page)
  await page.getByRole('button', { name: /^Look alikes/ }).click()
  const burns = page.getByRole('region', { name: 'Burns something' })
  await expect(burns).toContainText('A1 LINK and A1 EXT exchanged')
  await burns.getByRole('combobox').selectOption('key')
  await expect(page.getByRole('button', { name: 'Look alikes', exact: true })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Cables', exact: true }).click()
  await page.getByRole('region', { name: 'Cables' }).getByRole('button', { name: /^M1/ }).click()
  await page.getByRole('button', { name: 'Pull out' }).first().click()
  await expect(page.getByRole('region', { name: 'Cables' }).getByRole('button', { name: /^M1/ })).toContainText(
    'one end open',
  )
  await page.getByRole('button', { name: /^Plug end A into A1 M1/ }).click()
  await expect(page.getByRole('region', { name: 'Cables' }).getByRole('button', { name: /^M1/ })).toContainText(
    'joined',
  )
})

test('an extension: a socket takes the plug of a thing’s own lead, and gives it back', async ({ page }) => {
  await listFor(page, 'Extension')
  const dialog = page.getByRole('dialog')
  await dialog
    .getByLabel('The list')
    .fill('Extension; 2.5 mm plug; 2.5 mm socket; 2; 500\nFan lead; 2.5 mm plug; bare; 2; 200')
  await dialog.getByRole('button', { name: 'Take in 2 cables' }).click()
  const list = page.getByRole('region', { name: 'Cables' })
  await list.getByRole('button', { name: /^Extension/ }).click()
  await page.getByRole('button', { name: 'Put end B into Fan lead, end A' }).click()
  const sheet = page.getByRole('region', { name: 'Extension' })
  await expect(sheet.getByText('in Fan lead, end A, at X1')).toBeVisible()
  await expect(list.getByRole('button', { name: /^Fan lead/ })).toContainText('one end open')
  await expectAccessible(page)
  // The other one says the same from its side, and lets go.
  await list.getByRole('button', { name: /^Fan lead/ }).click()
  await expect(page.getByText('in Extension, end B, at X1')).toBeVisible()
  await page.getByRole('button', { name: 'Pull apart' }).click()
  await expect(list.getByRole('button', { name: /^Fan lead/ })).toContainText('joins nothing')
  // One more plug does not go into a plug.
  await page.getByLabel('This end is').first().selectOption({ label: 'a socket' })
  await expect(page.getByRole('button', { name: /^Put end A into Extension, end A/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Put end A into Extension, end B/ })).toBeHidden()
  await saved(page)
})
