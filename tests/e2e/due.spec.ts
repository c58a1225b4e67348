import { expect, item, test, unfold } from './shed'

test('a due date has an early and a late one, and says what they rest on', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  const oil = item(page, 'Engine oil', 'Change')
  await expect(oil.getByText(/^likely \d+ \w+, \d+ \w+ to \d+ \w+$/)).toBeVisible()
  await oil.getByRole('button').first().click()
  await expect(oil.getByText(/one case in ten falls before, one in ten after/)).toBeVisible()
  await expect(oil.getByText(/season/i).first()).toBeVisible()
})

test("the owner's own interval takes the place of the shipped one, and back again", async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  const plugs = item(page, 'Spark plugs', 'Replace')
  await plugs.getByRole('button').first().click()
  await plugs.getByRole('button', { name: 'Change the interval' }).click()
  await page.getByLabel('Distance between, in any unit').fill('30000 km')
  await page.getByLabel('Page, or why').fill('p. 2-4')
  await page.getByRole('button', { name: 'Set them' }).click()
  // Settled for now, it stands under its part.
  await plugs.getByRole('button').first().click()
  await expect(plugs.getByText("Limit 18,641 mi: maker's manual (p. 2-4).")).toBeVisible()
  await expect(plugs.getByText(/You set these limits/)).toBeVisible()
  await plugs.getByRole('button', { name: 'Change the interval' }).click()
  await page.getByRole('button', { name: 'Back to the shipped ones' }).click()
  await plugs.getByRole('button').first().click()
  await expect(plugs.getByText(/stated as 15,000 km: common practice/)).toBeVisible()
})

test('a hard ride counts for more than it was', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Scree'))
  const oil = item(page, 'Engine oil', 'Change')
  await oil.getByRole('button').first().click()
  await expect(oil.getByText(/1 hard ride since \(raced\): 1.2 h that count as 1.7 h/)).toBeVisible()
  await page.getByRole('button', { name: 'Ride', exact: true }).click()
  await expect(page.getByLabel('How far, in any unit')).toBeFocused() // the dialog is done opening
  await page.getByLabel('Engine hours, or minutes').fill('42 min')
  await page.getByRole('button', { name: 'Raced', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Raced', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Write it down' }).click()
  // Its oil is drained: that it was ridden all the same is written with the reason.
  await expect(page.getByRole('alert').getByText(/the bike may not be ridden/)).toBeVisible()
  await page.getByLabel('Why it was ridden all the same').fill('ridden before the oil came out')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(oil.getByText(/2 hard rides since \(raced\): 1.9 h that count as 2.7 h/)).toBeVisible()
})

test('a paper is entered with its last day', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Dray'))
  await unfold(page, 'Papers')
  const test = item(page, 'Roadworthiness test', 'Renew')
  await expect(test.getByText('its last day is not entered')).toBeVisible()
  await test.getByRole('button').first().click()
  await test.getByRole('button', { name: 'Enter its last day' }).click()
  await page.getByLabel('Good until').fill('2026-05-02')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(test.getByText('14 days left')).toBeVisible()
  await expect(test.getByText('on 2 May')).toBeVisible()
})

test('a bike with a flush fill may not be ridden, and says what to do', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Fathom'))
  await expect(page.getByText(/Oil tank is a flush fill/)).toBeVisible()
  const flush = page.getByRole('listitem').filter({ hasText: 'Drain the flush fill' })
  await expect(flush.getByText('due', { exact: true })).toBeVisible()
  await flush.getByRole('button').first().click()
  await expect(flush.getByText(/drain it hot, then fill it properly/)).toBeVisible()
})

test('a reading that nobody could have ridden is confirmed first', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await expect(page.locator('.meter .big').first()).toBeVisible()
  await page.keyboard.press('/')
  await expect(page.getByRole('textbox', { name: /^Reading/ })).toBeFocused()
  await page.keyboard.type('43588')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/confirm it if that is right/)).toBeVisible()
  await page.getByRole('button', { name: 'It is right' }).click()
  await expect(page.getByText('Causeway: 43,588 mi written down.')).toBeVisible()
})
