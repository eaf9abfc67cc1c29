import { expect, test, type Page } from '@playwright/test'
import { DEMOS } from '@demo/scenarios'
import type { Plan } from '@/core/plan'
import { expectAccessible, isWorkedOut, saved } from './helpers'

/** The clay printer laid out, with no way drawn and nothing measured outside. */
function bare(): Plan {
  const plan = structuredClone(DEMOS['clay-printer']!()) as unknown as {
    raceways: object
    cables: Record<string, { route: null }>
    wires: Record<string, { route: null }>
    devices: Record<string, { spot: null }>
  }
  plan.raceways = {}
  for (const cable of Object.values(plan.cables)) cable.route = null
  for (const wire of Object.values(plan.wires)) wire.route = null
  for (const device of Object.values(plan.devices)) device.spot = null
  return plan as unknown as Plan
}

async function opened(page: Page): Promise<void> {
  const reply = await page.request.post('/api/plans', { data: { from: 'file', document: bare() } })
  expect(reply.status()).toBe(201)
  const { id } = ((await reply.json()) as { plan: { id: string } }).plan
  await page.goto(`/plans/${id}/route`)
  await isWorkedOut(page)
}

const sheet = (page: Page) => page.getByRole('group', { name: /folded out/ })
const tool = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Draw' }).getByRole('button', { name, exact: true })

/** A place on a face, as shares of its width and height. */
async function on(page: Page, face: string, x: number, y: number): Promise<readonly [number, number]> {
  const box = (await sheet(page).locator(`[data-face="${face}"] > rect`).first().boundingBox())!
  return [box.x + box.width * x, box.y + box.height * y]
}

async function drag(page: Page, from: readonly [number, number], to: readonly [number, number]): Promise<void> {
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.mouse.move(...to, { steps: 6 })
  await page.mouse.up()
}

test('two ducts, a hinge loop and a chain by the mouse', async ({ page }) => {
  await opened(page)
  await tool(page, 'Duct').click()
  await drag(page, await on(page, 'Plate', 0.05, 0.6), await on(page, 'Plate', 0.95, 0.6))
  await expect(sheet(page).getByRole('button', { name: /^Duct 1, duct, \d+ leads?/ })).toBeVisible()
  await tool(page, 'Duct').click()
  await drag(page, await on(page, 'Plate', 0.9, 0.1), await on(page, 'Plate', 0.9, 0.6))
  await expect(sheet(page).getByRole('button', { name: /^Duct 2, duct, [1-9]\d* leads?/ })).toBeVisible()
  // Dragged by its middle it lies elsewhere, by its end it is longer.
  const duct = sheet(page).getByRole('button', { name: /^Duct 2, duct/ })
  await duct.click()
  const across = page.getByLabel('Across', { exact: true })
  const before = Number(await across.inputValue())
  const box = (await duct.boundingBox())!
  const middle = [box.x + box.width / 2, box.y + box.height / 4] as const
  await drag(page, middle, [middle[0] - 40, middle[1]])
  await expect.poll(async () => Number(await across.inputValue())).toBeLessThan(before - 20)
  const length = page.getByLabel('Length', { exact: true })
  const long = Number(await length.inputValue())
  const end = (await sheet(page).locator('[data-end=b]').boundingBox())!
  await drag(page, [end.x + end.width / 2, end.y + end.height / 2], [end.x + end.width / 2, end.y - 40])
  await expect.poll(async () => Number(await length.inputValue())).toBeLessThan(long - 20)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => Number(await length.inputValue())).toBe(long)
  await page.getByRole('checkbox', { name: 'In space' }).check()
  await expect(page.getByRole('group', { name: /in space/ })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('checkbox', { name: 'In space' }).uncheck()
  await tool(page, 'Hinge loop').click()
  await drag(page, await on(page, 'Plate', 0.05, 0.3), await on(page, 'Door', 0.9, 0.3))
  await expect(page.getByRole('region', { name: 'Hinge loop 1 in figures' })).toContainText('apart with the door shut')
  await tool(page, 'Cable chain').click()
  const map = page.getByRole('group', { name: 'Ways outside the boxes' })
  await map.scrollIntoViewIfNeeded()
  const node = (await map.locator('rect').first().boundingBox())!
  await drag(page, [node.x + node.width / 2, node.y + node.height / 2], [node.x + node.width / 2 + 4, node.y + 60])
  const form = page.getByRole('form', { name: 'Draw a way by its figures' })
  await form.getByLabel('The new place on the machine').fill('carriage')
  await form.getByLabel('Travel').fill('400')
  await form.getByRole('button', { name: 'Draw it' }).click()
  // 400 / 2 + π · 75 = 435.6 mm, and two links more: 17 of 30 mm.
  await expect(page.getByRole('region', { name: 'Cable chain 1 in figures' })).toContainText('17 links of 30 mm')
  await expectAccessible(page)
  await saved(page)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(map.getByRole('button', { name: /^Cable chain 1/ })).toHaveCount(0)
})

