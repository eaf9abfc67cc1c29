import { expect, test, type Page, type Route } from '@playwright/test'
import { copyOfDemo, expectAccessible, isWorkedOut, saved } from './helpers'

/** What was pressed or typed counts, what is refused says why, and the keys go where the work goes on. */

/** The page's scripts are held back until they are let go. */
async function holdScripts(page: Page, which = '**/_next/static/**/*.js*'): Promise<() => Promise<void>> {
  const held: Route[] = []
  let isFree = false
  await page.route(which, (route) => (isFree ? route.continue() : void held.push(route)))
  return async () => {
    isFree = true
    for (const route of held.splice(0)) await route.continue()
  }
}

const inFocus = (page: Page) => page.evaluate(() => document.activeElement?.outerHTML.slice(0, 300) ?? '')
const isIn = (page: Page, selector: string) =>
  page.evaluate((inside) => document.activeElement?.closest(inside) !== null, selector)

test('a press before the page’s script is there is kept until it is', async ({ page }) => {
  const letGo = await holdScripts(page)
  await page.goto('/', { waitUntil: 'commit' })
  const open = page.getByRole('button', { name: 'New plan' })
  await expect(open).toBeVisible()
  await open.click()
  await expect(page.getByRole('heading', { name: 'New plan' })).toBeHidden()
  await letGo()
  await expect(page.getByRole('heading', { name: 'New plan' })).toBeVisible()
})

test('a press that the script hears itself counts once', async ({ page }) => {
  const name = `Once ${Date.now()}`
  await page.request.post('/api/plans', { data: { from: 'nothing', name, region: 'IEC' } })
  await page.goto('/')
  for (let times = 0; times < 4; times += 1) {
    const plans = page.getByRole('button', { name: new RegExp(`^Duplicate ${name}`) })
    const before = await plans.count()
    await page.reload({ waitUntil: 'commit' })
    await plans.first().click()
    await expect(plans).toHaveCount(before + 1)
    await page.waitForTimeout(800)
    await expect(plans).toHaveCount(before + 1)
  }
})

test('what is typed before the script is there is taken', async ({ page }) => {
  const plan = await copyOfDemo(page)
  const letGo = await holdScripts(page)
  await page.goto(`/plans/${plan}/brief`, { waitUntil: 'commit' })
  const name = page.getByLabel('Name of the plan')
  await name.fill('Typed at once')
  await letGo()
  await isWorkedOut(page)
  await expect(name).toHaveValue('Typed at once')
  await name.press('Enter')
  await saved(page)
  await page.reload()
  await expect(name).toHaveValue('Typed at once')
})

test('a name stays when a pattern is pressed', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New plan' }).click()
  await page.getByLabel('Name of the plan').fill('Loom controller')
  await page.getByRole('dialog').getByRole('listitem').first().getByRole('button').click()
  await expect(page.getByLabel('Name of the plan')).toHaveValue('Loom controller')
})

test('the five questions keep the focus, by keys alone, and so does the new plan', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Five questions to a first plan' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Called').fill('By keys')
  await page.keyboard.press('Enter')
  for (const question of ['Where does it stand?', 'What does it plug into?', 'What else must run?', 'What must stop']) {
    await expect(dialog.getByRole('heading', { name: question })).toBeVisible()
    expect(await isIn(page, 'input, select, button'), await inFocus(page)).toBe(true)
    expect(await isIn(page, '[role=dialog]')).toBe(true)
    // Where nothing is typed the button does it.
    if (question.startsWith('What else')) await dialog.getByRole('button', { name: 'Next' }).press('Enter')
    else if (!question.startsWith('What must')) await page.keyboard.press('Enter')
  }
  await page.keyboard.press('Escape')
  // Left and come back to, the answers are there.
  await page.getByRole('button', { name: 'Five questions to a first plan' }).click()
  await expect(dialog.getByLabel('Called')).toHaveValue('By keys')
  await dialog.getByRole('button', { name: 'Make the plan with what is said so far' }).press('Enter')
  await expect(page).toHaveURL(/\/feed$/)
  await isWorkedOut(page)
  await expect.poll(() => isIn(page, '#stage')).toBe(true)
})

test('what is no share or load says why', async ({ page }) => {
  const plan = await copyOfDemo(page)
  await page.goto(`/plans/${plan}/brief`)
  await isWorkedOut(page)
  const loads = page.getByRole('region', { name: 'What must run' })
  const share = loads.getByLabel(/, percent$/).first()
  await share.fill('150')
  await share.press('Enter')
  await expect(loads.getByRole('alert')).toContainText('150 % is no share: of what it takes at most')
  await share.press('Escape')
  const watts = loads.getByLabel(/, watt$/).first()
  await watts.fill('many')
  await watts.press('Enter')
  await expect(loads.getByRole('alert')).toContainText('The load must be a number such as 2.5')
  await watts.fill('-4')
  await watts.press('Enter')
  await expect(loads.getByRole('alert')).toContainText('A load takes 0 or more')
  await expectAccessible(page)
})

