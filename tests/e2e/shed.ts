import { spawn, type ChildProcessWithoutNullStreams } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type Page } from '@playwright/test'

/** An id of version 7, as the pages make them. */
export const newId = () => {
  const hex = Date.now().toString(16).padStart(12, '0') + randomBytes(10).toString('hex')
  const parts = [hex.slice(0, 8), hex.slice(8, 12), `7${hex.slice(13, 16)}`, `8${hex.slice(17, 20)}`, hex.slice(20, 32)]
  return parts.join('-')
}

const server = new URL('../../.app/MuddyLedger.Web.dll', import.meta.url).pathname

/** Asks with JSON; a refusal is thrown. */
const ask = async (address: string, method: string, body: object) => {
  const response = await fetch(address, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  const text = await response.text()
  if (!response.ok) throw new Error(`${method} ${address}: ${response.status} ${text}`)
  return text
}

/** Where a server that was just started says it is. Whatever it says from then on is read away. */
export const addressIn = (server: ChildProcessWithoutNullStreams) =>
  new Promise<string>((found, failed) => {
    let said = ''
    const hear = (chunk: Buffer) => {
      said += chunk.toString()
      const at = / at (http:\/\/[\d.:]+)/.exec(said)
      if (at) found(at[1]!)
    }
    server.stdout.on('data', hear)
    server.stderr.on('data', hear)
    server.once('exit', (code) => failed(new Error(`The server ended with ${code}: ${said}`)))
  })

/**
 * A server over a folder of its own. It is one of many in the process that serves all tests, where there is one; by itself it is started as
 * `make demo` and `make run` start it.
 */
export class Shed {
  address = ''
  readonly folder = mkdtempSync(join(tmpdir(), 'muddy-e2e-'))
  private stopIt?: () => Promise<void>
  private port = 0

  constructor(
    private readonly demo: boolean,
    private readonly alone = false,
    private today = '2026-04-18T10:20',
  ) {}

  async start() {
    const sheds = process.env['MUDDY_LEDGER_SHEDS']
    await (sheds && !this.alone ? this.startAt(sheds) : this.startAlone())
    // Comes back under the same address, as an owner's does.
    this.port = Number(new URL(this.address).port)
  }

  private async startAlone() {
    const args = [server, '--data', this.folder, '--port', String(this.port), '--today', this.today]
    const own = spawn('dotnet', this.demo ? [...args, '--demo'] : args, { env: { ...process.env, TZ: 'UTC' } })
    this.stopIt = async () => {
      const ended = new Promise((gone) => own.once('exit', gone))
      own.kill('SIGTERM')
      await ended
    }
    this.address = await addressIn(own)
  }

  private async startAt(sheds: string) {
    const asked = { folder: this.folder, port: this.port, today: this.today, demo: this.demo }
    this.address = await ask(`${sheds}/start`, 'POST', asked)
    this.stopIt = async () => void (await ask(`${sheds}/stop`, 'POST', { address: this.address }))
  }

  async stop() {
    const stopIt = this.stopIt
    this.stopIt = undefined
    await stopIt?.()
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

  async send(method: string, path: string, body: object): Promise<unknown> {
    return JSON.parse(await ask(this.address + path, method, body))
  }

  /** The page of a demo bike. */
  async pageOf(nickname: string) {
    const shed = (await (await fetch(`${this.address}/api/shed`)).json()) as { bikes: { id: string; nickname: string }[] }
    return `${this.address}/bikes/${shed.bikes.find((bike) => bike.nickname === nickname)!.id}`
  }
}

/** One server for all tests of a worker: before each it goes back to the copy that was made of the shed as it was filled. */
class Shared {
  private constructor(
    readonly shed: Shed,
    readonly snapshot: string,
    private readonly copy: string,
  ) {}

  static async fill() {
    const shed = new Shed(true)
    await shed.start()
    const made = (await shed.send('POST', '/api/copies', { id: newId() })) as { name: string }
    // What a server of its own starts from: the same shed, in a folder that nobody writes to.
    await shed.stop()
    const snapshot = mkdtempSync(join(tmpdir(), 'muddy-e2e-filled-'))
    cpSync(shed.folder, snapshot, { recursive: true, filter: (path) => !path.includes('copies') })
    await shed.start()
    return new Shared(shed, snapshot, made.name)
  }

  async asFilled() {
    await this.shed.send('POST', `/api/copies/${this.copy}/go-back`, { id: newId() })
    return this.shed
  }

  /** Another shed that was filled alike, not started. */
  another({ alone = false } = {}) {
    const shed = new Shed(true, alone)
    cpSync(this.snapshot, shed.folder, { recursive: true })
    return shed
  }

  async end() {
    await this.shed.end()
    rmSync(this.snapshot, { recursive: true, force: true })
  }
}

export const test = base.extend<{ demo: Shed; own: Shed; alone: Shed; empty: Shed; quiet: void }, { filled: Shared }>({
  filled: [
    async ({}, use) => {
      const shared = await Shared.fill()
      await use(shared)
      await shared.end()
    },
    { scope: 'worker' },
  ],
  /** The demo shed as it was filled. Its server is shared: a test that stops it, or turns its clock, takes `own`. */
  demo: async ({ filled }, use) => use(await filled.asFilled()),
  own: async ({ filled }, use) => {
    const shed = filled.another()
    await shed.start()
    await use(shed)
    await shed.end()
  },
  /** The same in a process of its own. */
  alone: async ({ filled }, use) => {
    const shed = filled.another({ alone: true })
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
          !/status of (4\d\d|503)|ERR_(CONNECTION_REFUSED|CONNECTION_RESET|SOCKET_NOT_CONNECTED|EMPTY_RESPONSE|FAILED)/.test(
            message.text(),
          )
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

/** Lays a folded part of the bike's page open; one that opened by itself, since its task was settled, stays so. */
export async function unfold(page: Page, part: string) {
  const folder = page.locator('details.part').filter({ has: page.getByRole('heading', { name: part, exact: true }) })
  await expect(async () => {
    if ((await folder.getAttribute('open', { timeout: 5_000 })) === null)
      await folder.locator('> summary').click({ timeout: 5_000 })
    await expect(folder).toHaveAttribute('open', '', { timeout: 1_000 })
  }).toPass()
}

/** What the meter showed at the last reading, big at the head of the bike's page. */
export const dash = (page: Page) => page.locator('.meter .big').first()

/** Opens the reading dialog from the keyboard and waits until it takes what is typed. */
export async function openReading(page: Page) {
  await expect(dash(page)).toBeVisible()
  await page.keyboard.press('/')
  await expect(page.getByRole('textbox', { name: /^Reading/ })).toBeFocused()
}
