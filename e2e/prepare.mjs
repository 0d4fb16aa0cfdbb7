// Tells the scene once, and copies the folder for every other shop: to tell it takes a minute of a whole core.
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'

import { data, shops, urlOf } from './shops.mjs'

const up = (/** @type {number} */ shop) =>
  fetch(`${urlOf(shop)}/healthz`).then(
    (answer) => answer.ok,
    () => false,
  )

if (!process.env.CI && (await up(0))) process.exit() // a shop that is left running for tests is used as it is
const host = new URL(urlOf(0)).host
const bin = new URL('../bin/utensil', import.meta.url).pathname
const shop = spawn(bin, ['demo', '--fresh', '--data', data(0), '--address', host], {
  stdio: ['ignore', 'ignore', 'inherit'],
})
const ended = new Promise((done) => shop.once('exit', done))
for (let i = 0; !(await up(0)); i++) {
  if (i > 600 || shop.exitCode !== null)
    throw new Error('The shop that the others are copied from did not start.')
  await pause(500)
}
shop.kill('SIGTERM')
await ended
for (let i = 1; i < shops; i++) {
  // Only what is a shop of ours goes.
  if (existsSync(join(data(i), 'data', 'PG_VERSION'))) rmSync(data(i), { recursive: true })
  execFileSync('cp', ['-a', data(0), data(i)])
  writeFileSync(`${data(i)}.log`, '')
}
