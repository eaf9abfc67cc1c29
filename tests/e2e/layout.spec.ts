import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { CATALOGUE, newDevice } from '@/core/catalogue'
import { expectAccessible, expectStops, isWorkedOut, saved } from './helpers'

/** A plan of the printer's pattern, where nothing has a place yet. */
async function unlaid(page: Page): Promise<string> {
  const reply = await page.request.post('/api/plans', { data: { from: 'pattern', pattern: 'printer', region: 'IEC' } })
  expect(reply.status()).toBe(201)
  const id = ((await reply.json()) as { plan: { id: string } }).plan.id
  await page.goto(`/plans/${id}/layout`)
  await isWorkedOut(page)
  return id
}
const plate = (page: Page) => page.getByRole('group', { name: /^Plate, 480 by 480 mm/ })
const waiting = (page: Page) => page.getByRole('region', { name: 'Waiting for their place' })

test('a plate laid out by the mouse: placed, dragged onto another, and back by undo', async ({ page }) => {
  await unlaid(page)
  await waiting(page).getByRole('button', { name: 'Place PS1' }).click()
  await waiting(page).getByRole('button', { name: 'Place A1' }).click()
  const [supply, board] = [
    plate(page).getByRole('button', { name: /^PS1 / }),
    plate(page).getByRole('button', { name: /^A1 / }),
  ]
  await expectStops(page, 0)
  await expectAccessible(page)
  await supply.scrollIntoViewIfNeeded()
  const [from, to] = [(await board.locator('.body').boundingBox())!, (await supply.locator('.body').boundingBox())!]
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 6 })
  await page.mouse.up()
  await expectStops(page, 1)
  await expect(page.getByRole('region', { name: 'What to mend here' })).toContainText(
    'PS1 and A1 cover the same piece of the plate',
  )
  await saved(page)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expectStops(page, 0)
})

test('a plate laid out by the keyboard alone, and found again', async ({ page }) => {
  await unlaid(page)
  const place = waiting(page).getByRole('button', { name: 'Place A1' })
  await place.focus()
  await page.keyboard.press('Enter')
  const board = plate(page).getByRole('button', { name: /^A1 / })
  const before = (await board.getAttribute('aria-label'))!.match(/([\d.]+) mm across, ([\d.]+) mm down/)!
  await board.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('r')
  const after = `${Number(before[1]) + 10} mm across, ${Number(before[2]) + 1} mm down, turned 90°`
  await expect(board).toHaveAttribute('aria-label', new RegExp(after))
  await saved(page)
  await page.reload()
  await isWorkedOut(page)
  await expect(board).toHaveAttribute('aria-label', new RegExp(after))
  await board.focus()
  await page.keyboard.press('Delete')
  await expect(place).toBeVisible()
  // A rail, moved to where it is wanted, and a terminal that clips on it.
  await page.getByRole('button', { name: 'Add a rail' }).focus()
  await page.keyboard.press('Enter')
  const form = page.getByRole('region', { name: /^Rail .* in its place$/ })
  await form.getByLabel('From the top').fill('60')
  await page.keyboard.press('Enter')
  await expect(plate(page).getByRole('button', { name: /^Rail .*, 60 mm down, runs across/ })).toBeVisible()
})

