import { expect, test } from './shed'
import type { Page } from '@playwright/test'

const heading = (page: Page) => page.locator('.middle h2')
const yes = (page: Page) => page.locator('.answers .yes')
const jobs = (page: Page) => page.getByRole('region', { name: 'Jobs' })

/** Answers the step that stands there, whatever it asks for, and waits for the next. */
async function answer(page: Page) {
  const was = (await page.locator('.count').first().textContent())!
  const fill = async (label: string, text: string) => {
    const field = page.getByLabel(label)
    if (await field.count()) await field.first().fill(text)
  }
  await fill('Odometer', '23700')
  await fill('Came out', '2.5')
  await fill('Really went in', '2.2')
  await fill('What it was, grade and all', '10W-40, JASO MA2')
  for (const place of ['Measured', 'Cylinder 1', 'Cylinder 2']) await fill(place, '0.85')
  const level = page.getByText('At the upper mark', { exact: true })
  if (await level.count()) await level.click()
  await yes(page).click()
  await expect(page.locator('.count').first()).not.toHaveText(was)
}

const left = (page: Page, name: string) => page.getByRole('listitem', { name: new RegExp(`^${name}: `) }).locator('.left .figure')

test('three jobs are one run; a part left on the tray is caught; the shelf falls, and rises again on undo', async ({
  page,
  demo,
}) => {
  test.slow()
  await page.goto(`${demo.address}/shelf`)
  await expect(left(page, '10W-40, JASO MA2')).toHaveText('1.4 L')
  await expect(left(page, 'Causeway oil filter')).toHaveText('1 pc')

  await page.goto(await demo.pageOf('Causeway'))
  await jobs(page).getByRole('button', { name: 'join several' }).click()
  for (const job of ['Engine oil and filter', 'Spark plugs', 'Air filter'])
    await jobs(page)
      .getByRole('button', { name: new RegExp(`^${job}, `) })
      .click()
  await jobs(page).getByRole('button', { name: 'See 3 as one run' }).click()
  const plan = page.getByRole('dialog')
  await expect(plan.getByText('Tank off once')).toBeVisible()
  await expect(plan.getByText('for air filter, spark plugs').first()).toBeVisible()
  await plan.getByRole('button', { name: 'Start this run' }).click()

  await expect(heading(page)).toHaveText('Write down what the meter shows.')
  await expect(page.getByText('oil filter, on the shelf')).toBeVisible()
  let tanks = 0
  while ((await heading(page).textContent()) !== 'Put the seat back, tongue first, and pull at it.') {
    if ((await heading(page).textContent()) === 'Take the tank off, and lay it on something soft.') tanks++
    await answer(page)
  }
  expect(tanks, 'the tank comes off once').toBe(1)
  // The seat is forgotten; the engine is warmed and the oil changed all the same.
  await page.keyboard.press('s')
  await page.getByLabel('In your words').fill('later')
  await page.getByRole('button', { name: 'Skip it' }).click()
  await expect(heading(page)).not.toHaveText(/Put the seat back/)
  while ((await heading(page).textContent()) !== 'Read it, then sign it off.') await answer(page)

  await expect(page.getByText('From the shelf')).toBeVisible()
  await expect(page.getByText('Still on the tray: seat bolts, seat')).toBeVisible()
  await yes(page).click()
  await expect(page.getByText(/is missing: .*still on the tray/i).first()).toBeVisible()
  await page.getByLabel('Why does it stay off?').fill('at the upholsterer')
  await yes(page).click()
  await expect(page.getByText('Signed off.')).toBeVisible()
  const run = page.url()

  await page.goto(`${demo.address}/shelf`)
  await expect(left(page, '10W-40, JASO MA2')).toHaveText('0 L')
  await expect(left(page, 'Causeway oil filter')).toHaveText('0 pc')
  await page.goto(run)
  await page.getByRole('button', { name: 'Undo the finish' }).click()
  await expect(page.getByText('The finish is undone')).toBeVisible()
  await page.goto(`${demo.address}/shelf`)
  await expect(left(page, '10W-40, JASO MA2')).toHaveText('1.4 L')
  await expect(left(page, 'Causeway oil filter')).toHaveText('1 pc')
})

