import { fileURLToPath } from 'node:url'

import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), tailwindcss()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    outDir: '../internal/httpapi/interface',
    emptyOutDir: true,
    manifest: 'files.json', // what the service worker keeps at hand
    assetsInlineLimit: 0, // everything stays a file of ours, as the content policy asks
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8080' } },
  test: { include: ['src/**/*.test.ts'] },
})
