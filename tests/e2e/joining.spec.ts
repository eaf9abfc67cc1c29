import { expect, test, type Locator, type Page } from '@playwright/test'
import { expectAccessible, expectStops, isWorkedOut, saved } from './helpers'

/** Counts what a person does: each press, each field filled, each choice. */
class Hands {
  actions = 0
  constructor(readonly page: Page) {}
  async press(target: Locator): Promise<void> {
    this.actions += 1
    await target.click()
  }
  async fill(target: Locator, text: string): Promise<void> {
    this.actions += 1
    await target.fill(text)
  }
  button(name: string | RegExp): Locator {
    return this.page.getByRole('button', { name, exact: typeof name === 'string' })
  }
}

/** Several parts from one list, which stays open. */
async function addAll(hands: Hands, button: string, parts: readonly (readonly [string, number])[]): Promise<void> {
  const { page } = hands
  await hands.press(hands.button(button))
  const dialog = page.getByRole('dialog')
  await hands.press(dialog.getByRole('checkbox', { name: 'Stay here to add more' }))
  for (const [part, count] of parts) {
    if (count > 1) await hands.fill(dialog.getByRole('spinbutton', { name: 'How many at once' }), String(count))
    await hands.press(dialog.getByRole('button', { name: part, exact: true }))
    await expect(dialog.getByRole('status')).toContainText(part)
  }
  await hands.press(dialog.getByRole('button', { name: 'Done' }))
  await expect(dialog).toBeHidden()
}

test('a router box of three axes from nothing, in few actions, to a verdict without a stop', async ({ page }) => {
  const hands = new Hands(page)
  await page.goto('/')
  await hands.press(hands.button('New plan'))
  await hands.fill(page.getByLabel('Name of the plan'), 'Bench router')
  await hands.press(hands.button('Begin with nothing'))
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible()

  await addAll(hands, 'Add what must run', [
    ['Motion controller, 4 axes, 24 V', 1],
    ['Motor driver, enclosed, 24–48 V', 3],
    ['Stepper motor, 2.8 A', 3],
    ['End stop', 3],
  ])
  await hands.press(page.getByRole('link', { name: /Connect/ }).first())
  await addAll(hands, 'Add a device', [
    ['Mains inlet with fuse drawer, 10 A', 1],
    ['Panel switch, two poles, 16 A', 1],
    ['36 V 350 W enclosed supply', 1],
    ['24 V 60 W enclosed supply', 1],
    ['Emergency stop, two normally closed contacts', 1],
    ['Contactor, two poles, coil 24 V', 1],
    ['Exposed metal part', 1],
  ])
  await expectStops(page, 'some')
  await hands.press(hands.button('Propose wiring'))
  const dialog = page.getByRole('dialog', { name: 'Proposed wiring' })
  await expect(dialog.getByRole('heading', { name: /^Mains, from the inlet/ })).toBeVisible()
  await expectAccessible(page)
  await hands.press(dialog.getByRole('button', { name: /^Take all \d+ groups/ }))
  await expect(dialog.getByText('All of it is taken.')).toBeVisible()
  await hands.press(dialog.getByRole('button', { name: 'Done' }))
  await expectStops(page, 0)
  await saved(page)
  expect(hands.actions).toBeLessThanOrEqual(120)
  expect(hands.actions).toBeLessThanOrEqual(40)

  // One group is one step: the last one comes back alone.
  await page.getByRole('button', { name: /^Undo/ }).click()
  await isWorkedOut(page)
  await page.getByRole('button', { name: 'Propose wiring' }).click()
  await expect(dialog.getByRole('button', { name: /^Take: / })).toHaveCount(1)
})

test('the same box with a supply and motors of one’s own, in at most 120 actions', async ({ page }) => {
  const hands = new Hands(page)
  const mark = Date.now() % 100000
  const [motor, supply] = [`Salvaged motor ${mark}`, `Old bench supply ${mark}`]
  /** Makes a part from what is printed on it, and uses it here. */
  const make = async (button: string, name: string, kind: RegExp, figures: readonly (readonly [string, string])[]) => {
    await hands.press(hands.button(button))
    await hands.press(page.getByRole('dialog').getByRole('button', { name: 'Make a part' }))
    const dialog = page.getByRole('dialog', { name: 'Make a part' })
    await hands.fill(dialog.getByLabel('What it is called'), name)
    const choice = dialog.getByRole('combobox', { name: 'What it is', exact: true })
    const wanted = (await choice.getByRole('option').allTextContents()).find((text) => kind.test(text))!
    hands.actions += 1
    await choice.selectOption({ label: wanted })
    for (const [label, value] of figures) {
      const field = dialog.getByRole('textbox', { name: label, exact: true })
      await hands.fill(field, value)
      await field.press('Enter')
    }
    await hands.press(dialog.getByRole('button', { name: 'Keep it, and use it here' }))
    await expect(page.getByRole('complementary', { name: 'Drawer' })).toContainText(name)
    await hands.press(page.getByRole('button', { name: 'Shut', exact: true }))
  }
  await page.goto('/')
  await hands.press(hands.button('New plan'))
  await hands.fill(page.getByLabel('Name of the plan'), 'Own router')
  await hands.press(hands.button('Begin with nothing'))
  await make('Add what must run', motor, /^motor/i, [
    ['A phase', '1.9'],
    ['Resistance of a phase', '2.1'],
  ])
  await addAll(hands, 'Add what must run', [
    ['Motion controller, 4 axes, 24 V', 1],
    ['Motor driver, enclosed, 24–48 V', 3],
    ['End stop', 3],
    [motor, 2],
  ])
  await hands.press(page.getByRole('link', { name: /Connect/ }).first())
  await make('Add a device', supply, /^supply/i, [
    ['Gives', '36'],
    ['Rated', '9.7'],
    ['Limits at', '11'],
    ['Rated power', '350'],
  ])
  await addAll(hands, 'Add a device', [
    ['Mains inlet with fuse drawer, 10 A', 1],
    ['Panel switch, two poles, 16 A', 1],
    ['24 V 60 W enclosed supply', 1],
    ['Emergency stop, two normally closed contacts', 1],
    ['Contactor, two poles, coil 24 V', 1],
    ['Exposed metal part', 1],
  ])
  await expectStops(page, 'some')
  await hands.press(hands.button('Propose wiring'))
  const dialog = page.getByRole('dialog', { name: 'Proposed wiring' })
  await hands.press(dialog.getByRole('button', { name: /^Take all \d+ groups/ }))
  await expect(dialog.getByText('All of it is taken.')).toBeVisible()
  await hands.press(dialog.getByRole('button', { name: 'Done' }))
  await expectStops(page, 0)
  await saved(page)
  expect(hands.actions).toBeLessThanOrEqual(120)
})

