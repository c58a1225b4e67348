import { expect, it } from 'vitest'

const classesIn = (css: string) => [...css.matchAll(/\.([a-z][\w-]*)/g)].map((found) => found[1]!)
const library = import.meta.glob<string>('../../../node_modules/vuetify/lib/styles/{utilities,colors}.css', {
  query: '?raw',
  import: 'default',
  eager: true,
})
const own = Object.values(import.meta.glob<string>('../**/*.{vue,css}', { query: '?raw', import: 'default', eager: true }))

/** The styles of the pages, and those that a page has by itself. */
const styled = new Set(own.flatMap((text) => classesIn(text.replace(/<template>[^]*<\/template>/, ''))))

it("uses no helper class of the library's that is not loaded", () => {
  const helpers = new Set(Object.values(library).flatMap(classesIn))
  expect(helpers.size).toBeGreaterThan(1_000)
  const used = own.flatMap((text) => [...text.matchAll(/(?<![-\w])class="([^"]*)"/g)].flatMap((found) => found[1]!.split(/\s+/)))
  expect(used.length).toBeGreaterThan(500)
  expect([...new Set(used)].filter((name) => helpers.has(name) && !styled.has(name))).toEqual([])
  // What the library itself asks for, by what theme.ts sets.
  for (const name of ['rounded-0', 'elevation-0']) expect([helpers.has(name), styled.has(name)], name).toEqual([true, true])
})
