import { existsSync } from 'node:fs'

/** The browser, Debian's own: the one without windows where it is, as it does the same with two thirds of the work. */
export const browser =
  process.env.CHROMIUM ??
  ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((path) => existsSync(path))

/** How many demo shops run side by side: one for each worker, so that tests do not meet. */
export const shops = Number(process.env.UTENSIL_E2E_SHOPS ?? 3)

const port = Number(process.env.UTENSIL_E2E_PORT ?? 8191)
const folder = process.env.UTENSIL_E2E_DATA ?? '/tmp/utensil-e2e'

/** @param {number} shop */
export const urlOf = (shop) => `http://127.0.0.1:${port + shop}`
/** @param {number} shop */
export const data = (shop) => (shop ? `${folder}-${shop}` : folder)
