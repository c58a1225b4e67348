import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { dash, expect, openReading, test } from './shed'

async function expectNothingSerious(page: Page) {
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .setLegacyMode()
    .analyze()
  const serious = violations.filter((found) => found.impact === 'serious' || found.impact === 'critical')
  expect(serious.map((found) => `${found.id}: ${found.nodes.map((node) => node.target.join(' ')).join('; ')}`)).toEqual([])
}

const ways = [
  { name: 'on the bench, by day', viewport: { width: 1280, height: 800 }, light: 'light' },
  { name: 'on the phone, at night', viewport: { width: 390, height: 844 }, light: 'dark' },
] as const
for (const { name, viewport, light } of ways)
  test(`every view can be used by everyone: ${name}`, async ({ page, demo }) => {
    test.setTimeout(480_000)
    await page.setViewportSize(viewport)
    await page.emulateMedia({ colorScheme: light, reducedMotion: 'reduce' })
    const causeway = await demo.pageOf('Causeway')
    const scree = await demo.pageOf('Scree')
    const wide: string[] = []
    const viewings = (await (await fetch(`${demo.address}/api/viewings`)).json()) as { id: string; name: string }[]
    const viewing = `${demo.address}/viewings/${viewings.find((one) => one.name === "Courier's Causeway")!.id}`
    for (const address of [
      demo.address,
      causeway,
      scree,
      `${causeway}/profile`,
      `${demo.address}/bikes/new`,
      `${demo.address}/book?kind=job-finished`,
      `${demo.address}/settings`,
      `${demo.address}/viewings`,
      `${demo.address}/viewings/new`,
      `${viewing}?point=off-the-ground.front-disc`,
      `${viewing}/money`,
      `${viewing}/papers`,
      `${demo.address}/viewings/practice?round=44`,
      `${demo.address}/viewings/prices`,
      `${demo.address}/sums`,
      `${demo.address}/shelf`,
      `${demo.address}/jobs`,
      `${demo.address}/jobs/chain`,
      `${causeway}/fluids`,
      `${causeway}/parts`,
      `${causeway}/work`,
    ]) {
      await page.goto(address)
      await expect(page.getByRole('main')).toBeVisible()
      await page.waitForLoadState('networkidle')
      await expectNothingSerious(page)
      if (await page.evaluate(() => document.documentElement.scrollWidth > innerWidth)) wide.push(address)
    }
    expect(wide, 'wider than the screen').toEqual([])
    await page.goto(scree)
    await page.getByRole('link', { name: 'Go on with it' }).click()
    await expect(page.locator('.middle h2')).toBeVisible()
    await expectNothingSerious(page)
    await page.goto(await demo.pageOf('Dray'))
    await page.getByRole('link', { name: 'Go on with it' }).click()
    await expect(page.getByText('Touch the places where there is something.')).toBeVisible()
    await expectNothingSerious(page)
    await page.goto(causeway)
    await openReading(page)
    await expectNothingSerious(page)
  })

test('everything on the bike page is reached by keyboard and shows where the focus is', async ({ page, demo }) => {
  await page.goto(await demo.pageOf('Causeway'))
  await expect(dash(page)).toBeVisible()
  const reached = new Set<string>()
  for (let tab = 0; tab < 90; tab++) {
    await page.keyboard.press('Tab')
    const at = await page.evaluate(() => {
      const focused = document.activeElement as HTMLElement
      // Past the last thing the focus leaves the page before it comes round again.
      if (focused === document.body) return { name: '', seen: true }
      const outline = getComputedStyle(focused).outlineStyle
      return { name: focused.innerText?.split('\n')[0] ?? '', seen: outline !== 'none' || focused.matches('svg *, input') }
    })
    expect(at.seen, `no focus is seen on ${at.name}`).toBe(true)
    reached.add(at.name)
  }
  for (const name of ['Note a reading', 'Book', 'Engine oil Change', 'Profile, capacities and torques'])
    expect([...reached].join('|')).toContain(name)
})
