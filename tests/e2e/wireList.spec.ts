import { expect, test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { copyOfDemo, expectAccessible, expectStops, isWorkedOut, saved } from './helpers'

test('the wire list: found, several changed at once, out as CSV, changed there, and in again', async ({ page }) => {
  const id = await copyOfDemo(page)
  await page.goto(`/plans/${id}/connect`)
  await expectStops(page, 0)
  await page.getByRole('button', { name: 'Wire list' }).click()
  const dialog = page.getByRole('dialog', { name: 'Wire list' })
  await expect(dialog.getByText(/^74 of 74 wires/)).toBeVisible()
  await expectAccessible(page)
  await dialog.getByRole('textbox', { name: 'Find in the list' }).fill('signal')
  await expect(dialog.getByText(/^\d+ of 74 wires/)).not.toContainText(/^74 of/)
  await dialog.getByRole('checkbox', { name: 'All that are shown' }).check()
  await dialog.getByLabel('Colour').selectOption('violet')
  await expect(dialog.getByRole('status')).toContainText(/^Colour: \d+ changed/)
  await saved(page)

  const waiting = page.waitForEvent('download')
  await dialog.getByRole('link', { name: 'Save as CSV' }).click()
  const path = await (await waiting).path()
  const csv = readFileSync(path, 'utf8')
  const [head, first, ...rest] = csv.split('\r\n')
  const cells = first!.split(',')
  cells[head!.split(',').indexOf('note')] = 'read off the wire itself'
  const changed = [head, cells.join(','), ...rest].join('\r\n')
  const input = dialog.getByLabel('CSV file')
  await input.setInputFiles({ name: 'wires.csv', mimeType: 'text/csv', buffer: Buffer.from(changed) })
  await expect(dialog.getByRole('status')).toContainText('1 changed, 0 added')

  // One wrong cell: named with its line and column, and nothing of the file is taken.
  cells[head!.split(',').indexOf('to_device')] = 'NOWHERE'
  const wrong = [head, cells.join(','), ...rest].join('\r\n')
  await input.setInputFiles({ name: 'wires.csv', mimeType: 'text/csv', buffer: Buffer.from(wrong) })
  await expect(dialog.getByRole('alert')).toContainText('line 2, to_device')
  await dialog.getByRole('button', { name: 'Shut' }).click()
  await isWorkedOut(page)
})
