import { fileURLToPath } from 'node:url'

import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

// What is used together comes together, and small pieces are pressed together better: all that a job's screens show but
// the four large benches, all that the desk keeps. Routes, and what they ask of, come first.
const together = (areas: string) => new RegExp(`/src/areas/(?:${areas})/(?!routes|open|keys)`)
const groups = [
  {
    name: 'bench',
    test: together('job|said|door|hunt|agree|verify|torque|work|checkin|inspect|guided|lives|brakes'),
  },
  { name: 'desk', test: together('shop|stores|practice|bikes') },
]

export default defineConfig({
  plugins: [vue(), tailwindcss()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    outDir: '../internal/httpapi/interface',
    emptyOutDir: true,
    manifest: 'files.json', // what the service worker keeps at hand
    rolldownOptions: { output: { codeSplitting: { groups, includeDependenciesRecursively: false } } },
    assetsInlineLimit: 0, // everything stays a file of ours, as the content policy asks
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8080' } },
  test: { include: ['src/**/*.test.ts'] },
})
