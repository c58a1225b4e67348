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
  await shot('shed-phone', demo.address, phone)
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
  await shot('prices', `${demo.address}/viewings/prices`)
  await shot('book', `${demo.address}/book`)
  const bench = async () => {
    await page.getByRole('link', { name: 'Go on with it' }).click()
    await expect(page.locator('.middle h2')).toBeVisible()
  }
  await shot('bench', scree, [1280, 800], 'light', bench)
  const viewings = (await (await fetch(`${demo.address}/api/viewings`)).json()) as { id: string; name: string }[]
  const viewing = (name: string) => `${demo.address}/viewings/${viewings.find((one) => one.name === name)!.id}`
  await shot('viewings', `${demo.address}/viewings`)
  await shot('viewing-phone', `${viewing('Twelve-hour Scree')}?point=off-the-ground.chain`, phone)
  await shot('viewing-money', `${viewing("Courier's Causeway")}/money`)
  await shot('bench-phone-night', scree, phone, 'dark', bench)
})
