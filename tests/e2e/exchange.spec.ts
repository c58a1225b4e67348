import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { expect, test } from './shed'

test('a whole shed goes out as a file that fits its published schema, and into an empty one', async ({ page, demo, empty }) => {
  await page.goto(`${demo.address}/settings`)
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Take the whole shed out' }).click()
  const file = await (await download).path()

  // Checked by a library that is not the one that wrote it.
  const schema = (await (await fetch(`${demo.address}/api/export/schema`)).json()) as object
  const validate = new Ajv2020({ strict: false, allErrors: true }).compile(schema)
  const copy = JSON.parse(readFileSync(file, 'utf8')) as { bikes: { entries: { date: unknown }[] }[] }
  expect(validate(copy), JSON.stringify(validate.errors?.slice(0, 3))).toBe(true)
  copy.bikes[0]!.entries[0]!.date = 'last summer'
  expect(validate(copy)).toBe(false)

  await page.goto(empty.address)
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('hello') })
  await expect(page.getByText('This is no copy of a shed that can be read.')).toBeVisible()
  await page.locator('input[type=file]').setInputFiles(file)
  await expect(page.getByText(/Taken in: 6 bikes/)).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Bikes' }).getByText('Fathom')).toBeVisible()
})