test('a job file of one’s own: wrong at a line, put right, kept, offered, and taken away', async ({ page, demo }) => {
  await page.goto(`${demo.address}/jobs/new`)
  const text = page.getByLabel('The job, as YAML')
  await expect(page.getByText('Can be used: 3 steps.')).toBeVisible()
  const good = (await text.inputValue()).replaceAll('my-job', 'shed-door').replace('My job', 'Oil the shed door')
  await text.fill(good.replace('kind: do', 'kind: dance'))
  await expect(page.getByText(/"dance" is none of/)).toBeVisible()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText(/^Line 15: kind: "dance"/)).toBeVisible()
  await expect(page.locator('.gutter .wrong')).toHaveText('15')
  // Nothing was kept.
  expect(await (await page.request.get(`${demo.address}/api/jobs/shed-door`)).status()).toBe(404)
  await text.fill(good)
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('Kept. It is offered on every bike that it fits.')).toBeVisible()
  await expect(page).toHaveURL(/\/jobs\/shed-door$/)

  await page.goto(await demo.pageOf('Barrow'))
  await jobs(page).getByText('Other', { exact: true }).click()
  await jobs(page)
    .getByRole('button', { name: /^Oil the shed door/ })
    .click()
  await expect(page.getByText('Oil the shed door').first()).toBeVisible()

  await page.goto(`${demo.address}/jobs/shed-door`)
  await page.getByRole('button', { name: 'Take it away' }).click()
  await expect(page.getByText('Taken away. Keep it again to have it back.')).toBeVisible()
  await page.goto(`${demo.address}/jobs`)
  await page.getByRole('textbox', { name: 'Find a job' }).fill('shed door')
  await expect(page.getByText('No job is called so.')).toBeVisible()
})

test('a leak watch reminds over a moved clock, is looked at on the drawing, and gives its verdict', async ({
  page,
  own: demo,
}) => {
  await page.goto(await demo.pageOf('Causeway'))
  await jobs(page).getByText('Standing, coming and going').click()
  await jobs(page)
    .getByRole('button', { name: /^Leak watch, / })
    .click()
  for (const step of ['wipe', 'levels', 'sheet']) await test.step(step, () => answer(page))
  await page.getByRole('button', { name: 'Start the watch' }).click()
  await expect(page.locator('.head .running')).toContainText('Two looks, standing')
  await expect(yes(page)).toBeDisabled()
  const run = page.url()

  await demo.restart('2026-04-18T15:00')
  await page.goto(run)
  await expect(page.locator('.head .running')).toHaveClass(/over/)
  await page.getByRole('button', { name: 'Drain plug', exact: true }).last().click()
  await page.getByText('One spot', { exact: true }).click()
  await page.getByRole('button', { name: 'Keep this look: 1 place' }).click()
  await expect(page.getByText('Still watching')).toBeVisible()
  await demo.restart('2026-04-18T23:00')
  await page.goto(run)
  await page.getByRole('button', { name: 'Drain plug', exact: true }).last().click()
  await page.getByText('Several', { exact: true }).click()
  await page.getByRole('button', { name: 'Keep this look: 1 place' }).click()
  await expect(page.getByText('Leaking: trace it and fix it')).toBeVisible()
  await expect(page.getByText('Drain plug: It came back, and more of it.')).toBeVisible()
  // It cannot be ticked off.
  await yes(page).click()
  await expect(page.getByText(/leaks: say that it is not sound/i).first()).toBeVisible()
})

