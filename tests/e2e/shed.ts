import { spawn, type ChildProcess } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type Page } from '@playwright/test'

const server = new URL('../../src/MuddyLedger.Web/bin/Release/net10.0/MuddyLedger.Web.dll', import.meta.url).pathname

/** A server of its own over a folder of its own, started as `make demo` and `make run` start it. */
export class Shed {
  address = ''
  readonly folder = mkdtempSync(join(tmpdir(), 'muddy-e2e-'))
  private process?: ChildProcess
  private port = 0

  constructor(
    private readonly demo: boolean,
    private today = '2026-04-18T10:20',
  ) {}

  async start() {
    const args = [server, '--data', this.folder, '--port', String(this.port), '--today', this.today]
    this.process = spawn('dotnet', this.demo ? [...args, '--demo'] : args, { env: { ...process.env, TZ: 'UTC' } })
    let said = ''
    this.address = await new Promise<string>((found, failed) => {
      const hear = (chunk: Buffer) => {
        said += chunk.toString()
        const at = /is at (http:\/\/[\d.:]+)/.exec(said)
        if (at) found(at[1]!)
      }
      this.process!.stdout!.on('data', hear)
      this.process!.stderr!.on('data', hear)
      this.process!.once('exit', (code) => failed(new Error(`The server ended with ${code}: ${said}`)))
    })
    // Comes back under the same address, as an owner's does.
    this.port = Number(new URL(this.address).port)
  }

  async stop() {
    if (!this.process || this.process.exitCode !== null) return
    const ended = new Promise((gone) => this.process!.once('exit', gone))
    this.process.kill('SIGTERM')
    await ended
  }

  async restart(today?: string) {
    await this.stop()
    if (today) this.today = today
    await this.start()
  }

  async end() {
    await this.stop()
    rmSync(this.folder, { recursive: true, force: true })
  }

  /** The page of a demo bike. */
  async pageOf(nickname: string) {
    const shed = (await (await fetch(`${this.address}/api/shed`)).json()) as { bikes: { id: string; nickname: string }[] }
    return `${this.address}/bikes/${shed.bikes.find((bike) => bike.nickname === nickname)!.id}`
  }
}

export const test = base.extend<{ demo: Shed; empty: Shed; quiet: void }, { filled: string }>({
  /** The demo shed is laid out once; each test has a copy of its own. */
  filled: [
    async ({}, use) => {
      const shed = new Shed(true)
      await shed.start()
      await shed.stop()
      await use(shed.folder)
      await shed.end()
    },
    { scope: 'worker' },
  ],
  demo: async ({ filled }, use) => {
    const shed = new Shed(true)
    cpSync(filled, shed.folder, { recursive: true })
    await shed.start()
    await use(shed)
    await shed.end()
  },
  empty: async ({}, use) => {
    const shed = new Shed(false)
    await shed.start()
    await use(shed)
    await shed.end()
  },
  /** Nothing may go wrong unseen, and nothing may be fetched from anywhere else. */
  quiet: [
    async ({ page }, use) => {
      const wrong: string[] = []
      page.on('pageerror', (error) => wrong.push(error.message))
      page.on('console', (message) => {
        // A refusal is answered with a status that the browser logs by itself.
        if (
          message.type() === 'error' &&
          !/status of (4\d\d|503)|ERR_CONNECTION_REFUSED|ERR_EMPTY_RESPONSE|ERR_FAILED/.test(message.text())
        )
          wrong.push(message.text())
      })
      page.on('request', (request) => {
        if (!/^(http:\/\/127\.0\.0\.1:|data:|blob:)/.test(request.url())) wrong.push(`asked for ${request.url()}`)
      })
      await use()
      expect(wrong).toEqual([])
    },
    { auto: true },
  ],
})

export { expect }

export const item = (page: Page, component: string, act: string) =>
  page
    .getByRole('listitem')
    .filter({ has: page.getByText(component, { exact: true }) })
    .filter({ has: page.getByText(act, { exact: true }) })

/** What the meter showed at the last reading, big at the head of the bike's page. */
export const dash = (page: Page) => page.locator('.meter .big').first()

/** Opens the reading dialog from the keyboard and waits until it takes what is typed. */
export async function openReading(page: Page) {
  await expect(dash(page)).toBeVisible()
  await page.keyboard.press('/')
  await expect(page.getByRole('textbox', { name: /^Reading/ })).toBeFocused()
}
