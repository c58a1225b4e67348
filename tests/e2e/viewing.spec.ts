import { expect, test } from './shed'

const phone = { width: 390, height: 844 }

test('a viewing on the phone: from the advert, round the bike, through a restart at every stage, to the shed', async ({
  page,
  own: demo,
}) => {
  await page.setViewportSize(phone)
  await page.goto(`${demo.address}/viewings`)
  await page.getByRole('link', { name: 'A bike to look at' }).click()
  const kind = page.locator('.v-select', { hasText: 'Kind of bike' })
  await expect(async () => {
    await kind.click({ timeout: 5_000 })
    await page.getByRole('option', { name: 'Four-stroke motocrosser' }).click({ timeout: 5_000 })
    await expect(kind).toContainText('Four-stroke motocrosser', { timeout: 5_000 })
  }).toPass()
  await page.getByLabel('Your name for this viewing').fill('Barn find')
  await page.getByLabel('Make', { exact: true }).fill('Fellhound')
  await page.getByLabel('Model', { exact: true }).fill('Scree 250')
  await page.getByLabel('Asking price').fill('2600')
  await page.getByLabel('Worth when sound').fill('a lot')
  await page.getByRole('button', { name: 'Make the viewing' }).click()
  await expect(page.getByText(/is not an amount of money/i)).toBeVisible()
  // The wrong field may be far above the button: it is looked up, to be typed into.
  await expect(page.getByLabel('Worth when sound')).toBeFocused()
  await expect(page.getByLabel('Worth when sound')).toBeInViewport()
  await page.getByLabel('Worth when sound').fill('2900')
  await page.getByRole('button', { name: 'Make the viewing' }).click()
  await expect(page.getByText('Please leave it cold until I am there')).toBeVisible()
  await page.getByRole('link', { name: 'Walk round it' }).click()

  // What the seller says goes in first.
  await page.getByRole('link', { name: 'Why, and what to offer' }).click()
  await page.getByText('Note what the seller says').click()
  await page.getByRole('button', { name: 'It has hardly been used.' }).click()
  await page.getByRole('button', { name: 'Note the claim' }).click()
  await expect(page.getByText('not tested yet')).toBeVisible()
  await page.getByRole('link', { name: 'Walk round it' }).click()

  // One point of each stage; the server is taken away and comes back in between, and the page is loaded anew.
  const stages = page.getByRole('navigation', { name: 'Stages' }).getByRole('button')
  await expect(stages).toHaveCount(10)
  for (let stage = 0; stage < 9; stage++) {
    await stages.nth(stage).click()
    await expect(stages.nth(stage)).toHaveAttribute('aria-current', 'step')
    const title = await page.locator('.point h2').textContent()
    await page
      .getByRole('radio', { name: /^(Sound|Yes|No)$/ })
      .first()
      .click()
    await expect(page.locator('.point').getByRole('radio', { checked: true })).toHaveCount(1)
    if (stage % 4 === 3) await demo.restart()
    await page.reload()
    await expect(page.locator('.point h2')).toHaveText(title!)
    await expect(page.locator('.point').getByRole('radio', { checked: true })).toHaveCount(1)
  }

  // The ride is locked, and says by what.
  await stages.nth(9).click()
  await expect(page.getByText('Nobody rides yet')).toBeVisible()
  await expect(page.getByText(/It waits for:.*Rear brake holds/)).toBeVisible()
  await expect(page.getByRole('radio')).toHaveCount(0)

  // Worn pegs give the claim the lie, at once.
  await stages.nth(2).click()
  await page
    .locator('.list')
    .getByRole('button', { name: /Footpegs/ })
    .click()
  await page.getByRole('radio', { name: 'Failed' }).click()
  await expect(page.getByText(/Against the claim.*Trust falls from 50% to 29%/)).toBeVisible()
  await expect(page.getByText(/before this/)).toBeVisible()

  // What tells most leads to a point.
  await page.getByRole('button', { name: 'Most telling' }).click()
  const telling = page.getByRole('dialog').getByRole('listitem').first()
  const first = await telling.locator('b').textContent()
  await telling.getByRole('button').click()
  await expect(page.locator('.point h2')).toHaveText(first!)

  // Buying brings it into the shed with its open findings.
  await page.getByRole('link', { name: 'Why, and what to offer' }).click()
  await expect(page.getByRole('heading', { name: 'Not seen enough' })).toBeVisible()
  await page.getByRole('button', { name: 'I bought it' }).click()
  await page.getByLabel('Paid').fill('1800')
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await expect(page).toHaveURL(/\/bikes\//)
  await expect(page.getByRole('heading', { name: 'Barn find', level: 1 })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Open findings' }).getByText('Footpegs, teeth and hinge')).toBeVisible()
})

test('a measured point takes any unit, and what cannot be read stays in its field', async ({ page, demo }) => {
  await page.goto(`${demo.address}/viewings`)
  await page.getByRole('link', { name: "Courier's Causeway" }).click()
  await page.locator('.walk').waitFor()
  await page.goto(`${page.url().split('?')[0]}?point=off-the-ground.rear-disc`)
  await page.getByLabel('mm, place 1').fill('thick enough')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText(/is not a number with a unit/i)).toBeVisible()
  await expect(page.getByLabel('mm, place 1')).toHaveValue('thick enough')
  await page.getByLabel('mm, place 1').fill('0.185 in')
  await page.getByLabel('mm, least, as stamped').fill('4.5')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('radio', { name: 'Worn' })).toBeChecked()
})