test('the chain job is done on a phone', async ({ browser, demo }) => {
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 }, hasTouch: true })
  await phone.goto(await demo.pageOf('Causeway'))
  await jobs(phone)
    .getByRole('button', { name: /^Chain clean, / })
    .tap()
  while ((await heading(phone).textContent()) !== 'Read it, then sign it off.') {
    const was = (await phone.locator('.count').first().textContent())!
    const odometer = phone.getByLabel('Odometer')
    if (await odometer.count()) await odometer.fill('23700')
    for (const field of await phone.locator('.record .place input').all()) await field.fill('30')
    await yes(phone).tap()
    await expect(phone.locator('.count').first()).not.toHaveText(was)
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  }
  await yes(phone).tap()
  await expect(phone.getByText('Signed off.')).toBeVisible()
  // Its tray can be kept only where something came off; here nothing did.
  await phone.getByRole('button', { name: 'Keep its tray as a sheet' }).tap()
  await phone.getByRole('button', { name: 'Keep the sheet' }).tap()
  await expect(phone.getByText(/nothing came off/i)).toBeVisible()
  await phone.close()
})

test('the shelf: put on, bought, undone; and what was drained is handed in', async ({ page, demo }) => {
  await page.goto(`${demo.address}/shelf`)
  await expect(page.getByRole('region', { name: 'To buy' }).getByText('10W-40, JASO MA2', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Put something on it' }).click()
  await page.getByLabel('What it is, as the can or the box says').fill('copper-free paste')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('On the shelf. Say next how much of it came.')).toBeVisible()
  const row = page.getByRole('listitem', { name: /^copper-free paste: / })
  await row.getByRole('button', { name: 'Bought' }).click()
  await page.getByLabel('How much in each pack').fill('half a litre')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('Is not a number with a unit')).toBeVisible()
  await page.getByLabel('How much in each pack').fill('0.5')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(left(page, 'copper-free paste')).toHaveText('0.5 L')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(left(page, 'copper-free paste')).toHaveText('0 L')
  // A row of the list is tapped as bought, stands on the shelf, and is gone from the list.
  const buy = page.getByRole('region', { name: 'To buy' })
  await buy.getByRole('button', { name: 'Bought: 10W-40, JASO MA2' }).click()
  await expect(left(page, '10W-40, JASO MA2')).toHaveText('5.4 L')
  await expect(buy.getByText('10W-40, JASO MA2', { exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(left(page, '10W-40, JASO MA2')).toHaveText('1.4 L')
  const waste = page.getByRole('region', { name: 'To hand in' })
  const kinds = await waste.getByRole('listitem').count()
  await waste.getByRole('button', { name: 'Handed in' }).first().click()
  // Nobody's place is guessed: it is asked for, and a line without one is refused.
  const asked = page.getByRole('dialog')
  await asked.getByRole('button', { name: 'Handed in' }).click()
  await expect(asked.getByText('Is missing')).toBeVisible()
  await asked.getByLabel('Where').fill('the tip at the old quarry')
  await asked.getByRole('button', { name: 'Handed in' }).click()
  await expect(waste.getByRole('listitem')).toHaveCount(kinds - 1)
})

test('a level seen twice at the mark tells what the engine uses; a repair for now stands on the page', async ({ page, demo }) => {
  const causeway = await demo.pageOf('Causeway')
  await page.goto(`${causeway}/fluids`)
  await page.getByRole('region', { name: 'Engine oil' }).getByRole('button', { name: 'level seen' }).click()
  await page.getByLabel('Poured in, if anything').fill('1.9')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByRole('region', { name: 'Engine oil' }).getByText(/Too much: look at the level/)).toBeVisible()
  await page.goto(`${causeway}/parts`)
  await page.getByRole('button', { name: 'Something mended for now' }).click()
  await page.getByLabel('What was broken, and how it is mended').fill('Lever end, filed round')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Is missing: when will you look at it again?')).toBeVisible()
  await page.getByLabel('Look again on').fill('2026-06-01')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Lever end, filed round')).toBeVisible()
  await page.goto(causeway)
  await expect(page.getByRole('region', { name: 'Open findings' }).getByText('Lever end, filed round')).toBeVisible()
})

test('the tilt bench says when the dipper misses, and a pump is proven by its fall', async ({ page, demo }) => {
  await page.goto(`${demo.address}/sums`)
  const tilt = page.getByRole('region', { name: 'Tilt bench, splash engines' })
  await expect(tilt.getByText('The dipper meets the oil', { exact: true })).toBeVisible()
  await tilt.getByLabel('Crank, from rear wall').fill('126')
  await tilt.getByLabel('By', { exact: true }).fill('30')
  await expect(tilt.getByText('The dipper misses the oil', { exact: true })).toBeVisible()
  await tilt.getByLabel('Oil in it').fill('9 L')
  await expect(tilt.getByText(/more than the box holds/)).toBeVisible()
  const pump = page.getByRole('region', { name: 'Oil pump, proven by fall' })
  await expect(pump.getByText('Proven', { exact: true })).toBeVisible()
  await pump.getByLabel('Oil gone').fill('0 ml')
  await expect(pump.getByText('Not proven: too little oil')).toBeVisible()
})

test('a bike that stood is woken: what was plugged keeps it shut until it is out, and the list ends empty', async ({
  page,
  demo,
}) => {
  test.slow()
  await page.goto(await demo.pageOf('Fathom'))
  await expect(page.getByRole('region', { name: 'Gates' })).toContainText(
    'In place for now: a foam plug in the end of the exhaust',
  )
  await jobs(page).getByText('Standing, coming and going').click()
  await jobs(page)
    .getByRole('button', { name: /^Recommissioning, / })
    .click()
  await expect(page.getByText(/It last ran (between|on or before) /)).toBeVisible()
  await expect(page.getByRole('radio', { name: /Longer, or nobody knows/ })).toBeChecked()
  while ((await heading(page).textContent()) !== 'See that nothing on the undo list keeps it from being cranked.') {
    if (/bag, band and wool out of every end/.test((await heading(page).textContent())!)) {
      await page.keyboard.press('s')
      await page.getByLabel('In your words').fill('called in')
      await page.getByRole('button', { name: 'Skip it' }).click()
      await expect(heading(page)).not.toHaveText(/bag, band and wool/)
    } else await answer(page)
  }
  // The rag was taken out in its step, the plug was not.
  const standing = page.locator('.standing')
  await expect(standing.getByRole('listitem')).toHaveCount(1)
  await yes(page).click()
  await expect(page.getByText(/Step does not pass yet.*a foam plug/)).toBeVisible()
  await standing.getByRole('button', { name: 'Taken away' }).click()
  await expect(page.getByText('Nothing stands on the undo list.')).toBeVisible()
  await yes(page).click()
  await expect(heading(page)).not.toHaveText(/keeps it from being cranked/)
})

test('fuel is noted with the oil that belongs in it, asked about when there is too much of it, and undone', async ({
  page,
  demo,
}) => {
  await page.goto(await demo.pageOf('Heron'))
  await page.getByRole('button', { name: 'Fuel', exact: true }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('The oil pump is not proven.')).toBeVisible()
  const volume = dialog.getByLabel('How much went in, in any unit')
  await expect(volume).toBeFocused()
  await volume.fill('74')
  await dialog.getByRole('button', { name: 'Write it down' }).click()
  await expect(dialog.getByText(/more than its tank holds/)).toBeVisible()
  await volume.fill('7.4')
  await expect(dialog.getByText('148 ml')).toBeVisible()
  await dialog.getByLabel('Oil that you mixed in').fill('150')
  await dialog.getByRole('button', { name: 'Write it down' }).click()
  const book = page.getByRole('region', { name: 'Book' })
  await expect(book.getByRole('listitem').first()).toContainText('Fuel 7.4 L, 0.15 L of oil')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(book.getByRole('listitem').first()).toContainText('struck: undone at once')
})
