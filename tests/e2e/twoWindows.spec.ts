import { expect, test, type Browser, type Page } from '@playwright/test'
import { copyOfDemo, isWorkedOut, saved } from './helpers'

async function openIn(page: Page, id: string): Promise<void> {
  await page.goto(`/plans/${id}/brief`)
  await isWorkedOut(page)
}

async function another(browser: Browser, baseURL: string): Promise<Page> {
  return (await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } })).newPage()
}

async function set(page: Page, label: string, value: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true })
  await field.fill(value)
  await field.press('Enter')
}

test('two windows of one plan show the same, whoever edits', async ({ page, context }) => {
  const id = await copyOfDemo(page)
  const other = await context.newPage()
  await openIn(page, id)
  await openIn(other, id)
  await set(page, 'Mains', '240')
  await saved(page)
  await expect(other.getByLabel('Mains', { exact: true })).toHaveValue('240')
  await set(other, 'Mains', '220')
  await expect(page.getByLabel('Mains', { exact: true })).toHaveValue('220')
  for (const each of [page, other]) await expect(each.getByText('Saved, revision 3')).toBeVisible()
})

test('each person’s undo takes back his own, and says why where another’s edit stands in the way', async ({
  page,
  browser,
  baseURL,
}) => {
  const id = await copyOfDemo(page)
  const other = await another(browser, baseURL!)
  await openIn(page, id)
  await openIn(other, id)
  await set(page, 'Mains', '240')
  await saved(page)
  await expect(other.getByLabel('Mains', { exact: true })).toHaveValue('240', { timeout: 10_000 })
  await expect(other.getByRole('button', { name: 'Nothing to undo' })).toBeVisible()
  await set(other, 'Outlet’s breaker', '13')
  await saved(other)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByLabel('Mains', { exact: true })).toHaveValue('230')
  await expect(page.getByText('Saved, revision 4')).toBeVisible()
  // Both change the same thing: the first cannot take his back.
  await set(page, 'Mains', '235')
  await saved(page)
  await expect(other.getByLabel('Mains', { exact: true })).toHaveValue('235', { timeout: 10_000 })
  await set(other, 'Mains', '225')
  await saved(other)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(
    page.getByRole('alert').filter({ hasText: /cannot be taken back: .* which somebody else did since/ }),
  ).toBeVisible()
  await other.context().close()
})

test('eleven quick presses of undo take back eleven edits', async ({ page }) => {
  const id = await copyOfDemo(page)
  await openIn(page, id)
  for (let volts = 231; volts <= 241; volts += 1) await set(page, 'Mains', String(volts))
  await expect(page.getByText('Saved, revision 12')).toBeVisible()
  await page.getByLabel('Mains', { exact: true }).blur()
  for (let i = 0; i < 11; i += 1) await page.keyboard.press('Control+z')
  await expect(page.getByText('Saved, revision 23')).toBeVisible()
  await expect(page.getByLabel('Mains', { exact: true })).toHaveValue('230')
  await expect(page.getByText(/somebody else|someone else/i)).toBeHidden()
})

test('what a person is typing stays when somebody else changes the same field meanwhile', async ({
  page,
  browser,
  baseURL,
}) => {
  const id = await copyOfDemo(page)
  const other = await another(browser, baseURL!)
  await openIn(page, id)
  await openIn(other, id)
  const mains = page.getByLabel('Mains', { exact: true })
  await mains.fill('22')
  await set(other, 'Mains', '240')
  await saved(other)
  await expect(page.getByRole('alert').filter({ hasText: 'became 240 meanwhile' })).toBeVisible({ timeout: 10_000 })
  await expect(mains).toHaveValue('22')
  await mains.fill('225')
  await mains.press('Enter')
  await saved(page)
  await expect(mains).toHaveValue('225')
  await other.context().close()
})
