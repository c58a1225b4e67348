import { dash, expect, openReading, test } from './shed'

test('a reading goes in from the keyboard alone, in another unit, and comes out again', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await expect(dash(page)).toHaveText('23,588mi')
  await openReading(page)
  await page.keyboard.type('38000 km')
  await expect(page.getByText('Understood: 38,000 km, that is 23,612 mi.')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(dash(page)).toHaveText('23,612mi')
  await expect(page.getByText('On the dash, 18 Apr')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('On the dash, 14 Apr')).toBeVisible()
})

test('a key that comes before the bikes is not lost', async ({ page, demo }) => {
  let answerIt = () => {}
  const pressed = new Promise<void>((done) => (answerIt = done))
  await page.route('**/api/shed', async (route) => (await pressed, await route.continue()), { times: 1 })
  await page.goto(await demo.pageOf('Causeway'))
  await expect(dash(page)).toBeVisible()
  await page.keyboard.press('/')
  answerIt()
  await expect(page.getByRole('textbox', { name: /^Reading/ })).toBeFocused()
})

test('a backward reading is refused in words and offers what may have happened', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await openReading(page)
  await page.keyboard.type('120')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/lower than the 23,588 mi of 14 April 2026. A meter does not run backwards/i)).toBeVisible()
  await page.getByRole('button', { name: 'The dash was swapped' }).click()
  await expect(page.getByText('In its life')).toBeVisible()
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('nothing typed is lost while the server is away', async ({ page, alone: demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await openReading(page)
  await page.keyboard.type('23700')
  await demo.stop()
  await page.keyboard.press('Enter')
  await expect(page.getByText('does not answer')).toBeVisible()
  await demo.start()
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Causeway: 23,700 mi written down.')).toBeVisible()
})

test('a page or a sheet that cannot be fetched is told of, and comes when the server does', async ({ page, own: demo }) => {
  await page.goto(demo.address)
  await page.getByRole('link', { name: 'Viewings' }).waitFor()
  // Before the sheet is fetched by itself.
  await demo.stop()
  await page.getByRole('link', { name: 'Sums', exact: true }).click()
  const told = page
    .getByRole('status')
    .filter({ hasText: 'The page "Sums" could not be fetched: the shed server does not answer.' })
  await expect(told).toBeVisible()
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(told).toBeVisible()
  await page.waitForTimeout(500)
  await expect(page.locator('.notices p')).toHaveCount(1)
  await page.getByRole('button', { name: /Note a reading/ }).click()
  await expect(page.getByText('The sheet for a reading could not be fetched: the shed server does not answer.')).toBeVisible()
  await expect(told).toHaveCount(0)
  await page.getByRole('button', { name: 'Wave it off' }).click()
  await expect(page.locator('.notices p')).toHaveCount(0)
  await page.getByRole('button', { name: /Note a reading/ }).click()
  await demo.start()
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('dialog').getByRole('textbox').first()).toBeFocused()
  expect(await page.getByRole('dialog').evaluate((sheet) => getComputedStyle(sheet.firstElementChild!).position)).not.toBe(
    'static',
  )
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Sums', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Sums', exact: true })).toBeVisible()
  await expect(page.getByText('could not be fetched')).toHaveCount(0)
})

test('a page that a newer server calls otherwise comes with the whole page', async ({ page, demo }) => {
  await page.goto(demo.address)
  await page.route('**/assets/ShelfPage-*.js', (route) => route.fulfill({ status: 404 }), { times: 1 })
  await page.getByRole('link', { name: 'Shelf', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Shelf', exact: true })).toBeVisible()
  await expect(page).toHaveURL(/\/shelf$/)
})
