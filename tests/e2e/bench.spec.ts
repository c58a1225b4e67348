import { expect, item, unfold, test } from './shed'
import type { Page } from '@playwright/test'

const heading = (page: Page) => page.locator('.middle h2')
const yes = (page: Page) => page.locator('.answers .yes')

/** Answers a step and waits until the next one stands there. */
async function done(page: Page) {
  const was = await heading(page).textContent()
  await yes(page).click()
  await expect(heading(page)).not.toHaveText(was!)
}

test('an oil change is run step by step, left, taken up in another browser after a restart, and finished', async ({
  page,
  browser,
  alone: demo,
}) => {
  const causeway = await demo.pageOf('Causeway')
  await page.goto(causeway)
  const due = item(page, 'Engine oil', 'Change').getByText(/^likely/)
  const before = await due.textContent()
  await page.getByRole('button', { name: /^Engine oil and filter, 47 min/ }).click()

  await expect(heading(page)).toHaveText('Write down what the meter shows.')
  await expect(page.getByText('Have ready for the whole job')).toBeVisible()
  await page.getByLabel('Odometer').fill('23660')
  await done(page)
  await done(page) // warm
  await expect(heading(page)).toHaveText('Choose whether the filter is changed this time.')
  await done(page) // a new one
  await expect(page.getByText('Exhaust kills indoors.')).toBeVisible()
  await page.keyboard.press('t')
  await expect(page.locator('.timer')).toHaveText(/0[45]:\d\d/)
  const run = page.url()
  await page.getByRole('link', { name: 'Leave it for now' }).click()
  await expect(page.getByText('Engine oil and filter is half done.')).toBeVisible()

  await demo.restart('2026-04-18T10:24')
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } })
  await phone.goto(run)
  await expect(phone.locator('.timer')).toHaveText(/0[0-4]:\d\d/)
  await done(phone) // warmed
  await done(phone) // level and upright
  for (const step of ['Bodywork', 'Tray', 'Filler cap', 'Plug', 'drip', 'magnet', 'filter'])
    await test.step(step, () => done(phone))
  await expect(heading(phone)).toHaveText('Measure what came out, and read it.')
  await phone.getByLabel('Came out').fill('2.1')
  await phone.getByText('Dark', { exact: true }).click()
  await phone.getByText('Fine grey paste', { exact: true }).click()
  await done(phone)
  await expect(phone.getByRole('button', { name: 'Tray, 5' })).toBeVisible()
  await phone.close()

  await page.goto(run)
  await expect(page.getByText('Only 2.1 L of 2.6 L came out').first()).toBeVisible()
  await done(page) // seat wiped
  // The new filter: something is wrong with the old seat, seen without leaving the run.
  await page.keyboard.press('f')
  await page.getByLabel('What is wrong?').fill('Scratch on the seat')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await done(page)
  await expect(page.getByText('30 N m')).toBeVisible()
  await expect(page.getByText("maker's manual (p. 2-12)")).toBeVisible()
  await done(page)
  // Skipped, with its reason.
  await page.keyboard.press('s')
  await page.getByLabel('In your words').fill('it is dry')
  await page.getByRole('button', { name: 'Skip it' }).click()
  await expect(heading(page)).toHaveText(/Pour in about 85%/)
  await expect(page.getByText('2.21 L')).toBeVisible()
  await page.getByLabel('Really went in').fill('2.2')
  await done(page)
  // A hold point: below the mark is refused in words.
  await page.getByText('Below the mark', { exact: true }).click()
  await yes(page).click()
  await expect(page.getByText(/below the mark: pour a little/i).first()).toBeVisible()
  await page.getByText('Between the marks', { exact: true }).click()
  await page.getByLabel('Added to get it there').fill('250 ml')
  await done(page)
  await done(page) // cap on
  await done(page) // turned over
  await done(page) // light out
  await done(page) // ran
  await done(page) // no leaks
  await done(page) // settled
  await page.getByText('At the upper mark', { exact: true }).click()
  await done(page)
  await done(page) // bodywork on
  // The bike is asked for as the last sheet opens, and answered only when all is signed off: it tells of the time before.
  let answerIt = () => {}
  const signedOff = new Promise<void>((over) => (answerIt = over))
  const asked = /\/api\/bikes\/[^/]+$/
  await page.route(
    asked,
    async (route) => {
      const response = await route.fetch()
      await signedOff
      await route.fulfill({ response })
    },
    { times: 1 },
  )
  await done(page) // old oil
  await expect(heading(page)).toHaveText('Read it, then sign it off.')
  await expect(page.getByText('This will stand in the book')).toBeVisible()
  await page.getByLabel('How much').first().fill('38,00')
  await page.getByLabel('Anything for next time').fill('order washers')
  await yes(page).click()
  await expect(page.getByText('Signed off.')).toBeVisible()
  const late = page.waitForResponse(asked)
  answerIt()
  await late

  await page.getByRole('link', { name: 'To the bike' }).click()
  // Done, it leaves the head of the page for its part.
  await unfold(page, 'Engine')
  await expect(due).not.toHaveText(before!)
  await expect(page.getByRole('region', { name: 'Open findings' }).getByText('Scratch on the seat')).toBeVisible()
  await page.getByRole('link', { name: 'all of it' }).click()
  const book = page.getByRole('main')
  await book
    .getByText(/lines that it wrote/)
    .first()
    .click()
  for (const line of ['2.1 L', '2.2 L', '0.25 L', 'oil filter', 'Scratch on the seat', '€38.00', 'it is dry', 'order washers'])
    await expect(book.getByText(line).first(), line).toBeVisible()
})

