import vue from '@vitejs/plugin-vue'
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers'
import Icons from 'unplugin-icons/vite'
import Components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vitest/config'

// `make dev` says where the API listens.
const api = process.env['TARTE_API'] ?? 'http://127.0.0.1:8000'

export default defineConfig({
  plugins: [
    vue(),
    Components({ dirs: [], dts: false, resolvers: [BootstrapVueNextResolver()] }),
    Icons({ compiler: 'vue3' }),
  ],
  resolve: { alias: { '@': new URL('./src', import.meta.url).pathname } },
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  // Tests draw their boxes from the registry of quantities that the core reads.
  server: { proxy: { '/api': api }, fs: { allow: ['.', '../dough/data'] } },
  // Ballots have a page of their own: guests' phones load nothing of the kitchen's screens.
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    rolldownOptions: { input: { main: 'index.html', ballot: 'ballot.html' } },
  },
  // One jsdom for all files of a worker: making one for each takes ten times as long as the tests.
  test: {
    // A slow machine is no failure.
    testTimeout: 60_000,
    environment: 'jsdom',
    isolate: false,
    include: ['src/**/*.spec.ts'],
    css: false,
  },
})
