import { createReadStream, existsSync, statSync } from 'node:fs'
import { createServer } from 'node:http'
import { join, normalize } from 'node:path'
import type { AddressInfo } from 'node:net'
import { expect, test } from './shed'

/** The application's rules, built for a browser: see tests/MuddyLedger.Browser. */
const folder = new URL('../../.phone/wwwroot', import.meta.url).pathname

const page = `<!doctype html><meta charset="utf-8"><title>Phone</title><script type="module">
  import { dotnet } from '/_framework/dotnet.js'
  const { getAssemblyExports } = await dotnet
    .withConfig({ globalizationMode: 'invariant' })
    .withEnvironmentVariable('DOTNET_SYSTEM_GLOBALIZATION_INVARIANT', '1')
    .create()
  const { Phone } = (await getAssemblyExports('MuddyLedger.Browser.dll')).MuddyLedger.Browser
  window.phone = {
    ready: performance.now(),
    fill: (moment) => Phone.FillAsync(moment),
    bike: (name) => Phone.BikeAsync(name),
    viewing: (name) => Phone.ViewingAsync(name),
  }
</script>`

const kinds: Record<string, string> = { js: 'text/javascript', wasm: 'application/wasm', json: 'application/json' }

/** Hands out the files packed, as a server does, and counts what goes over the wire. */
const serve = async () => {
  const sent = { bytes: 0 }
  const server = createServer((asked, answer) => {
    const path = normalize(new URL(asked.url!, 'http://phone').pathname)
    if (path === '/') return void answer.setHeader('content-type', 'text/html').end(page)
    const file = join(folder, path)
    const packed = existsSync(`${file}.br`) ? `${file}.br` : file
    if (!existsSync(packed)) return void answer.writeHead(404).end()
    answer.setHeader('content-type', kinds[path.slice(path.lastIndexOf('.') + 1)] ?? 'application/octet-stream')
    if (packed !== file) answer.setHeader('content-encoding', 'br')
    sent.bytes += statSync(packed).size
    createReadStream(packed).pipe(answer)
  })
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening))
  return { sent, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, end: () => server.close() }
}

type Phone = {
  phone?: {
    ready: number
    fill: (moment: string) => Promise<void>
    bike: (name: string) => Promise<string>
    viewing: (name: string) => Promise<string>
  }
}

/** What must be the same wherever it is worked out: everything but ids. */
const without = (answer: unknown) =>
  JSON.parse(JSON.stringify(answer).replace(/[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/g, 'id')) as Record<
    string,
    unknown
  >

test('the rules answer in a browser by themselves, and say what the server says', async ({ demo, page: tab }) => {
  const files = await serve()
  try {
    const ready: number[] = []
    for (let start = 0; start < 3; start++) {
      files.sent.bytes = 0
      await tab.goto('about:blank')
      await tab.goto(files.address)
      await tab.waitForFunction(() => (window as Phone).phone)
      ready.push(await tab.evaluate(() => (window as Phone).phone!.ready))
    }
    const took: number[] = []
    const timed = async <T>(ask: () => Promise<T>) => {
      const began = Date.now()
      const said = await ask()
      took.push(Date.now() - began)
      return said
    }
    await timed(() => tab.evaluate(() => (window as Phone).phone!.fill('2026-04-18T10:20:00Z')))
    const bike = await timed(() => tab.evaluate(() => (window as Phone).phone!.bike('Causeway')))
    const viewing = await timed(() => tab.evaluate(() => (window as Phone).phone!.viewing('Twelve-hour Scree')))

    const same = (here: Record<string, unknown>, there: Record<string, unknown>, parts: string[]) => {
      for (const part of parts) expect(here[part], part).toEqual(there[part])
    }
    const served = async (path: string) => without(await (await fetch(demo.address + path)).json())
    const page = new URL(await demo.pageOf('Causeway')).pathname
    same(without(JSON.parse(bike)), await served(`/api${page}`), [
      'profile',
      'meters',
      'tasks',
      'reservoirs',
      'gates',
      'jobs',
      'warnings',
      'today',
    ])
    const viewings = (await (await fetch(`${demo.address}/api/viewings`)).json()) as { id: string; name: string }[]
    const one = viewings.find((view) => view.name === 'Twelve-hour Scree')!
    same(without(JSON.parse(viewing)), await served(`/api/viewings/${one.id}`), [
      'cost',
      'score',
      'trust',
      'offers',
      'verdict',
      'zones',
    ])

    const size = files.sent.bytes
    console.log(
      `phone: ${(size / 1e6).toFixed(2)} MB over the wire, ready after ${ready.map((ms) => Math.round(ms)).join(', ')} ms, demo shed, a bike and a viewing in ${took.join(', ')} ms`,
    )
    expect(size).toBeLessThan(3_000_000)
    // The best of three: a busy machine is not a fault of the application.
    expect(Math.min(...ready)).toBeLessThan(1_500)
  } finally {
    files.end()
  }
})