/** What is kept for readers alone may not make the page longer than the window: the bar would scroll away. */
const pageFitsItsWindow = (page: Page) =>
  expect.poll(() => page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)).toBeLessThanOrEqual(0)

test('the bench is worked by keys alone', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await page.getByRole('button', { name: /^Engine oil and filter, 47 min/ }).focus()
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText('Write down what the meter shows.')
  await expect(page.getByLabel('Odometer')).toBeFocused()
  await pageFitsItsWindow(page)
  await page.keyboard.type('23660')
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText('Choose how the old oil comes out.')
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText('Choose whether the filter is changed this time.')
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText('Run the engine until the cases are warm to the hand.')
  await page.keyboard.press('ArrowRight')
  await expect(heading(page)).toHaveText(/Stand the bike level/)
  await expect(yes(page)).toBeDisabled()
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText(/Stand the bike level/)
  await page.keyboard.press('x')
  await expect(page.getByLabel('What is wrong?')).toBeFocused()
  await page.keyboard.type('Floor slopes')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByRole('navigation', { name: 'Order of steps' }).getByText('not-sound')).toBeAttached()
})

test('two devices on one job do not overwrite each other', async ({ page, context, demo }) => {
  await page.goto(await demo.pageOf('Scree'))
  await page.getByRole('link', { name: 'Go on with it' }).click()
  await expect(heading(page)).toHaveText(/Wipe the seat/)
  // This page no longer hears of what others do.
  await page.route('**/api/runs/*', (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()))
  const other = await context.newPage()
  await other.goto(page.url())
  await done(other)
  await yes(page).click()
  await expect(page.getByText('changed on another device')).toBeVisible()
  await expect(heading(page)).toHaveText(/Fit the new filter/)
})

test('a part left on the tray is caught at the sign-off', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Scree'))
  await page.getByRole('link', { name: 'Go on with it' }).click()
  await page.getByRole('button', { name: 'Something else came off' }).click()
  await page.getByLabel('What came off').fill('shift lever')
  await page.getByRole('button', { name: 'On the tray' }).click()
  await expect(page.getByText('shift lever')).toBeVisible()
  while ((await heading(page).textContent()) !== 'Read it, then sign it off.') {
    if (await page.getByLabel('Really went in').isVisible()) await page.getByLabel('Really went in').fill('0.8')
    if (await page.getByText('At the upper mark', { exact: true }).isVisible())
      await page.getByText('At the upper mark', { exact: true }).click()
    await done(page)
  }
  await yes(page).click()
  await expect(page.getByText(/shift lever still on the tray/).first()).toBeVisible()
  await page.getByLabel('Why does it stay off?').fill('bent, new one on its way')
  await yes(page).click()
  await expect(page.getByText('Signed off.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo the finish' }).click()
  await expect(heading(page)).toHaveText('Read it, then sign it off.')
})

