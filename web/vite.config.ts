import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), vuetify()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: { target: 'es2023', chunkSizeWarningLimit: 700 },
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
    server: { deps: { inline: ['vuetify'] } },
  },
})
