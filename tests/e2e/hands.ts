import { expect, type Locator, type Page } from '@playwright/test'

/** The heading of the step on the bench. */
export const heading = (page: Page) => page.locator('.middle h2')
/** The answer that goes on. */
export const yes = (page: Page) => page.locator('.answers .yes')

/** Whatever a thumb or a pointer meets at nine places of a thing is that thing. */
export async function expectFree(thing: Locator, where: string) {
  const covered = await thing.evaluate((button) => {
    const box = button.getBoundingClientRect()
    const at = (share: number, length: number) => Math.min(Math.max(share * length, 2), length - 2)
    return [0, 0.5, 1].flatMap((across) =>
      [0, 0.5, 1].flatMap((down) => {
        const [x, y] = [box.left + at(across, box.width), box.top + at(down, box.height)]
        if (x < 0 || y < 0 || x > innerWidth || y > innerHeight) return [`outside of the screen at ${x}, ${y}`]
        const met = document.elementFromPoint(x, y)
        return met && (button === met || button.contains(met)) ? [] : [`${met?.tagName}.${met?.className} at ${x}, ${y}`]
      }),
    )
  })
  expect(covered, where).toEqual([])
}

/** The tab key, until it stands there. */
export async function tabTo(page: Page, thing: Locator, most = 90) {
  for (let press = 0; press < most; press++) {
    if (await thing.evaluate((one) => one === document.activeElement).catch(() => false)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`the tab key does not reach ${thing}`)
}