test('a viewing that came to nothing keeps its reason and can be opened again', async ({ page, demo }) => {
  await page.goto(`${demo.address}/viewings`)
  await expect(page.getByText('No papers, and none to be had')).toBeVisible()
  await page
    .getByRole('row', { name: /Slate in boxes/ })
    .getByRole('link', { name: 'the money' })
    .click()
  await page.getByRole('button', { name: 'I did not' }).click()
  await page.getByLabel('Why not, for next time').fill('Two boxes were missing.')
  await page.getByRole('button', { name: 'Close the viewing' }).click()
  await expect(page.getByText('Not bought: Two boxes were missing.')).toBeVisible()
  await page.getByRole('button', { name: 'Open it again' }).click()
  await expect(page.getByRole('button', { name: 'I bought it' })).toBeVisible()
})

test('a practice round: looks take their minutes, an offer shows the truth, and its number brings it back', async ({
  page,
  demo,
}) => {
  await page.goto(`${demo.address}/viewings/practice?set=road-twin&round=44`)
  const asked = await page.getByText(/Asked .* a sound one is worth/).textContent()
  await expect(page.getByRole('timer', { name: '7 minutes left of 7' })).toBeVisible()
  await page.getByRole('button', { name: /Fork seals dry/ }).click()
  await expect(page.getByRole('timer', { name: '6.7 minutes left of 7' })).toBeVisible()
  await expect(page.getByRole('button', { name: /Fork seals dry.*(Sound|Slight|Worn|Bad|Failed)\./ })).toBeVisible()
  await page.getByLabel('Your one offer').fill('nothing')
  await page.getByRole('button', { name: 'Offer it' }).click()
  await expect(page.getByText(/is not an amount of money/i)).toBeVisible()
  await page.getByLabel('Your one offer').fill('20')
  await page.getByRole('button', { name: 'Offer it' }).click()
  await expect(page.getByRole('heading', { name: /^No deal\./ })).toBeVisible()
  await expect(page.getByText('What was wrong')).toBeVisible()
  await expect(page.getByText('not looked at').first()).toBeVisible()
  await page.reload()
  await expect(page.getByText(asked!)).toBeVisible()
})

test('a price is changed where it is seen, and holds for every viewing until it is put back', async ({ page, demo }) => {
  await page.goto(`${demo.address}/viewings`)
  await page.getByRole('link', { name: 'Twelve-hour Scree' }).click()
  await page.locator('.list').waitFor()
  await page.goto(`${page.url().split('?')[0]}?point=standing.pegs`)
  await expect(page.getByText(/To put right .* a house value/)).toBeVisible()
  await page.getByRole('button', { name: 'Change it' }).click()
  await page.getByLabel('Parts from').fill('500')
  await page.getByRole('button', { name: 'Keep my price' }).click()
  await expect(page.getByText(/must lie between low and high/i).first()).toBeVisible()
  await page.getByLabel('Parts from').fill('80')
  await page.getByLabel('likely').first().fill('90')
  await page.getByRole('button', { name: 'Keep my price' }).click()
  await expect(page.getByText(/your own price/)).toBeVisible()
  await page.getByRole('button', { name: 'Change it' }).click()
  await page.getByRole('button', { name: 'Back to the house value' }).click()
  await expect(page.getByText(/a house value/)).toBeVisible()
})

test('a photo is taken at a point, opens large, and a file that is none is refused in words', async ({ page, own: demo }) => {
  await page.setViewportSize(phone)
  await page.goto(`${demo.address}/viewings`)
  await page.getByRole('link', { name: 'Twelve-hour Scree' }).click()
  await page.locator('.list').waitFor()
  await page.goto(`${page.url().split('?')[0]}?point=standing.grips`)
  await page.getByLabel('Photo').setInputFiles({ name: 'grips.png', mimeType: 'image/png', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('alert')).toContainText('no JPEG, PNG or WebP picture')
  await page.getByLabel('Photo').setInputFiles('../../docs/screenshots/bike-phone.png')
  const stamp = page.getByRole('button', { name: /^Photo 1 of 1/ })
  await expect(stamp).toBeVisible()
  await demo.restart()
  await page.reload()
  await stamp.click()
  const whole = page.getByRole('dialog').getByRole('img')
  await expect(whole).toBeVisible()
  await expect.poll(() => whole.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(300)
  await page.getByRole('button', { name: 'Take it off' }).click()
  await expect(stamp).toHaveCount(0)
})

test('the price book is searched and one price made my own; a workshop is held against its fee', async ({ page, demo }) => {
  await page.goto(`${demo.address}/viewings`)
  await page.getByRole('link', { name: 'Price book' }).click()
  await page.getByRole('textbox', { name: 'Find a fault' }).fill('levers whole')
  await expect(page.getByRole('listitem')).toHaveCount(1)
  await page.getByRole('button', { name: /Levers whole/ }).click()
  await page.getByLabel('up to').first().fill('75')
  await page.getByRole('button', { name: 'Keep my price' }).click()
  await expect(page.getByRole('button', { name: /Levers whole.*your own.*75/ })).toBeVisible()
  await page.goto(`${demo.address}/viewings`)
  await page
    .getByRole('row', { name: /Courier's Causeway/ })
    .getByRole('link', { name: 'the money' })
    .click()
  await expect(page.getByRole('region', { name: 'Pay a workshop to look?' })).toContainText(/It would look at \d+ points/)
  await page.getByRole('link', { name: 'Note what the workshop asks' }).click()
  await page.getByLabel('A workshop asks for a look').fill('900')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText(/at .*900 it costs more than it is likely to save you/)).toBeVisible()
})