test('a group is thinned out and taken by itself; what is left out is proposed again', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New plan' }).click()
  await page.getByLabel('Name of the plan').fill('Two axes')
  await page.getByRole('button', { name: 'Begin with nothing' }).click()
  await addAll(new Hands(page), 'Add what must run', [
    ['Motor driver, enclosed, 24–48 V', 2],
    ['Stepper motor, 2.8 A', 2],
  ])
  await page
    .getByRole('link', { name: /Connect/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Propose wiring' }).click()
  const dialog = page.getByRole('dialog', { name: 'Proposed wiring' })
  const group = dialog.getByRole('listitem').filter({ hasText: 'Motors to their drivers' }).first()
  await expect(group).toContainText('8 wires')
  await group.getByText('Wire by wire').click()
  for (const lead of ['A2 B+ to M2 B+', 'A2 B- to M2 B-'])
    await group.getByRole('checkbox', { name: new RegExp(lead.replaceAll('+', '\\+')) }).uncheck()
  await expect(group).toContainText('6 wires')
  await group.getByRole('button', { name: /^Take: Motors/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Done' }).click()
  await saved(page)
  await page.getByRole('button', { name: 'Wire list' }).click()
  await expect(page.getByRole('dialog').getByText(/^6 of 6 wires/)).toBeVisible()
})

test('a motor’s pattern goes to three more axes in a few presses', async ({ page }) => {
  const hands = new Hands(page)
  await page.goto('/')
  await page.getByRole('button', { name: 'New plan' }).click()
  await page.getByLabel('Name of the plan').fill('Four axes')
  await page.getByRole('button', { name: 'Begin with nothing' }).click()
  await addAll(hands, 'Add what must run', [
    ['Motor driver, enclosed, 24–48 V', 4],
    ['Stepper motor, 2.8 A', 1],
  ])
  await page
    .getByRole('link', { name: /Connect/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Propose wiring' }).click()
  const dialog = page.getByRole('dialog', { name: 'Proposed wiring' })
  await dialog.getByRole('button', { name: 'Take: Motors to their drivers' }).click()
  await dialog.getByRole('button', { name: 'Done' }).click()
  hands.actions = 0
  await hands.press(page.getByRole('region', { name: 'Devices' }).getByRole('button', { name: /^M1 / }))
  await hands.press(page.getByRole('button', { name: /^Open it/ }))
  const drawer = page.getByRole('complementary', { name: 'Drawer' })
  await hands.press(drawer.getByText('More like it'))
  await hands.fill(drawer.getByRole('spinbutton', { name: 'How many' }), '3')
  await hands.press(drawer.getByRole('button', { name: 'Add 3 more' }))
  await expect(drawer.getByRole('status')).toContainText('12 joined')
  expect(hands.actions).toBeLessThan(10)
  await expect(page.getByRole('region', { name: 'Devices' }).getByRole('button', { name: /^M4 / })).toBeVisible()
  await expectAccessible(page)
})

test('these to those in order: four leads of a motor to a driver in one step', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New plan' }).click()
  await page.getByLabel('Name of the plan').fill('One axis')
  await page.getByRole('button', { name: 'Begin with nothing' }).click()
  await addAll(new Hands(page), 'Add what must run', [
    ['Motor driver, enclosed, 24–48 V', 1],
    ['Stepper motor, 2.8 A', 1],
  ])
  // Motors stay in sight though they take nothing by themselves.
  await expect(page.getByRole('region', { name: 'Also on the machine' })).toContainText('M1')
  await page
    .getByRole('link', { name: /Connect/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Join in order' }).click()
  const dialog = page.getByRole('dialog', { name: 'Join these to those in order' })
  const these = dialog.getByRole('group', { name: 'Terminals, These' })
  const those = dialog.getByRole('group', { name: 'Terminals, To those' })
  for (const lead of ['A+', 'A-', 'B+', 'B-']) {
    await these.getByRole('button', { name: lead, exact: true }).click()
    await those.getByRole('button', { name: lead, exact: true }).click()
  }
  await expect(dialog.getByRole('list', { name: 'What is joined' })).toContainText('A1 B- to M1 B-')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Join 4' }).click()
  await expect(dialog).toBeHidden()
  await saved(page)
})