test('an arrangement is proposed, taken in one step and undone in one', async ({ page }) => {
  await unlaid(page)
  await page.getByRole('button', { name: 'Propose an arrangement' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('button', { name: 'Take this arrangement' })).toBeVisible({ timeout: 30_000 })
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Take this arrangement' }).click()
  await expect(dialog).toBeHidden()
  await expect(waiting(page)).toContainText('Everything for this box has its place')
  await expectStops(page, 0)
  await saved(page)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(waiting(page).getByRole('button', { name: 'Place PS1' })).toBeVisible()
})

test('an exact place, several lined up, and what lies beyond the edge', async ({ page }) => {
  await unlaid(page)
  await page.getByRole('button', { name: 'Place all, largest first' }).click()
  await isWorkedOut(page)
  await plate(page).getByRole('button', { name: /^PS1 / }).click()
  const form = page.getByRole('region', { name: 'PS1 in its place' })
  await form.getByLabel('Centre across').fill('nowhere')
  await form.getByLabel('Centre across').press('Enter')
  await expect(form.getByRole('alert')).toContainText('must be a number')
  await form.getByLabel('Centre across').fill('20')
  await form.getByLabel('Centre across').press('Enter')
  await expect(page.getByRole('region', { name: 'What to mend here' })).toContainText(
    'PS1 reaches beyond the edge of Plate',
  )
  await page.getByRole('button', { name: /^Undo/ }).click()
  await plate(page).getByRole('button', { name: /^F2 / }).click()
  await plate(page)
    .getByRole('button', { name: /^X0 / })
    .click({ modifiers: ['Shift'] })
  await page.getByRole('region', { name: 'Chosen parts' }).getByRole('button', { name: 'Upper edges' }).click()
  const tops = await Promise.all(
    ['F2', 'X0'].map(
      async (tag) =>
        (await plate(page)
          .getByRole('button', { name: new RegExp(`^${tag} `) })
          .locator('.body')
          .boundingBox())!.y,
    ),
  )
  expect(Math.abs(tops[0]! - tops[1]!)).toBeLessThan(1)
  const box = page.getByRole('region', { name: 'The box' })
  await box.getByLabel('Width inside').fill('-3')
  await box.getByLabel('Width inside').press('Enter')
  await expect(box.getByRole('alert')).toContainText('above 0')
})

test('a wall from both sides, a gland in it, and its drill sheet', async ({ page }) => {
  const id = await unlaid(page)
  await page.getByRole('radio', { name: 'Bottom wall' }).click()
  await page.getByRole('button', { name: 'Add a gland', exact: true }).click()
  const form = page.getByRole('region', { name: /^Gland 1 in its place$/ })
  await form.getByLabel('Centre across').fill('60')
  await form.getByLabel('Centre across').press('Enter')
  const table = page.getByRole('region', { name: 'Hole table' })
  await expect(table.getByRole('row', { name: /Gland 1/ })).toContainText('60.0')
  await expect(table.getByRole('row', { name: /Gland 1/ })).toContainText('⌀ 20.5 mm')
  // From inside the same hole is measured from the other end.
  await page.getByRole('radio', { name: /From inside/ }).click()
  await expect(table.getByRole('row', { name: /Gland 1/ })).toContainText('440.0')
  await expectAccessible(page)
  await page.getByRole('radio', { name: /From outside/ }).click()
  await saved(page)
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Table as CSV' }).click()
  const csv = readFileSync((await (await download).path())!, 'utf8')
  expect(csv).toContain('Gland 1,60,100,2.3622,3.937,⌀ 20.5 mm')
  for (const [format, begins] of [
    ['pdf', '%PDF'],
    ['dxf', '0\nSECTION'],
    ['svg', '<svg'],
  ] as const) {
    const reply = await page.request.get(
      `/api/plans/${id}/drill?enclosure=enclosure%3Amain&face=face%3Abottom&format=${format}`,
    )
    expect(reply.status()).toBe(200)
    expect((await reply.body()).toString('latin1').startsWith(begins)).toBe(true)
  }
  expect(
    (await page.request.get(`/api/plans/${id}/drill?enclosure=enclosure%3Amain&face=face%3Anone&format=pdf`)).status(),
  ).toBe(404)
  expect(
    (
      await page.request.get(`/api/plans/${id}/drill?enclosure=enclosure%3Amain&face=face%3Abottom&format=doc`)
    ).status(),
  ).toBe(422)
})

test('a box in the open: a drain is asked for, put in by the fix, and the day is drawn', async ({ page }) => {
  await unlaid(page)
  const box = page.getByRole('region', { name: 'The box' })
  await box.getByLabel('It stands in the open').check()
  const mend = page.getByRole('region', { name: 'What to mend here' })
  await expect(mend).toContainText('has no drain in its bottom')
  await mend.getByRole('button', { name: 'Put a drain in the bottom' }).click()
  await expect(page.getByText('has no drain in its bottom')).toBeHidden()
  await expect(page.getByRole('img', { name: /^Inside at most/ })).toBeVisible()
  await expectAccessible(page)
  await box.getByLabel('It stands in the open').uncheck()
  await expect(page.getByRole('img', { name: /^Inside at most/ })).toBeHidden()
})

test('modules plug onto their host; a wrong one is not offered, and jumpers beneath are named', async ({ page }) => {
  const id = await unlaid(page)
  const parts = [
    ['device:c1', 'C1', 'part:driver-carrier-3', 'Carrier'],
    ['device:d1', 'D1', 'part:driver-module', 'Driver module'],
  ] as const
  const commands = parts.map(([device, tag, part, name]) => ({
    type: 'addDevice',
    id: device,
    device: newDevice(part as never, tag, name),
    part: { id: part, part: CATALOGUE[part as never] },
  }))
  const reply = await page.request.post(`/api/plans/${id}/edits`, {
    data: { kind: 'edit', editId: 'modules-for-test', baseRevision: 1, label: 'Add a carrier', commands },
  })
  expect(reply.status()).toBe(200)
  await page.reload()
  await isWorkedOut(page)
  const panel = page.getByRole('region', { name: 'Plug-on modules' })
  await expect(panel).toContainText('Step jumpers, axis 2')
  await panel.getByLabel(/^Socket D2/).selectOption({ label: 'D1 Driver module' })
  await saved(page)
  await expect(panel.getByLabel(/^Socket D1/).getByRole('option')).toHaveText(['empty'])
  await page.reload()
  await isWorkedOut(page)
  await expect(panel.getByLabel(/^Socket D2/)).toHaveValue('device:d1')
})

test('a box is filled in and put in at once, its faces as large as it; what is wrong stands at its field', async ({
  page,
}) => {
  await unlaid(page)
  await page.getByRole('button', { name: 'Add a box' }).click()
  const dialog = page.getByRole('dialog', { name: 'Add a box' })
  await expect(dialog.getByLabel('Its name')).toBeVisible()
  await expectAccessible(page)
  await dialog.getByLabel('Its name').fill('Door station')
  await dialog.getByLabel('Width inside').fill('0')
  await dialog.getByLabel('Depth inside').fill('deep')
  await dialog.getByLabel('It is', { exact: true }).selectOption({ label: 'a rack shelf' })
  await dialog.getByRole('button', { name: 'Put it in' }).click()
  await expect(dialog.getByText('Width inside must be above 0')).toBeVisible()
  await expect(dialog.getByText('Depth inside must be a number')).toBeVisible()
  await dialog.getByLabel('Width inside').fill('430,5')
  await dialog.getByLabel('Height inside').fill('88')
  await dialog.getByLabel('Depth inside').fill('300')
  await dialog.getByLabel('Depth inside').press('Enter')
  await expect(dialog).toBeHidden()
  const faces = page.getByRole('radiogroup', { name: 'Face shown' })
  await expect(faces.getByRole('radio', { name: 'Shelf' })).toHaveAttribute('aria-checked', 'true')
  await faces.getByRole('radio', { name: 'Front panel' }).click()
  await expect(page.getByRole('group', { name: /^Front panel, 430.5 by 88 mm/ })).toBeVisible()
  await saved(page)
  // What may be unknown can be emptied again, and what is whole is said to be.
  const box = page.getByRole('region', { name: 'The box' })
  const wanted = box.getByLabel('Protection wanted')
  await wanted.fill('54.5')
  await wanted.press('Enter')
  await expect(box.getByText('must be a whole number')).toBeVisible()
  await wanted.fill('54')
  await wanted.press('Enter')
  await expect(wanted).toHaveValue('54')
  await wanted.fill('')
  await wanted.press('Enter')
  await expect(wanted).toHaveValue('')
  await saved(page)
})
