import { expectFree, heading, tabTo, yes } from './hands'
import { expect, test } from './shed'

for (const [width, height] of [
  [1280, 800],
  [1024, 700],
  [390, 844],
] as const)
  test(`nothing lies over the answers of the bench at ${width} x ${height}`, async ({ page, demo }) => {
    test.setTimeout(240_000)
    await page.setViewportSize({ width, height })
    await page.goto(await demo.pageOf('Causeway'))
    await page.getByRole('button', { name: /^Engine oil and filter, 47 min/ }).click()
    let steps = 0
    while (!(await heading(page).textContent())?.startsWith('Read it')) {
      const step = (await heading(page).textContent())!
      for (const button of await page.locator('.answers button').all()) await expectFree(button, step)
      steps++
      if (step.startsWith('Write down')) await page.getByLabel('Odometer').fill('23660')
      if (step.startsWith('Measure what came out')) await page.getByText('Dark', { exact: true }).click()
      if (step.startsWith('Pour in')) await page.getByLabel('Really went in').fill('2.2')
      if (step.startsWith('Read the level')) await page.getByText('At the upper mark', { exact: true }).click()
      await yes(page).click()
      await expect(heading(page)).not.toHaveText(step)
    }
    expect(steps).toBeGreaterThan(20)
    for (const button of await page.locator('.answers button').all()) await expectFree(button, 'sign-off')
  })

test('a held key answers one step, and each hold wants a press of its own', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Scree'))
  await page.getByRole('link', { name: 'Go on with it' }).click()
  await expect(heading(page)).toHaveText(/Wipe the seat/)
  // The second and later downs of one press are repeats.
  for (let held = 0; held < 8; held++) await page.keyboard.down('Enter')
  await page.keyboard.up('Enter')
  await expect(heading(page)).toHaveText(/Fit the new filter/)
  await page.waitForTimeout(600)
  await expect(heading(page)).toHaveText(/Fit the new filter/)
})

test('an oil change is done by the keyboard alone, to its end', async ({ page, demo }) => {
  test.setTimeout(240_000)
  await page.goto(await demo.pageOf('Causeway'))
  await tabTo(page, page.getByRole('button', { name: /^Engine oil and filter, 47 min/ }), 200)
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText('Write down what the meter shows.')
  while (!(await heading(page).textContent())?.startsWith('Read it')) {
    const step = (await heading(page).textContent())!
    if (step.startsWith('Write down')) {
      await expect(page.getByLabel('Odometer')).toBeFocused()
      await page.keyboard.type('23660')
    }
    if (step.startsWith('Measure what came out')) {
      await tabTo(page, page.getByLabel('Came out'))
      await page.keyboard.type('2.5')
      // The arrows go through the answers, and the step stays.
      await page.keyboard.press('Tab')
      await page.keyboard.press('ArrowRight')
      await expect(heading(page)).toHaveText(step)
    }
    if (step.startsWith('Pour in')) {
      await tabTo(page, page.getByLabel('Really went in'))
      await page.keyboard.type('2.2')
    }
    if (step.startsWith('Read the level')) {
      const marks = page.getByRole('radio', { name: 'Between the marks' })
      await tabTo(page, page.getByRole('radio').first())
      for (let press = 0; press < 5 && !(await marks.isChecked()); press++) await page.keyboard.press('ArrowDown')
      await expect(marks).toBeChecked()
      await expect(heading(page)).toHaveText(step)
    }
    await page.keyboard.press('Enter')
    await expect(heading(page)).not.toHaveText(step)
  }
  await tabTo(page, yes(page), 200)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Signed off.')).toBeVisible()
})

test('a line is struck by the keyboard alone', async ({ page, demo }) => {
  await page.goto(`${demo.address}/book?bike=${(await demo.pageOf('Causeway')).split('/').pop()}`)
  const dialog = page.getByRole('dialog')
  const strike = page.getByRole('button', { name: /^Strike: / }).first()
  await tabTo(page, strike, 200)
  await page.keyboard.press('Enter')
  await expect(dialog).toBeVisible()
  await tabTo(page, dialog.getByLabel('Why', { exact: false }).last())
  await page.keyboard.type('twice in the book')
  await tabTo(page, dialog.getByRole('button', { name: 'Strike it' }))
  await page.keyboard.press('Enter')
  await expect(dialog).toHaveCount(0)
  await expect(page.getByText('twice in the book').first()).toBeVisible()
})

test('jobs of one run are signed off one by one on the page', async ({ page, demo }) => {
  test.setTimeout(120_000)
  const bike = (await demo.pageOf('Causeway')).split('/').pop()
  const send = async (path: string, body: object, tag?: string) => {
    const id = `01990000-0000-7000-8000-${Math.floor(Math.random() * 16 ** 12)
      .toString(16)
      .padStart(12, '0')}`
    const response = await fetch(`${demo.address}/api/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...(tag ? { 'If-Match': tag } : {}) },
      body: JSON.stringify({ id, ...body }),
    })
    expect(response.status, await response.clone().text()).toBe(200)
    return (await response.json()) as { id: string; version: number; steps: { id: string; kind: string; mark: string }[] }
  }
  let run = await send(`bikes/${bike}/runs`, { jobs: ['front-brake-fluid', 'chain'] })
  // All of the chain's steps are skipped, and the meter that both ask for; the brake's are not begun.
  for (const step of run.steps.filter(
    (one) => (one.id.startsWith('chain/') || one.kind === 'reading') && one.kind !== 'sign-off',
  ))
    run = await send(`runs/${run.id}/acts`, { act: 'step-skipped', step: step.id, reason: 'not today' }, `"${run.version}"`)
  await page.goto(`${demo.address}/runs/${run.id}`)
  await page
    .getByRole('button', { name: /Sign off/ })
    .first()
    .click()
  const parts = page.getByRole('listitem').filter({ has: page.locator('b') })
  await expect(page.getByText('Job by job')).toBeVisible()
  await expect(parts.filter({ hasText: 'Front brake fluid' })).toContainText('is not answered yet')
  await page.getByRole('button', { name: 'Sign off this one' }).click()
  await page.getByRole('button', { name: /^Sign off Chain/ }).click()
  await expect(page.getByText('signed off; it stands in the book')).toBeVisible()
  await page.getByRole('button', { name: 'Undo what was signed off by job' }).click()
  await expect(page.getByRole('button', { name: 'Sign off this one' })).toBeVisible()
})

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`nothing moves away under a press while the bikes come at ${width} x ${height}`, async ({ page, demo }) => {
    await page.setViewportSize({ width, height })
    let come = () => {}
    const asked = new Promise<void>((resolve) => (come = resolve))
    await page.route('**/api/shed', async (route) => {
      await asked
      await route.continue()
    })
    await page.goto(`${demo.address}/viewings`)
    const link = page.getByRole('link', { name: 'Price book' })
    await page.getByRole('link', { name: 'Twelve-hour Scree' }).waitFor()
    await link.hover()
    await page.mouse.down()
    come()
    await page.getByRole('navigation', { name: 'Bikes' }).getByText('Causeway').waitFor()
    await page.mouse.up()
    await expect(page.getByRole('textbox', { name: 'Find a fault' })).toBeVisible()
  })
