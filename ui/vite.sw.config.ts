import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

import { defineConfig } from 'vite'

import { filesOf } from './src/worker/files'

// The service worker is built after the interface, whose files it is told.
const built = new URL('../internal/httpapi/interface/', import.meta.url)
const read = (name: string) => readFileSync(new URL(name, built))

export default defineConfig(() => ({
  publicDir: false as const,
  define: {
    __FILES__: JSON.stringify(
      filesOf(
        JSON.parse(read('files.json').toString()),
        createHash('sha256').update(read('index.html')).digest('hex').slice(0, 16),
      ),
    ),
    'process.env.NODE_ENV': '"production"',
  },
  build: {
    outDir: fileURLToPath(built),
    emptyOutDir: false,
    lib: { entry: 'src/worker/sw.ts', formats: ['iife' as const], name: 'sw', fileName: () => 'sw.js' },
  },
}))