test('undo is there when the browser was shut and started again', async ({ browser, page }) => {
  const plan = await copyOfDemo(page)
  await page.goto(`/plans/${plan}/brief`)
  await isWorkedOut(page)
  await page.getByLabel('Name of the plan').fill('Before the evening')
  await page.getByLabel('Name of the plan').press('Enter')
  await saved(page)
  // What a browser keeps over its end: cookies with a date, and its stores.
  const kept = await page.context().storageState()
  const lasting = kept.cookies.filter(({ expires }) => expires > 0)
  await page.context().close()
  const tomorrow = await browser.newContext({ storageState: { ...kept, cookies: lasting } })
  const again = await tomorrow.newPage()
  await again.goto(`/plans/${plan}/brief`)
  await isWorkedOut(again)
  await again.getByRole('button', { name: /^Undo “/ }).click()
  await expect(again.getByLabel('Name of the plan')).not.toHaveValue('Before the evening')
  await tomorrow.close()
})

test('a half-typed note and reading are there when one comes back', async ({ page }) => {
  const plan = await copyOfDemo(page)
  await page.goto(`/plans/${plan}/build`)
  await isWorkedOut(page)
  await page.getByLabel('Note', { exact: true }).fill('The left clip is')
  await page.getByRole('link', { name: /Prove/ }).click()
  await expect(page.getByRole('heading', { name: 'Prove' })).toBeVisible()
  await page.goBack()
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('The left clip is')
  await page.reload()
  await isWorkedOut(page)
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('The left clip is')
})

test('one key goes to what a stage is for, and signing takes three', async ({ page }) => {
  const plan = await copyOfDemo(page, 'foam-gantry')
  await page.goto(`/plans/${plan}/build`)
  await isWorkedOut(page)
  const done = page.getByText(/^\d+ steps? left/)
  const left = async () => Number(/^\d+/.exec((await done.textContent())!)![0])
  // Who signs is asked once.
  const signer = page.getByLabel('Who signs')
  if (await signer.isVisible()) {
    await signer.fill('A. Maker')
    await signer.press('Enter')
  }
  const before = await left()
  await page.keyboard.press('a')
  if ((await inFocus(page)).includes('checkbox')) {
    await page.keyboard.press('Space')
    await page.keyboard.press('a')
  }
  expect(await inFocus(page)).toContain('Sign off')
  await page.keyboard.press('Enter')
  await expect.poll(left).toBe(before - 1)
  expect(await isIn(page, '#stage')).toBe(true)

  await page.keyboard.press('Alt+7')
  await expect(page.getByRole('heading', { name: 'Terminate' })).toBeVisible()
  for (let end = 0; end < 4; end += 1) {
    const name = await page.getByRole('article').getAttribute('aria-label')
    await page.keyboard.press('a')
    await page.keyboard.press('Enter')
    await expect.poll(() => page.getByRole('article').getAttribute('aria-label')).not.toBe(name)
    expect(await isIn(page, '#stage')).toBe(true)
  }
  for (const [key, words] of [
    ['1', 'Add what must run'],
    ['2', 'Add a supply'],
    ['3', 'Size all fuses and wires'],
    ['4', 'Propose an arrangement'],
    ['5', 'Join|Propose wiring'],
    ['6', 'Propose ways'],
    ['7', 'Tugged, it holds'],
    ['9', '<input|It is so'],
    ['0', 'data-look="main" href'],
  ] as const) {
    await page.keyboard.press(`Alt+${key}`)
    await isWorkedOut(page)
    await expect
      .poll(async () => {
        await page.keyboard.press('a')
        return inFocus(page)
      })
      .toMatch(new RegExp(words))
    await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  }
})

test('on a phone the next end opens with its name in sight', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const plan = await copyOfDemo(page)
  await page.goto(`/plans/${plan}/terminate`)
  await isWorkedOut(page)
  for (let end = 0; end < 3; end += 1) {
    const card = page.getByRole('article')
    const name = await card.getAttribute('aria-label')
    await page.mouse.move(200, 500)
    await page.mouse.wheel(0, 600)
    await page.getByRole('button', { name: 'Tugged, it holds' }).click()
    await expect.poll(() => card.getAttribute('aria-label')).not.toBe(name)
    await expect(card.getByText(/^goes to/)).toBeInViewport()
    await expect(card.getByText(/^goes to/)).toBeInViewport({ ratio: 1 })
  }
})

test('a stage whose code does not come says so, and is there once it does', async ({ browser, baseURL }) => {
  // What a browser keeps for when the server is gone would give it all the same.
  const context = await browser.newContext({ serviceWorkers: 'block', baseURL: baseURL! })
  const page = await context.newPage()
  const plan = await copyOfDemo(page)
  let isThere = false
  await page.route('**/_next/static/**/*.js*', async (route) => {
    const reply = await route.fetch()
    const isBuild = (await reply.text()).includes('There is nothing to build yet')
    if (isBuild && !isThere) await route.abort()
    else await route.fulfill({ response: reply })
  })
  await page.goto(`/plans/${plan}/brief`)
  await isWorkedOut(page)
  await page.keyboard.press('Alt+8')
  await expect(page.getByText('This part of the page has not come')).toBeVisible()
  await expectAccessible(page)
  isThere = true
  await expect(page.getByRole('heading', { name: 'Build' })).toBeVisible()
  await context.close()
})
