import { defineConfig } from '@playwright/test'

import { browser, data, shops, urlOf } from './shops.mjs'

export default defineConfig({
  projects: [
    { name: 'shop', testDir: 'tests' },
    // Storm and wandering look for what nobody thought of: they come last, and a second chance would hide what they find.
    { name: 'weather', testDir: 'weather', dependencies: ['shop'], retries: 0 },
  ],
  timeout: 300_000,
  expect: { timeout: 20_000 },
  retries: 0,
  workers: shops, // each with a shop and a database of its own; within a file tests follow each other
  reporter: [['list']],
  use: {
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: browser,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: Array.from({ length: shops }, (_, i) => ({
    command: `../bin/utensil demo --data ${data(i)} --address ${new URL(urlOf(i)).host} --trusted-proxy 127.0.0.1 2>>${data(i)}.log`,
    url: `${urlOf(i)}/healthz`,
    timeout: 300_000,
    reuseExistingServer: !process.env.CI,
    gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 20_000 },
  })),
})
