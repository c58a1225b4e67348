import { expect, test } from './shed'
import { expectFree, heading, tabTo } from './hands'
import type { Page } from '@playwright/test'

const focused = (page: Page) => page.evaluate(() => document.activeElement?.textContent?.trim() ?? '')

test('a figure is corrected by the keyboard alone, and everything follows it', async ({ page, demo }) => {
  await page.goto(`${demo.address}/book?bike=${(await demo.pageOf('Causeway')).split('/').pop()}&kind=reading`)
  const correct = page.getByRole('button', { name: /^Correct: / }).first()
  await tabTo(page, correct, 200)
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog')
  const reading = dialog.getByRole('textbox', { name: /^Reading/ })
  await expect(reading).toBeFocused()
  const was = await reading.inputValue()
  await page.keyboard.press('Control+A')
  await page.keyboard.type(was.replace(/(\d+)/, (figure) => String(Number(figure) + 3)))
  await tabTo(page, dialog.getByLabel('Why', { exact: false }).last())
  await page.keyboard.type('misread by three')
  await page.keyboard.press('Enter')
  await expect(dialog).toHaveCount(0)
  await expect(page.getByText('misread by three').first()).toBeVisible()
  // Nobody falls off the page when a sheet closes.
  expect(await page.evaluate(() => document.activeElement !== document.body)).toBe(true)
})

test('ten points of a viewing take under sixty keys', async ({ page, demo }) => {
  const viewings = (await (await fetch(`${demo.address}/api/viewings`)).json()) as { id: string; status: string }[]
  const { id } = viewings.find((one) => one.status === 'open')!
  await page.goto(`${demo.address}/viewings/${id}`)
  const title = page.locator('.point h2')
  await expect(title).toBeVisible()
  const answered = async () =>
    (
      (await (await fetch(`${demo.address}/api/viewings/${id}`)).json()) as {
        stages: { points: { grade: string | null }[] }[]
      }
    ).stages.flatMap((stage) => stage.points.filter((point) => point.grade)).length
  const before = await answered()
  let keys = 0
  const press = async (key: string) => {
    keys++
    await page.keyboard.press(key)
  }
  // The first is on screen already; from any other on, Enter goes there.
  for (let point = 0; point < 10; point++) {
    if (point > 0 || (await page.locator('.grades .chosen').count())) {
      const was = await title.textContent()
      await press('Enter')
      await expect(title).not.toHaveText(was!)
      await expect(title).toBeFocused()
    }
    await press('1')
    await expect(page.locator('.grades .chosen')).toHaveCount(1)
  }
  expect(keys).toBeLessThan(60)
  expect(await answered()).toBe(before + 10)
  // Arrows go along the grades, and give none by themselves.
  const chosen = await page.locator('.grades .chosen').textContent()
  await page.locator('.grades .chosen').focus()
  await page.keyboard.press('ArrowRight')
  expect(await focused(page)).not.toBe(chosen?.trim())
  await expect(page.locator('.grades .chosen')).toHaveText(chosen!)
})

