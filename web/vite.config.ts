import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

type Graph = { getModuleInfo: (id: string) => { importedIds: readonly string[] } | null }
const inFirst = new Set<string>()

/** What the first page cannot do without: all that is reached from the beginning of the program and does not wait until it is asked for. */
function isFirst(id: string, graph: Graph) {
  if (inFirst.size === 0) {
    const open = [fileURLToPath(new URL('./src/main.ts', import.meta.url))]
    for (let next = open.pop(); next; next = open.pop())
      if (!inFirst.has(next)) {
        inFirst.add(next)
        open.push(...(graph.getModuleInfo(next)?.importedIds ?? []))
      }
  }
  return inFirst.has(id)
}

const isSheet = /[\\/](ReadingDialog\.vue|VTextarea\.js|VCheckbox\.js)/
const isChoice = /[\\/]VSelect\.js/

export default defineConfig({
  plugins: [vue(), vuetify()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    target: 'es2023',
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        // Each piece is a way to the server and back: what every sheet is made of, and what lists are chosen from, is one and not thirty.
        codeSplitting: {
          groups: [
            { name: (id, graph) => (isFirst(id, graph) ? 'first' : null), priority: 3, includeDependenciesRecursively: false },
            { name: 'sheets', test: isSheet, priority: 2 },
            { name: 'choices', test: isChoice, priority: 1 },
            { name: 'shared', minShareCount: 2, includeDependenciesRecursively: false },
          ],
        },
      },
    },
  },
  server: {
    host: '127.0.0.1',
    port: 5211,
    proxy: { '/api': { target: 'http://127.0.0.1:5210', changeOrigin: true, headers: { origin: 'http://127.0.0.1:5210' } } },
  },
  test: {
    environment: 'happy-dom',
    // A window of its own for each file took nine tenths of the time.
    isolate: false,
    setupFiles: './vitest.setup.ts',
    testTimeout: 60_000,
    // Styles are left out, but where a test reads them.
    css: { include: [/[?&]raw/] },
    server: { deps: { inline: ['vuetify'] } },
  },
})
