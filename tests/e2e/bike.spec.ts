import { dash, expect, item, test, unfold } from './shed'

test('the Causeway shows meters, reservoirs and each item as a dipstick with its because', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await expect(page.getByText('On the dash, 14 Apr')).toBeVisible()
  await expect(dash(page)).toHaveText('23,588mi')
  await expect(page.getByText('Today, estimated')).toBeVisible()
  const oil = item(page, 'Engine oil', 'Change')
  await expect(oil.getByText('6,000 mi or 12 months')).toBeVisible()
  await expect(oil.getByRole('img', { name: /Engine oil, change: coming up, \d+ mi left, estimated/ })).toBeVisible()
  await oil.getByRole('button').first().click()
  await expect(oil.getByText(/Last done .* at 18,000 mi, done here/)).toBeVisible()
  await expect(oil.getByText(/Limit 6,000 mi: house value/)).toBeVisible()
  await expect(oil.getByText(/You do \d+ mi a week/)).toBeVisible()
  await unfold(page, 'Engine')
  const valves = item(page, 'Valve clearances', 'Measure, and set')
  await expect(valves.getByText('? no history')).toBeVisible()
  await expect(valves.getByText("seller's word only")).toBeVisible()
  const reservoirs = page.getByRole('region', { name: 'Reservoirs' })
  await expect(reservoirs.getByText('Engine oil', { exact: true })).toBeVisible()
  await expect(reservoirs.getByText(/Rear brake: what is in it is not known/)).toBeAttached()
})

test('a bike counted in hours governs by hours', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Heron'))
  const filter = item(page, 'Air filter', 'Clean and oil')
  await filter.getByRole('button').first().click()
  await expect(filter.getByText(/Shortened by hard use: grit x 0.5, house value/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Open findings' }).getByText('Oil pump refitted, not proven')).toBeVisible()
  await page.goto(await demo.pageOf('Scree'))
  await expect(page.getByText(/may not be cranked/).first()).toBeVisible()
  await expect(page.getByText('Engine oil and filter is half done.')).toBeVisible()
})

test('a zone of the drawing filters the page', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await page.getByRole('button', { name: /^Chassis/ }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Only chassis.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Engine', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'Show the whole bike' }).click()
  await expect(page.getByRole('heading', { name: 'Engine', exact: true })).toBeVisible()
})

test('what the owner knows of the past ends the unknown, and can be undone at once', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await unfold(page, 'Engine')
  const valves = item(page, 'Valve clearances', 'Measure, and set')
  await valves.getByRole('button').first().click()
  await valves.getByRole('button', { name: 'I know when it was done' }).click()
  await page.getByLabel('Done on').fill('2025-09-18')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(valves.getByText('? no history')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(valves.getByText('? no history')).toBeVisible()
})

test('changing the profile changes what there is to do and loses no record', async ({ page, demo }) => {
  const causeway = await demo.pageOf('Causeway')
  await page.goto(`${causeway}/profile`)
  await page.locator('summary', { hasText: 'Cooling' }).click()
  await page.getByLabel('Cooled by', { exact: true }).click({ force: true })
  await page.getByRole('option', { name: 'Air' }).click()
  await expect(page.getByLabel('Fan', { exact: true })).toHaveCount(0)
  await page.locator('summary', { hasText: /^Oil/ }).click()
  await page.getByLabel('Fill after drain and filter').fill('2.75 qt')
  await page.getByRole('button', { name: 'Keep the profile' }).click()
  await expect(page.getByRole('heading', { name: 'Causeway', exact: true })).toBeVisible()
  await expect(page.getByText('Coolant', { exact: true })).toHaveCount(0)
  await page.goto(`${demo.address}/book?text=glycol`)
  await expect(page.getByText('ethylene glycol').first()).toBeVisible()
})

test('two who edit the same profile are both told', async ({ page, context, demo }) => {
  const causeway = await demo.pageOf('Causeway')
  await page.goto(`${causeway}/profile`)
  const other = await context.newPage()
  await other.goto(`${causeway}/profile`)
  await other.locator('summary', { hasText: 'Papers and part numbers' }).click()
  await other.getByLabel('Registration').fill('FT 1')
  await other.getByRole('button', { name: 'Keep the profile' }).click()
  await expect(other.getByRole('heading', { name: 'Causeway', exact: true })).toBeVisible()
  await page.locator('summary', { hasText: 'Papers and part numbers' }).click()
  await page.getByLabel('Registration').fill('FT 2')
  await page.getByRole('button', { name: 'Keep the profile' }).click()
  await expect(page.getByText('changed on another device')).toBeVisible()
  await page.getByRole('button', { name: 'Keep mine instead' }).click()
  await page.getByRole('button', { name: 'Keep the profile' }).click()
  await expect(page.getByRole('heading', { name: 'Causeway', exact: true })).toBeVisible()
})

test('twenty-one lines of what one knows take under sixty keys beside the figures, and are taken back together', async ({
  page,
  demo,
}) => {
  await page.goto(await demo.pageOf('Fathom'))
  const unknown = page.getByRole('link', { name: /\d+ unknown/ })
  const before = (await unknown.textContent())!
  await unknown.click()
  const first = page.locator('input[data-column="when"]').first()
  await first.focus()
  let keys = 0
  let lines = 0
  for (; lines < 21; lines++) {
    // The figures themselves are not counted.
    await page.keyboard.insertText(lines % 7 === 6 ? 'never' : `${2004 + (lines % 3)}`)
    await page.keyboard.press('Enter')
    keys += 1
  }
  await expect(page.getByRole('button', { name: 'Keep 21 lines' })).toBeVisible()
  await page.getByRole('button', { name: 'Keep 21 lines' }).focus()
  await page.keyboard.press('Enter')
  keys += 2
  expect(keys).toBeLessThan(60)
  await expect(page.getByText('21 lines of what you know are in the book.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Fathom', exact: true })).toBeVisible()
  await expect(unknown).not.toHaveText(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(unknown).toHaveText(before)
})

test('what cannot be on the sheet is said under its line, and nothing is written', async ({ page, demo }) => {
  await page.goto(`${await demo.pageOf('Causeway')}/history`)
  const when = page.locator('input[data-column="when"]')
  await when.nth(0).fill('3/5/2024')
  await when.nth(1).fill('2031')
  await page.getByRole('button', { name: 'Keep 2 lines' }).click()
  await expect(page.getByText('Could be two days: write 2024-05-03 or 2024-03-05', { exact: true })).toBeVisible()
  await expect(page.getByText('Lies in the future', { exact: true })).toBeVisible()
})

test('a figure is looked up on the card, and a missing one is entered with its page', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await page.getByRole('link', { name: 'Figures' }).click()
  await expect(page.getByText('0.13 to 0.20 mm')).toBeVisible()
  await page.getByRole('textbox', { name: 'Look for' }).fill('front axle')
  await page.getByRole('button', { name: 'Front axle, torque: change' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('What it should be').fill('48 lb-ft')
  await dialog.getByLabel('Page, if you like').fill('p. 6-2')
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('65.1 N m')).toBeVisible()
  await expect(page.getByText("maker's manual (p. 6-2)")).toBeVisible()
})
