import { defineConfig } from '@playwright/test'

const port = Number(process.env.UTENSIL_E2E_PORT ?? 8191)
const data = process.env.UTENSIL_E2E_DATA ?? '/tmp/utensil-e2e'

export default defineConfig({
  testDir: 'tests',
  timeout: 300_000,
  expect: { timeout: 20_000 },
  retries: 1, // a busy machine is given a second chance; the report says which test needed it
  workers: 1, // one shop, one database: tests follow each other
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
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
  webServer: {
    command: `../bin/utensil demo --fresh --data ${data} --address 127.0.0.1:${port} 2>>${data}.log`,
    url: `http://127.0.0.1:${port}/healthz`,
    timeout: 120_000,
    reuseExistingServer: !process.env.CI,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 20_000 },
  },
})
