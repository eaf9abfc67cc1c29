import { expect, test } from '@playwright/test'
import { copyOfDemo, expectAccessible, isWorkedOut, saved, signStep } from './helpers'

for (const stage of ['brief', 'feed', 'guard', 'layout', 'connect', 'route', 'terminate', 'build', 'prove']) {
  test(`${stage}, light and dark: no serious accessibility violation, no error in the console`, async ({ page }) => {
    const errors: string[] = []
    page.on('console', (message) => message.type() === 'error' && errors.push(message.text()))
    page.on('pageerror', (error) => errors.push(error.message))
    await page.goto(`/plans/clay-printer/${stage}`)
    await isWorkedOut(page)
    await page.keyboard.press('f')
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme })
      await expectAccessible(page)
    }
    expect(errors).toEqual([])
  })
}

test('the quick sums too', async ({ page }) => {
  for (const sum of ['wire', 'pixels', 'circuit']) {
    await page.goto(`/sums/${sum}`)
    await expectAccessible(page)
  }
})

test('quick sums answer while one types, and name the field that is wrong', async ({ page }) => {
  await page.goto('/sums/wire')
  const answer = page.getByRole('region', { name: 'Answer' })
  await expect(answer).toContainText('0.75 mm²')
  await page.getByLabel('Current').fill('20')
  await expect(answer).toContainText('6 mm²')
  await page.getByLabel('Current').fill('x')
  await expect(page.getByRole('alert').filter({ hasText: 'plain number' })).toBeVisible()
  await page.getByRole('link', { name: 'Which fuse?' }).click()
  await expect(answer).toContainText('4 A')
})

for (const [stage, button] of [
  ['terminate', /^Tugged, it holds$/],
  ['build', /^Sign off/],
] as const) {
  test(`${stage} works on a phone with one thumb`, async ({ page }) => {
    const id = await copyOfDemo(page)
    await page.setViewportSize({ width: 390, height: 844 })
    await page.goto(`/plans/${id}/${stage}`)
    await isWorkedOut(page)
    const main = page.getByRole('button', { name: button })
    await expect(main).toBeInViewport()
    expect((await main.boundingBox())!.height).toBeGreaterThanOrEqual(48)
    // Nothing runs over the edge of the page.
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    if (stage === 'build') await signStep(page)
    else await main.click()
    await page.reload()
    await isWorkedOut(page)
    await expect(page.getByText(/^1 of \d+$/).first()).toBeVisible()
  })
}

test('two windows on one plan: what does not clash is rebased, what does is shown', async ({ browser, page }) => {
  const id = await copyOfDemo(page)
  const other = await (await browser.newContext()).newPage()
  for (const window of [page, other]) {
    await window.goto(`/plans/${id}/brief`)
    await isWorkedOut(window)
  }
  const set = async (window: typeof page, label: string, value: string) => {
    await window.getByLabel(label, { exact: true }).fill(value)
    await window.getByLabel(label, { exact: true }).press('Enter')
  }
  await set(other, 'Outlet’s breaker', '13')
  await saved(other)
  await set(page, 'Warmest air about it', '31')
  await saved(page)
  await expect(page.getByLabel('Outlet’s breaker')).toHaveValue('13')
  // Both change the same thing while one of them is cut off.
  await other.context().setOffline(true)
  await set(other, 'Warmest air about it', '33')
  await set(page, 'Warmest air about it', '32')
  await saved(page)
  await other.context().setOffline(false)
  const dialog = other.getByRole('dialog')
  await expect(dialog).toContainText('The air 33 °C')
  await expect(dialog).toContainText('The air 32 °C')
  await dialog.getByRole('button', { name: 'Put mine on top' }).click()
  await expect(other.getByLabel('Warmest air about it')).toHaveValue('33')
})

test('the shelf: a file that is no plan is refused with its first faults; a deleted plan comes back', async ({
  page,
}) => {
  await page.goto('/')
  const upload = async (name: string, text: string) =>
    page
      .getByLabel('Plan file', { exact: true })
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
  await upload('x.json', '{"format":"glad-rafter-plan","version":1,"name":7}')
  await expect(page.getByRole('alert').filter({ hasText: 'nothing was changed' })).toBeVisible()
  await expect(page.getByRole('alert').filter({ hasText: 'name' })).toBeVisible()
  await upload('x.json', 'hello')
  await expect(page.getByRole('alert').filter({ hasText: 'is not JSON' })).toBeVisible()
  const exported = await (await page.request.get('/api/plans/clay-printer/export')).text()
  await upload('clay.json', exported.replace('Clay printer, north bench', 'Imported printer <b>'))
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible()
  await page.goto('/')
  await page.getByRole('button', { name: 'Delete Imported printer <b>' }).click()
  await expect(page.getByRole('link', { name: 'Imported printer <b>', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo: bring it back' }).click()
  await expect(page.getByRole('link', { name: 'Imported printer <b>', exact: true })).toHaveCount(1)
})

test('the server refuses other hosts and origins, and sets its headers', async ({ request }) => {
  expect(
    (
      await request.post('/api/calc/conductor', {
        data: { size: '14 AWG' },
        headers: { origin: 'http://evil.example' },
      })
    ).status(),
  ).toBe(403)
  expect((await request.get('/api/plans', { headers: { host: 'evil.example' } })).status()).toBe(403)
  const page = await request.get('/')
  expect(page.headers()['content-security-policy']).toContain("default-src 'self'")
  expect(page.headers()['x-content-type-options']).toBe('nosniff')
  expect((await request.post('/api/calc/conductor', { data: { size: '14 AWG' } })).status()).toBe(200)
  expect((await request.post('/api/calc/conductor', { data: { size: 14 } })).status()).toBe(422)
  expect((await request.post('/api/calc/nonesuch', { data: {} })).status()).toBe(404)
})
