import { get, type IncomingMessage } from 'node:http'
import { expect, test } from './shed'

/** Asks as a browser does that takes these encodings, and unpacks nothing. */
const ask = (address: string, encoding: string) =>
  new Promise<{ headers: IncomingMessage['headers']; bytes: number }>((done, failed) =>
    get(address, { headers: { 'accept-encoding': encoding } }, (answer) => {
      let bytes = 0
      answer.on('data', (chunk: Buffer) => (bytes += chunk.length))
      answer.on('end', () => done({ headers: answer.headers, bytes }))
    }).on('error', failed),
  )

test('the first page comes packed, and plain to whoever cannot unpack it', async ({ demo }) => {
  const html = await (await fetch(demo.address)).text()
  const files = [...html.matchAll(/(?:src|href)="(\/assets\/[^"]+\.(?:js|css))"/g)].map((found) => found[1]!)
  expect(files.length).toBeGreaterThan(1)
  const packed = { js: 0, css: 0 }
  for (const file of new Set(files)) {
    const [br, plain] = [await ask(demo.address + file, 'gzip, br'), await ask(demo.address + file, 'identity')]
    expect(br.headers['content-encoding'], file).toBe('br')
    expect(br.headers['content-type']).toBe(plain.headers['content-type'])
    expect(br.headers.vary).toContain('Accept-Encoding')
    expect(plain.headers['content-encoding']).toBeUndefined()
    expect(br.bytes, file).toBeLessThan(plain.bytes)
    packed[file.endsWith('.css') ? 'css' : 'js'] += br.bytes
  }
  // What a first visit has to fetch before anything is shown.
  expect(packed.css).toBeLessThan(16_000)
  expect(packed.js).toBeLessThan(120_000)
  const answer = await ask(`${demo.address}/api/shed`, 'br')
  expect(answer.headers['content-encoding']).toBe('br')
  expect((await ask(`${demo.address}/api/export`, 'br')).headers['content-encoding']).toBeUndefined()
})

test('the largest page comes in a few pieces', async ({ page, demo }) => {
  const pieces = new Set<string>()
  page.on('request', (asked) => /\.(js|css)$/.test(asked.url()) && pieces.add(asked.url()))
  await page.goto(await demo.pageOf('Causeway'))
  await expect(page.getByRole('heading', { name: 'Causeway' }).first()).toBeVisible()
  await page.waitForLoadState('networkidle')
  expect(pieces.size).toBeGreaterThan(4)
  expect([...pieces].length).toBeLessThan(20)
})

test('the letters of all languages in Latin script come with the application', async ({ page, demo }) => {
  await page.goto(demo.address)
  await expect(page.getByRole('heading').first()).toBeVisible()
  for (const font of [
    '400 16px Barlow',
    '600 16px Barlow',
    "600 16px 'Barlow Condensed'",
    "700 16px 'Barlow Condensed'",
    "500 16px 'Spline Sans Mono'",
  ]) {
    const loaded = await page.evaluate(
      async ([font, text]) => (await document.fonts.load(font!, text)).map((face) => face.status),
      [font, 'Zündkerze Łańcuch Řetěz Bujías İğne'],
    )
    // One file for the letters of Western Europe, another for the rest.
    expect(loaded, font).toEqual(['loaded', 'loaded'])
  }
})
