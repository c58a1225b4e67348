import { dash, expect, test, unfold } from './shed'

test('an empty shed leads to the first bike in at most twelve interactions', async ({ page, empty }) => {
  await page.goto(empty.address)
  let interactions = 0
  const click = async (name: RegExp | string) => {
    interactions += 1
    await page.getByRole('button', { name }).or(page.getByRole('link', { name })).first().click()
  }
  const fill = async (label: RegExp | string, text: string) => {
    interactions += 1
    await page.getByLabel(label).fill(text)
  }
  await click('Bring in the first bike')
  await click(/^Road twin/)
  await fill('Your name for it', 'Causeway')
  await fill('Make', 'Drumlin')
  await fill('Model', 'Causeway 730')
  await fill('Year', '2014')
  await fill('What does the meter show?', '23,588')
  await click('Put it in the shed')
  await expect(page.getByRole('heading', { name: 'Causeway', exact: true })).toBeVisible()
  await expect(dash(page)).toHaveText('23,588mi')
  expect(interactions).toBeLessThanOrEqual(12)
  // Nothing is known of its past, and nothing pretends to be.
  await unfold(page, 'Engine')
  await expect(page.getByText('? no history').first()).toBeVisible()
  await expect(page.locator('.stick:not(.unknown)')).toHaveCount(0)
})

test('what is wrong with a new bike is said under its field, and nothing typed is lost', async ({ page, empty }) => {
  await page.goto(`${empty.address}/bikes/new`)
  await page.getByRole('button', { name: /^Two-stroke enduro/ }).click()
  // What is typed before the first field has taken the focus would land in it.
  await expect(page.getByLabel('Your name for it')).toBeFocused()
  await page.getByLabel('Make').fill('Brackwater')
  await page.getByLabel('Year').fill('19')
  await page.getByLabel('What does the meter show?').fill('-4')
  await page.getByRole('button', { name: 'Put it in the shed' }).click()
  await expect(page.getByText('Must lie between 1885 and 2027', { exact: true })).toBeVisible()
  await expect(page.getByText('Cannot be less than nothing', { exact: true })).toBeVisible()
  await expect(page.getByLabel('Make')).toHaveValue('Brackwater')
})

test('a bike that no kind names comes in by a few answers', async ({ page, empty }) => {
  await page.goto(`${empty.address}/bikes/new`)
  await page.getByRole('button', { name: /answer a few questions/ }).click()
  await page.getByRole('group', { name: 'How is the engine oiled?' }).getByText('Dry sump').click()
  await page.getByRole('group', { name: 'What is it for?' }).getByText('Trials').click()
  await page.getByRole('group', { name: 'Rear brake' }).getByText('Rear disc').click()
  await page.getByRole('button', { name: 'Find the nearest kind' }).click()
  await expect(page.getByText('with your answers put in')).toBeVisible()
  await page.getByLabel('Your name for it').fill('Moss')
  await page.getByLabel('Make').fill('Fallow')
  await page.getByLabel('Model').fill('Tarn 320')
  await page.getByLabel('Year').fill('1988')
  await page.getByText('I ride it').click()
  await page.getByRole('button', { name: 'Put it in the shed' }).click()
  await expect(page.getByRole('heading', { name: 'Moss', level: 1 })).toBeVisible()
  const kept = await (await page.request.get(page.url().replace('/bikes/', '/api/bikes/'))).json()
  expect([kept.profile.lubrication, kept.profile.use, kept.profile.rearBrake]).toEqual(['dry-sump', 'trials', 'disc'])
})
