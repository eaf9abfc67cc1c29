import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/** No serious or critical accessibility violation on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  const grave = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
  expect(grave.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`)).toEqual([])
}

/**
 * Ends a server of the test's own once its page has left it: a page that looks for a server that is gone while the browser
 * shuts it has kept the browser from shutting at all.
 */
export async function endServer(page: Page, server: { kill(): Promise<void> }): Promise<void> {
  await page.goto('about:blank')
  await server.kill()
}

/** A fresh copy of a demo, so that tests do not meet in one plan. */
export async function copyOfDemo(page: Page, plan = 'clay-printer'): Promise<string> {
  const reply = await page.request.post('/api/plans', { data: { from: 'copy', plan } })
  expect(reply.status()).toBe(201)
  return ((await reply.json()) as { plan: { id: string } }).plan.id
}

export async function isWorkedOut(page: Page): Promise<void> {
  await expect(page.getByRole('region', { name: 'Pulse of the plan' })).toHaveAttribute('aria-busy', 'false')
}

/** The count of stops in the pulse bar. */
export async function expectStops(page: Page, count: number | 'some'): Promise<void> {
  await isWorkedOut(page)
  const pulse = page.getByTitle('What is wrong, and why')
  if (count === 'some') await expect(pulse).not.toContainText(/(^|\s)0 stops/)
  else await expect(pulse).toContainText(new RegExp(`(^|\\s)${count} stops?`))
}

export async function saved(page: Page): Promise<void> {
  await expect(page.getByText(/^Saved, revision/)).toBeVisible()
}

/** Joins a terminal of the device chosen under Connect to another, by the keyboard. */
export async function join(page: Page, terminal: string, target: string): Promise<void> {
  await page.getByRole('button', { name: `Join ${terminal}`, exact: true }).click()
  const box = page.getByRole('combobox', { name: `Join ${terminal} to`, exact: true })
  await box.fill(target)
  await expect(page.getByRole('option').first()).toContainText(target)
  await box.press('ArrowDown')
  if (!(await page.getByRole('option').first().getAttribute('data-focus'))) await box.press('Home')
  // The first Enter takes the terminal, the second connects.
  await box.press('Enter')
  await expect(page.getByRole('button', { name: 'Connect', exact: true })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Connect', exact: true })).toBeHidden()
}

/** Says of a step that all of it is done, where it has several acts, and signs it. */
export async function signStep(page: Page): Promise<void> {
  const whole = page.getByRole('checkbox', { name: /^All \d+ of these are done/ })
  const sign = page.getByRole('button', { name: /^Sign off/ })
  await expect(sign).toBeVisible()
  if (await whole.isVisible()) {
    await expect(sign).toBeDisabled()
    await whole.check()
  }
  await sign.click()
}
