import { readdirSync, readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { test as base, expect } from '@playwright/test'
import { parse } from 'yaml'

const content = new URL('../../content/', import.meta.url).pathname

// The reader in C# is stricter still; this checks the published schemas with parsers that are not the ones in use.
for (const [folder, schema] of [
  ['access', 'access'],
  ['jobs', 'job'],
  ['schedules', 'schedule'],
  ['sets', 'set'],
  ['points', 'points'],
  ['claims', 'claims'],
  ['limits', 'limits'],
  ['wear', 'wear'],
] as const)
  base(`every file of ${folder} fits its schema`, () => {
    const ajv = new Ajv2020({ strict: false, allErrors: true })
    const validate = ajv.compile(JSON.parse(readFileSync(`${content}schemas/${schema}.schema.json`, 'utf8')) as object)
    const files = readdirSync(`${content}${folder}`).filter((name) => name.endsWith('.yaml'))
    expect(files.length).toBeGreaterThan(0)
    for (const name of files) {
      const file: unknown = parse(readFileSync(`${content}${folder}/${name}`, 'utf8'))
      expect(validate(file), `${name}: ${ajv.errorsText(validate.errors).slice(0, 400)}`).toBe(true)
      expect(validate({ ...(file as object), colour: 'red' }), `${name} with a key too many`).toBe(false)
    }
  })
