import { expect, test } from './shed'

/** The pictures of docs/screenshots, from the demo shed on its fixed day. */
const folder = new URL('../../docs/screenshots/', import.meta.url).pathname

test('pictures', async ({ page, demo }) => {
  const shot = async (
    name: string,
    address: string,
    size: [number, number] = [1280, 800],
    light: 'light' | 'dark' = 'light',
    before?: () => Promise<void>,
  ) => {
    await page.setViewportSize({ width: size[0], height: size[1] })
    await page.emulateMedia({ colorScheme: light, reducedMotion: 'reduce' })
    await page.goto(address)
    await expect(page.getByRole('main')).toBeVisible()
    await page.waitForLoadState('networkidle')
    await before?.()
    await page.screenshot({ path: `${folder}${name}.png` })
  }
  const phone: [number, number] = [390, 844]
  const causeway = await demo.pageOf('Causeway')
  const scree = await demo.pageOf('Scree')
  await shot('shed', demo.address)
  await shot('shed-night', demo.address, [1280, 800], 'dark')
  await shot('bike', causeway)
  await shot('bike-because', await demo.pageOf('Heron'), [1280, 800], 'light', async () => {
    await page
      .getByRole('button', { name: /^Air filter/ })
      .first()
      .click()
    await page
      .getByRole('button', { name: /^Air filter/ })
      .first()
      .scrollIntoViewIfNeeded()
  })
  await shot('bike-phone', causeway, phone)
  await shot('sums', `${demo.address}/sums`)
  await shot('shelf', `${demo.address}/shelf`)
  await shot('fluids', `${causeway}/fluids`)
  await shot('figures', `${causeway}/figures`)
  await shot('wear', `${causeway}/wear`)
  await shot('wear-series', `${causeway}/wear/rear-pads`)
  await shot('trip', `${causeway}/trips`)
  await shot('valves', `${scree}/valves`, [1280, 800], 'light', async () => {
    for (const [valve, found] of [
      ['intake 1', '0.08'],
      ['intake 2', '0.17'],
      ['exhaust 1', '0.19'],
      ['exhaust 2', '0.14'],
    ])
      await page.getByLabel(`${valve}, as found`, { exact: true }).fill(found!)
    await expect(page.getByText(/To buy|Nothing to buy/)).toBeVisible()
  })
  await shot('join', causeway, [1280, 800], 'light', async () => {
    const jobs = page.getByRole('region', { name: 'Jobs' })
    await jobs.getByRole('button', { name: 'join several' }).click()
    for (const job of ['Engine oil and filter', 'Spark plugs', 'Air filter'])
      await jobs.getByRole('button', { name: new RegExp(`^${job}, `) }).click()
    await jobs.getByRole('button', { name: 'See 3 as one run' }).click()
    await page.getByText('The order,').click()
    await expect(page.getByText('Tank off once')).toBeVisible()
  })
  await shot('book', `${demo.address}/book`)
  const bench = async () => {
    await page.getByRole('link', { name: 'Go on with it' }).click()
    await expect(page.locator('.middle h2')).toBeVisible()
  }
  await shot('bench', scree, [1280, 800], 'light', bench)
  const viewings = (await (await fetch(`${demo.address}/api/viewings`)).json()) as { id: string; name: string }[]
  const viewing = (name: string) => `${demo.address}/viewings/${viewings.find((one) => one.name === name)!.id}`
  await shot('viewing-phone', `${viewing('Twelve-hour Scree')}?point=off-the-ground.chain`, phone)
  await shot('viewing-money', `${viewing("Courier's Causeway")}/money`)
  await shot('bench-phone-night', scree, phone, 'dark', bench)
})