test('what a job leaves for now stands on the bike until its counterpart is ticked', async ({ page, own: demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await page.getByRole('region', { name: 'Jobs' }).getByText('Fuel and air').click()
  await page.getByRole('button', { name: /^Air filter, 48 min/ }).click()
  await page.getByLabel('Odometer').fill('23660')
  await done(page)
  await page.getByText('Foam, oiled', { exact: true }).click()
  await done(page) // foam
  for (const step of ['seat off', 'fuel shut', 'tank off']) await test.step(step, () => done(page))
  await done(page) // clean round it
  await done(page) // open
  await expect(page.getByText('On the undo list until it is taken away: a clean rag in the intake.')).toBeVisible()
  await done(page)
  const run = page.url()
  await page.getByRole('link', { name: 'Leave it for now' }).click()
  const list = page.getByRole('region', { name: 'Only for now' })
  await expect(list).toContainText('In place: a clean rag in the intake')
  await expect(list.getByRole('link', { name: 'in the job' })).toBeVisible()

  await demo.restart()
  await page.goto(run)
  for (const step of ['no dust', 'washed', 'dry', 'whole', 'oiled', 'box']) await test.step(step, () => done(page))
  await expect(page.getByText('Off the undo list: the rag in the intake.')).toBeVisible()
  await done(page)
  await page.getByRole('link', { name: 'Leave it for now' }).click()
  await expect(page.getByText('Air filter is half done.')).toBeVisible()
  await expect(list).toHaveCount(0)
})

test('what lies on the tray is marked, and the job is set aside for good with a reason', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  const jobs = page.getByRole('region', { name: 'Jobs' })
  await jobs.getByRole('button', { name: /^Spark plugs, / }).click()
  const tray = page.getByRole('complementary', { name: 'Tray' })
  for (const step of ['Write down the meter', 'Engine cold', 'Seat off']) {
    await expect(page.getByRole('button', { name: step }).first()).toHaveAttribute('aria-current', 'step')
    if (step === 'Write down the meter') await page.getByLabel('Odometer').fill('23700')
    await page.locator('.answers .yes').click()
  }
  await tray.getByRole('button', { name: 'Mark it: seat bolts' }).click()
  await page.getByLabel('How it sat: order, marks, which way').fill('the long one on the left')
  // Enter keeps the mark, and does not answer the step behind it.
  await page.keyboard.press('Enter')
  await expect(tray.getByText('the long one on the left')).toBeVisible()
  await expect(tray.getByText('fuel tank', { exact: true })).toHaveCount(0)

  await page.getByRole('button', { name: 'Set it aside' }).click()
  await page.getByLabel('In your words').fill('the plugs are not here yet')
  await page.getByRole('dialog').getByRole('button', { name: 'Set it aside' }).click()
  await expect(page.getByRole('heading', { name: 'Causeway', exact: true })).toBeVisible()
  await expect(page.getByText('Spark plugs was set aside: the plugs are not here yet').first()).toBeVisible()
})

test('what is said against a step does not go over to the next one when another device has moved on', async ({
  page,
  demo,
  context,
}) => {
  await page.goto(await demo.pageOf('Scree'))
  await page.getByRole('link', { name: 'Go on with it' }).click()
  const step = page.locator('.middle h2')
  await expect(step).toContainText('Wipe the seat')
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(other.locator('.middle h2')).toContainText('Wipe the seat')
  const skip = async (tab: typeof page) => {
    await tab.getByRole('button', { name: /^Skip/ }).first().click()
    await tab.getByRole('button', { name: 'Done a short while ago' }).click()
    await tab.getByRole('button', { name: 'Skip it' }).click()
  }
  await skip(page)
  await expect(step).toContainText('Fit the new filter')
  await skip(other)
  // It says why, once, at the step that stands now, and asks nothing of that step.
  await expect(other.locator('.middle h2')).toContainText('Fit the new filter')
  await expect(other.getByRole('button', { name: 'Skip it' })).toHaveCount(0)
  await expect(other.getByRole('alert')).toHaveText(/changed on another device/)

  // What is being told of a step stays with it: the job goes on behind the sheet.
  await other.keyboard.press('n')
  await other.getByLabel('In your words').fill('the old gasket was doubled')
  await done(page)
  await expect(step).toContainText('Put the plug back')
  await expect(other.locator('.middle h2')).toContainText('Put the plug back')
  await expect(other.getByRole('dialog')).toContainText('Note: New filter on')
  await other.getByRole('button', { name: 'Keep the note' }).click()
  await expect(other.getByRole('dialog')).toHaveCount(0)
  await expect(other.getByText('the old gasket was doubled')).toHaveCount(0)
  await other.keyboard.press('ArrowLeft')
  await expect(other.getByText('the old gasket was doubled')).toBeVisible()
})
