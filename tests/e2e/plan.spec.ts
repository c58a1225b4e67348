import { readFileSync } from 'node:fs'
import { expect, newId, test, unfold } from './shed'

/** A bike's plan as its owner changes it, and what is written of its parts. */

test("an item of one's own is kept, left alone, counted again, passed on as a file and taken in by another bike", async ({
  page,
  demo,
}) => {
  await page.goto(await demo.pageOf('Causeway'))
  await page.getByRole('button', { name: 'Add a service item of your own' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('What it is about').fill('Rack: mounts')
  await dialog.getByLabel('What is done').fill('Try the bolts')
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(dialog.getByText(/without one it would never be due/)).toBeVisible()
  await dialog.getByLabel('Distance between, in any unit').fill('500 mi')
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(dialog).toHaveCount(0)

  await unfold(page, 'Chassis')
  const row = page.getByRole('button', { name: /Rack: mounts/ })
  await row.click()
  await page.getByRole('button', { name: 'Leave it alone' }).click()
  await dialog.getByLabel('Why?').fill('the rack is off for the winter')
  await dialog.getByRole('button', { name: 'Leave it alone' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(row).toContainText(/left alone/i)
  if ((await row.getAttribute('aria-expanded')) === 'false') await row.click()
  await page.getByRole('button', { name: 'Count it again' }).click()
  await expect(row).not.toContainText(/left alone/i)

  const gone = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Pass yours on as a file' }).click()
  const file = await (await gone).path()
  expect(readFileSync(file, 'utf8')).toContain('Rack: mounts')
  await page.goto(await demo.pageOf('Scree'))
  await page.getByLabel('Bring some in from a file').setInputFiles(file)
  await expect(page.getByText('1 item in the plan.')).toBeVisible()
  await page.getByLabel('Bring some in from a file').setInputFiles(file)
  await expect(page.getByText('0 items in the plan; 1 of that name stood there already.')).toBeVisible()
  await page
    .getByLabel('Bring some in from a file')
    .setInputFiles({ name: 'odd.yaml', mimeType: 'application/yaml', buffer: Buffer.from('id: [') })
  await expect(page.getByText(/That file cannot be used. Line \d+/)).toBeVisible()
})

test('a part bought on the road stands with its number, price and warranty, and its cost in the book', async ({ page, demo }) => {
  await page.goto(`${await demo.pageOf('Causeway')}/parts`)
  await page.getByRole('button', { name: 'A part was fitted' }).click()
  await page.getByLabel('What', { exact: true }).fill('rear tyre')
  await page.getByLabel('Part number').fill('RT-17')
  await page.getByLabel('Where from').fill('a shop on the road')
  await page.getByLabel('Price, all of them').fill('1.234')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByRole('alert').or(page.locator('.v-messages__message')).first()).toBeVisible()
  await page.getByLabel('Price, all of them').fill('128.50')
  await page.getByLabel('Warranty until').fill('2028-04-18')
  await page.getByRole('button', { name: 'Write it down' }).click()
  const fitted = page.getByRole('region', { name: 'Fitted' })
  await expect(fitted).toContainText('RT-17')
  await expect(fitted).toContainText('warranty until')
  await page.goto(`${demo.address}/book?kind=cost&text=rear+tyre`)
  await expect(page.getByText('€128.50').first()).toBeVisible()
})

test('sums begin with the figures of a chosen bike', async ({ page, demo }) => {
  await page.goto(`${demo.address}/sums`)
  await page.locator('.whose .v-field').click()
  await page.getByRole('option', { name: 'Causeway' }).click()
  await expect(page.getByRole('textbox', { name: 'Rear tyre' })).toHaveValue('160/60-17')
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Rear tyre' })).toHaveValue('160/60-17')
})

test('what a job wrote lies under it in the book, and a filter lays every line out', async ({ page, demo }) => {
  await page.goto(`${demo.address}/book`)
  const wrote = page.getByText(/^\d+ lines that it wrote$/).first()
  await expect(page.getByText('Oil screen: clean').first()).toBeHidden()
  await wrote.click()
  await expect(page.getByText('Oil screen: clean').first()).toBeVisible()
  await page.goto(`${demo.address}/book?kind=task-done`)
  await expect(page.getByText(/lines that it wrote/)).toHaveCount(0)
  await expect(page.getByText('Oil screen: clean').first()).toBeVisible()
})

test('a short round goes through fewer points, and what is not fitted is an answer', async ({ page, demo }) => {
  await page.goto(`${demo.address}/viewings`)
  await page.getByRole('link', { name: 'Twelve-hour Scree' }).click()
  await page.locator('.list').waitFor()
  await page.getByRole('button', { name: /^Short round/ }).click()
  await expect(page.getByRole('button', { name: /^Short round, \d+ min left/ })).toBeVisible()
  const short = Number(/(\d+) min/.exec((await page.getByRole('button', { name: /^Short round/ }).textContent())!)![1])
  expect(short).toBeLessThanOrEqual(21)
  // Looked at to its end, it says where that leaves one, and goes on with the rest.
  const viewing = /viewings\/([0-9a-f-]+)/.exec(page.url())![1]
  for (let left = 60; left > 0; left--) {
    const next = (await (await fetch(`${demo.address}/api/viewings/${viewing}/next`)).json()) as {
      point: string
      inShortRound: boolean
    }[]
    const look = next.find((one) => one.inShortRound)
    if (!look) break
    const said = { id: newId(), point: look.point }
    // What is measured is left: to type it is another test's.
    await demo
      .send('POST', `/api/viewings/${viewing}/acts`, { ...said, act: 'graded', grade: 'sound' })
      .catch(() =>
        demo.send('POST', `/api/viewings/${viewing}/acts`, { ...said, id: newId(), act: 'left', because: 'cannot-see' }),
      )
  }
  await page.reload()
  await expect(page.getByRole('region', { name: 'The short round is done' })).toContainText(/would most likely end between .*\d/)
  await page.getByRole('button', { name: /^Go on with the full round/ }).click()
  await expect(page.getByRole('button', { name: 'Full round', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.goto(`${page.url().split('?')[0]}?point=standing.sidestand`)
  await page.getByRole('button', { name: 'Not fitted' }).click()
  await page.goto(`${page.url().split('?')[0]}?point=standing.sidestand`)
  await expect(page.getByText(/not fitted/i).first()).toBeVisible()
})