test('the same by the keyboard alone, and a wire’s length with how it came about', async ({ page }) => {
  await opened(page)
  const form = page.getByRole('form', { name: 'Draw a way by its figures' })
  const byFigures = async (kind: string, fields: Readonly<Record<string, string>>, runs?: string) => {
    await page.getByRole('button', { name: 'By its figures …' }).focus()
    await page.keyboard.press('Enter')
    await form.getByLabel('What').selectOption({ label: kind })
    for (const [label, value] of Object.entries(fields)) await form.getByLabel(label, { exact: true }).fill(value)
    if (runs) await form.getByLabel('Runs').selectOption(runs)
    await form.getByRole('button', { name: 'Draw it' }).focus()
    await page.keyboard.press('Enter')
    await expect(form).toHaveCount(0)
  }
  await byFigures('Duct', { 'Left end across': '5', 'Upper end down': '275', Length: '370' })
  await byFigures('Duct', { 'Left end across': '340', 'Upper end down': '32', Length: '240' }, 'down')
  await byFigures('Hinge loop', { Across: '140', Down: '80', 'Across the door': '30', 'Down the door': '80' })
  await byFigures('Cable chain', { 'The new place on the machine': 'head', Travel: '360' })
  await page.getByRole('button', { name: 'All ways and leads' }).click()
  await page.getByLabel('Find a lead').fill('X0 A1')
  const lead = page.getByRole('region', { name: 'Leads' }).getByRole('button', { name: /X0 to A1/ })
  await lead.focus()
  await page.keyboard.press('Enter')
  const panel = page.getByRole('region', { name: /along its way$/ })
  // Free it would come down to the plate and up again: the duct is hardly longer.
  await expect(panel).toContainText('Duct 1')
  await panel.getByTitle('How was this worked out?').focus()
  await page.keyboard.press('Enter')
  const drawer = page.getByRole('complementary').or(page.getByRole('dialog')).filter({ hasText: 'length as it is cut' })
  await expect(drawer.first()).toContainText('mm Duct 1')
  await expect(drawer.first()).toContainText('2 × 25 mm to make the ends')
  await expect(drawer.first()).toContainText('10 % slack')
  await saved(page)
})

test('ways proposed, glands for every lead, and a finding that leads to its way', async ({ page }) => {
  await opened(page)
  await page.getByRole('button', { name: 'Propose ways' }).click()
  await expect(sheet(page).getByRole('button', { name: /^Duct 1, duct, [1-9]\d* leads?/ })).toBeVisible()
  await page.getByRole('button', { name: 'Glands for all leads' }).click()
  await expect(sheet(page).getByRole('button', { name: /^M1 leads, gland, 1 lead,/ })).toBeVisible()
  await sheet(page)
    .getByRole('button', { name: /^M1 leads, gland/ })
    .focus()
  await page.keyboard.press('Enter')
  await page.getByRole('region', { name: 'M1 leads in figures' }).getByLabel('Thread').selectOption('M25')
  const mend = page.getByRole('region', { name: 'What to mend here' })
  await expect(mend).toContainText('too thin for M1 leads')
  await mend.getByRole('button', { name: 'Make it M12' }).click()
  await expect(mend).toHaveCount(0)
})