test('the focus goes into a sheet and back to what opened it, and a new page or step is read from its heading', async ({
  page,
  demo,
}) => {
  await page.goto(await demo.pageOf('Causeway'))
  for (const opener of ['Ride', 'Fuel', 'Reading', 'Fault', 'Note', 'Cost', "Shop's work"]) {
    const button = page.getByRole('button', { name: opener, exact: true })
    await button.focus()
    await page.keyboard.press('Enter')
    const dialog = page.getByRole('dialog')
    await expect(dialog).toBeVisible()
    await expect.poll(() => dialog.evaluate((one) => one.contains(document.activeElement)), { message: opener }).toBe(true)
    await page.keyboard.press('Escape')
    await expect(dialog).toHaveCount(0)
    await expect(button, opener).toBeFocused()
  }
  await page.getByRole('link', { name: 'Book', exact: true }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Book' })).toBeFocused()
  await page.goto(await demo.pageOf('Scree'))
  await page.getByRole('link', { name: 'Go on with it' }).click()
  await expect(heading(page)).toHaveText(/Wipe the seat/)
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText(/Fit the new filter/)
  await expect(heading(page)).toBeFocused()
})

test('what was typed outlives a reload and a tap beside the sheet, until it is written or left', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  const dialog = page.getByRole('dialog')
  const open = () => page.getByRole('button', { name: 'Ride', exact: true }).click()
  await open()
  await expect(dialog.locator('input').first()).toBeFocused()
  await dialog.getByLabel('Where, on what ground').fill('over the moor, in rain')
  await dialog.getByRole('button', { name: 'Wet' }).click()
  await page.reload()
  await open()
  await expect(dialog.getByText('What you had typed is back.')).toBeVisible()
  await expect(dialog.getByLabel('Where, on what ground')).toHaveValue('over the moor, in rain')
  await expect(dialog.getByRole('button', { name: 'Wet' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
  await open()
  await expect(dialog.getByLabel('Where, on what ground')).toHaveValue('over the moor, in rain')
  await dialog.getByRole('button', { name: 'Leave it' }).click()
  await expect(dialog).toHaveCount(0)
  await open()
  await expect(dialog.getByLabel('Where, on what ground')).toHaveValue('')
  await dialog.getByLabel('How far, in any unit').fill('12')
  await dialog.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('ride written down')).toBeVisible()
  await page.reload()
  await open()
  await expect(dialog.getByText('What you had typed is back.')).toHaveCount(0)
})

test('settings and the advert are not overwritten by another tab, nor while one types', async ({ page, context, demo }) => {
  const other = await context.newPage()
  await page.goto(`${demo.address}/settings`)
  await other.goto(`${demo.address}/settings`)
  await page.getByLabel('Currency, three letters').fill('EUR')
  await expect(other.getByLabel('Currency, three letters')).toBeVisible()
  await page.getByRole('button', { name: 'Keep the settings' }).click()
  await expect(page.getByText('Settings kept.')).toBeVisible()
  await other.getByLabel('Currency, three letters').fill('GBP')
  await other.getByRole('button', { name: 'Keep the settings' }).click()
  await expect(other.getByRole('button', { name: 'Take the newer version' })).toBeVisible()
  await other.getByRole('button', { name: 'Keep mine instead' }).click()
  await other.getByRole('button', { name: 'Keep the settings' }).click()
  await expect(other.getByText('Settings kept.')).toBeVisible()
  expect(((await (await fetch(`${demo.address}/api/settings`)).json()) as { currency: string }).currency).toBe('GBP')

  const viewings = (await (await fetch(`${demo.address}/api/viewings`)).json()) as { id: string; status: string }[]
  const { id } = viewings.find((one) => one.status === 'open')!
  for (const tab of [page, other]) await tab.goto(`${demo.address}/viewings/${id}/details`)
  await other.getByLabel('Where it stands').fill('behind the barn')
  await page.getByLabel('Where it stands').fill('in the byre')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page).toHaveURL(/money/)
  await other.bringToFront()
  await expect(other.getByLabel('Where it stands')).toHaveValue('behind the barn')
  await other.getByRole('button', { name: 'Keep it' }).click()
  await other.getByRole('button', { name: 'Keep mine instead' }).click()
  await other.getByRole('button', { name: 'Keep it' }).click()
  await expect(other).toHaveURL(/money/)
})

for (const [width, height] of [
  [1280, 800],
  [1024, 700],
  [390, 844],
] as const)
  test(`nothing lies over what is tapped in a sheet at ${width} x ${height}`, async ({ page, demo }) => {
    await page.setViewportSize({ width, height })
    await page.goto(await demo.pageOf('Causeway'))
    for (const opener of ['Ride', 'Fuel', 'Reading', 'Fault', 'Note', 'Cost', "Shop's work"]) {
      await page.getByRole('button', { name: opener, exact: true }).click()
      const dialog = page.getByRole('dialog')
      await expect(dialog).toBeVisible()
      await page.waitForTimeout(400)
      let met = 0
      for (const button of await dialog.locator('button, label:has(> input[type=radio])').all()) {
        if (!(await button.isVisible())) continue
        await button.scrollIntoViewIfNeeded()
        await expectFree(button, `${opener}: ${await button.textContent()}`)
        met++
      }
      expect(met, opener).toBeGreaterThan(1)
      await dialog.getByRole('button', { name: 'Leave it' }).click()
      await expect(dialog).toHaveCount(0)
    }
  })

test('single keys can be turned off on a device', async ({ page, demo }) => {
  await page.goto(`${demo.address}/settings`)
  await page.getByLabel('Single keys work by themselves').uncheck()
  await page.goto(await demo.pageOf('Scree'))
  await page.keyboard.press('/')
  await page.getByRole('link', { name: 'Go on with it' }).click()
  await expect(heading(page)).toHaveText(/Wipe the seat/)
  await page.keyboard.press('s')
  await page.keyboard.press('x')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText(/Fit the new filter/)
})
