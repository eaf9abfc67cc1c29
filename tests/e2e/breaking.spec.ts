import { expect, test } from '@playwright/test'
import { copyOfDemo, expectStops, isWorkedOut, saved } from './helpers'

/** The demo's first plan has no stop; breaking it in the interface raises the right one, with its reason. */
test.describe('breaking the demo', () => {
  let id = ''
  test.beforeEach(async ({ page }) => {
    id = await copyOfDemo(page)
    await page.goto(`/plans/${id}/connect`)
    await expectStops(page, 0)
  })

  test('removing an earth', async ({ page }) => {
    await page.getByRole('button', { name: 'PS1 24 V supply' }).click()
    await page
      .getByRole('button', { name: 'PE1 earth point' })
      .or(page.getByRole('button', { name: 'PE1 PE' }))
      .first()
      .click()
    await page.getByRole('button', { name: 'Take this wire out' }).click()
    await expectStops(page, 1)
    await page.keyboard.press('f')
    const drawer = page.getByRole('complementary', { name: 'Drawer' })
    await expect(drawer).toContainText('Metal without an earth conductor')
    await expect(drawer).toContainText('PS1 (24 V supply): no path of earth conductors')
    await expect(drawer).toContainText('no fuse opens')
    // The fix is an edit of its own.
    await drawer.getByRole('button', { name: 'Earth PS1 from PE1' }).click()
    await expectStops(page, 0)
  })

  test('switching one pole only', async ({ page }) => {
    await page.getByRole('button', { name: 'XN Neutral distribution' }).click()
    await page.getByRole('button', { name: 'Q1 4' }).click()
    // Its far end past the switch, straight to the inlet's side.
    await page.getByRole('button', { name: 'Move' }).first().click()
    const box = page.getByRole('combobox', { name: /first end/ })
    await box.fill('Q1 3')
    await page.getByRole('option', { name: /^Q1 3/ }).click()
    await expectStops(page, 'some')
    await page.keyboard.press('f')
    await expect(page.getByRole('complementary', { name: 'Drawer' })).toContainText(
      'switches one pole only, and the plug can go in either way round',
    )
    await saved(page)
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expectStops(page, 0)
  })

  test('upsizing a fuse', async ({ page }) => {
    // The wire's size is fixed first, as one that is already in the box would be.
    await page.getByRole('button', { name: 'M4 Auger driver' }).click()
    await page.getByRole('button', { name: 'F2 2', exact: true }).click()
    await page.getByRole('combobox', { name: 'Size' }).selectOption('0.75 mm²')
    await page.goto(`/plans/${id}/feed`)
    await isWorkedOut(page)
    await expectStops(page, 0)
    await page.getByRole('button', { name: 'Fuse F2.2 5 A' }).click()
    await page.getByRole('combobox', { name: /^Fuse F2/ }).selectOption('15')
    await expectStops(page, 1)
    const what = page.getByRole('region', { name: 'What to mend here' })
    await expect(what).toContainText('Wire not protected by its fuse')
    await expect(what).toContainText('0.75 mm², carries 8.6 A; behind F2.F2, 15 A blade fuse it must carry 15 A')
    await what.getByRole('button', { name: 'Fit 4 A in F2' }).click()
    await expectStops(page, 0)
  })
})

test('changing a load shows its consequences at once, each with its derivation', async ({ page }) => {
  const id = await copyOfDemo(page)
  await page.goto(`/plans/${id}/brief`)
  await expectStops(page, 0)
  const pulse = page.getByRole('region', { name: 'Pulse of the plan' })
  await expect(pulse).toContainText('53 % PS1')
  const field = page.getByLabel('M4 Its motor, watt')
  await field.fill('200')
  await field.press('Enter')
  await expect(pulse).not.toContainText('53 % PS1')
  await expect(pulse).toContainText(/[1-9]\d* cautions?/)
  await pulse.getByRole('button', { name: /% PS1/ }).click()
  await expect(page.getByRole('complementary', { name: 'Drawer' })).toContainText('How this was worked out')
  await expect(page.getByRole('complementary', { name: 'Drawer' })).toContainText('solved network')
  await saved(page)
  await page.keyboard.press('Control+z')
  await expect(pulse).toContainText('53 % PS1')
})

test('bad input gets a message at the field and keeps what was typed', async ({ page }) => {
  const id = await copyOfDemo(page)
  await page.goto(`/plans/${id}/brief`)
  await isWorkedOut(page)
  const mains = page.getByLabel('Mains', { exact: true })
  await mains.fill('12')
  await mains.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'must lie between 90 and 260 V' })).toBeVisible()
  await expect(mains).toHaveValue('12')
  await expect(mains).toHaveAttribute('aria-invalid', 'true')
  await mains.press('Escape')
  await expect(mains).toHaveValue('230')
})

test('replacing a part lists what no longer matches before it is done', async ({ page }) => {
  const id = await copyOfDemo(page)
  await page.goto(`/plans/${id}/feed`)
  await isWorkedOut(page)
  await page.getByRole('button', { name: /^PS1 24 V supply \d+ %/ }).click()
  await page.getByRole('button', { name: 'Replace by another part' }).click()
  await page.getByRole('button', { name: '12 V 350 W enclosed supply' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('the output is 12 V and was 24 V')
  await expect(dialog).toContainText('Carried over')
  await dialog.getByRole('button', { name: 'Choose another' }).click()
  await dialog.getByRole('button', { name: '24 V 600 W enclosed supply' }).click()
  await expect(dialog).toContainText('Nothing: every wire finds its place')
  await dialog.getByRole('button', { name: 'Replace PS1' }).click()
  await expect(dialog).toBeHidden()
  await expectStops(page, 0)
})
