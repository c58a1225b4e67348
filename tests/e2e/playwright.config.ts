import { existsSync } from 'node:fs'
import { defineConfig } from '@playwright/test'

/** The headless build of Debian's Chromium, or the whole browser where that is all there is. */
const headless = '/usr/bin/chromium-headless-shell'

/** Debian's Chromium, with everything that would reach for the network turned off. */
export const chromium = {
  executablePath: existsSync(headless) ? headless : '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // A page that lives for seconds gains nothing from code that is made better as it runs.
    '--js-flags=--no-turbofan',
  ],
}

export default defineConfig({
  testMatch: '*.spec.ts',
  globalSetup: './sheds.ts',
  // A third uses what two leave while they wait for a page to settle.
  workers: 3,
  fullyParallel: true,
  retries: 0,
  // Generous: a busy machine is not a fault of the application.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  reporter: [['list'], ['json']],
  use: {
    launchOptions: chromium,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    reducedMotion: 'reduce',
    screenshot: 'only-on-failure',
    trace: 'off',
  },
})
