import { openSync, readFileSync, writeSync, closeSync } from 'node:fs'
import { join } from 'node:path'
import { expect, item, test } from './shed'

/** A leaf of the book becomes nothing, as a disk that lost it would give it back. */
function tear(file: string) {
  const bytes = readFileSync(file)
  const page = Array.from({ length: bytes.length / 4096 - 1 }, (_, at) => at + 1).filter(
    (at) =>
      bytes[at * 4096] === 13 &&
      bytes
        .subarray(at * 4096, (at + 1) * 4096)
        .toString('latin1')
        .split('"kind":"').length > 12,
  )[3]!
  const open = openSync(file, 'r+')
  writeSync(open, Buffer.alloc(4096), 0, 4096, page * 4096)
  closeSync(open)
}

test('a damaged shed says so over every page, is written to by nobody, and goes back to its copy', async ({
  page,
  alone: demo,
}) => {
  await page.goto(`${demo.address}/settings`)
  await page.getByRole('button', { name: 'Make one now' }).click()
  await expect(page.getByText('A copy was made, and proven whole.')).toBeVisible()
  await demo.stop()
  tear(join(demo.folder, 'muddy-ledger.db'))
  await demo.start()

  await page.goto(await demo.pageOf('Barrow'))
  const banner = page.getByRole('alert').filter({ hasText: 'is damaged' })
  await expect(banner).toBeVisible()
  await expect(banner.getByText(/Could not be read: \d+ lines of books/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Gates' }).getByText('not proven to crank')).toBeVisible()
  // What is typed is refused in words, and not lost.
  await page.getByRole('button', { name: 'Ride', exact: true }).click()
  await expect(page.getByLabel('How far, in any unit')).toBeFocused()
  await page.getByLabel('How far, in any unit').fill('12 mi')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByRole('dialog').getByText(/is damaged. It is not written to/)).toBeVisible()
  await expect(page.getByLabel('How far, in any unit')).toHaveValue('12 mi')
  await page.getByRole('button', { name: 'Leave it' }).click()

  await banner.getByRole('link', { name: /way back to one/ }).click()
  await page
    .getByRole('button', { name: /^Go back to/ })
    .first()
    .click()
  await page.getByRole('dialog').getByRole('button', { name: 'Go back to it' }).click()
  await expect(page.getByText(/The shed is as it was on/)).toBeVisible()
  await expect(banner).toHaveCount(0)
  await page.goto(await demo.pageOf('Barrow'))
  await expect(page.getByRole('region', { name: 'Gates' }).getByText('may be cranked')).toBeVisible()
})

test('after a muddy ride what it made due is ticked, one by one or at once, and can be undone', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Heron'))
  await page.getByRole('button', { name: 'Ride', exact: true }).click()
  await expect(page.getByLabel('How far, in any unit')).toBeFocused()
  await page.getByLabel('Engine hours, or minutes').fill('1 h')
  await page.getByRole('button', { name: 'Mud', exact: true }).click()
  await page.getByRole('button', { name: 'Write it down' }).click()
  // Its pump is not proven: that it was ridden all the same is written with the reason.
  await page.getByLabel('Why it was ridden all the same').fill('on premix')
  await page.getByRole('button', { name: 'Write it down' }).click()
  const sheet = page.getByRole('dialog', { name: 'Heron: after this ride' })
  await expect(sheet).toBeVisible()
  await sheet.getByRole('button', { name: /Air filter/ }).click()
  await expect(sheet.getByText('written down')).toBeVisible()
  await expect(sheet.getByRole('button', { name: /Air filter/ })).toBeDisabled()
  await sheet.getByRole('button', { name: 'All of it is done' }).click()
  await expect(sheet).toHaveCount(0)
  const fins = item(page, 'Radiator and oil cooler', 'Clean the fins')
  await expect(fins.getByText('due', { exact: true })).toHaveCount(0)
  await page.getByText('Heron: all done.').locator('..').getByRole('button', { name: 'Undo' }).click()
  await expect(fins.getByText(/after the muddy ride/).first()).toBeVisible()
})

test('a line struck by mistake is put back, from the notice or from the book', async ({ page, demo }) => {
  await page.goto(`${demo.address}/book?kind=reading&text=23%2C588`)
  const line = page.getByRole('main').getByRole('listitem').filter({ hasText: '23,588 mi' }).first()
  const strike = async () => {
    await line.getByRole('button', { name: /^Strike/ }).click()
    await page.getByLabel('Why: what was wrong').fill('by mistake')
    await page.getByRole('button', { name: 'Strike it' }).click()
  }
  await strike()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('corrected: struck by mistake, and put back')).toHaveCount(1)
  await page
    .getByRole('main')
    .getByRole('listitem')
    .filter({ hasText: 'put back' })
    .getByRole('button', { name: /^Strike/ })
    .click()
  await page.getByLabel('Why: what was wrong').fill('again')
  await page.getByRole('button', { name: 'Strike it' }).click()
  await page
    .getByRole('button', { name: /^Put back/ })
    .first()
    .click()
  await expect(page.getByText('Put back: the line counts again.')).toBeVisible()
})
