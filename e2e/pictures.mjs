// Takes the pictures of docs/screenshots from the demo, told as of one day: make pictures.
import { spawn } from 'node:child_process'
import { setTimeout as pause } from 'node:timers/promises'

import { chromium } from '@playwright/test'

import { browser as program } from './shops.mjs'

const on = '2026-10-07T09:40:00Z'
const base = 'http://127.0.0.1:8399'
const bin = new URL('../bin/utensil', import.meta.url).pathname
const folder = new URL('../docs/screenshots/', import.meta.url).pathname
const data = process.env.UTENSIL_PICTURES ?? '/tmp/utensil-pictures'
const shop = spawn(bin, ['demo', '--fresh', '--on', on, '--data', data, '--address', new URL(base).host], {
  stdio: ['ignore', 'ignore', 'inherit'],
})
const up = () =>
  fetch(`${base}/healthz`).then(
    (answer) => answer.ok,
    () => false,
  )
for (let i = 0; !(await up()); i++) {
  if (i > 600 || shop.exitCode !== null) throw new Error('The shop to take pictures of did not start.')
  await pause(500)
}

const browser = await chromium.launch({
  executablePath: program,
  args: ['--no-sandbox', '--disable-gpu', '--force-color-profile=srgb'],
})
const context = await browser.newContext({
  viewport: { width: 1280, height: 800 },
  baseURL: base,
  locale: 'en-GB',
  timezoneId: 'Europe/London',
})
await context.clock.setFixedTime(new Date(on))
const page = await context.newPage()
page.on('pageerror', (e) => console.error(`on ${page.url()}: ${e.message}`))

/** take waits until nothing is asked any more, and takes the picture. */
async function take(/** @type {string} */ name, from = page) {
  await from.waitForLoadState('networkidle')
  await from.evaluate(() => document.fonts.ready)
  await from.screenshot({ path: `${folder}${name}.png`, animations: 'disabled' })
  console.log(name)
}
/** job opens a bike's job at one of its places. */
async function job(/** @type {string} */ title, /** @type {string} */ place = '') {
  await page.goto('/')
  await page
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click()
  await page.waitForURL(/\/jobs\//)
  if (place) await page.goto(page.url().replace(/(jobs\/[^/?]+).*/, `$1/${place}`))
}
const press = (/** @type {string | RegExp} */ name) => page.getByRole('button', { name }).first().click()

try {
  await page.goto('/')
  await press('Ida Oyelaran')
  await page.getByLabel('PIN or password of Ida Oyelaran').fill('4826')
  await page.keyboard.press('Enter')
  await page.getByRole('link', { name: 'Take a bike in' }).waitFor()
  await take('today')
  await page.goto('/check-in')
  await take('check-in')
  await job('Pelham Drover', 'inspect?at=chain')
  await take('inspect')
  await page.goto(page.url().replace(/inspect.*/, 'hunt'))
  await take('hunt')
  await page.goto(page.url().replace(/hunt.*/, 'strip'))
  await page.locator('h3:has-text("Taken apart") + ul button').first().click()
  await take('strip')
  await job('Lanternlight Nocturne', 'agree')
  await take('agree')
  await press('Make a link')
  const link = page.getByRole('link', { name: /\/o\// })
  const owner = await context.newPage()
  await owner.setViewportSize({ width: 390, height: 844 })
  await owner.goto((await link.getAttribute('href')) ?? '')
  await owner.getByRole('heading').first().waitFor()
  await take('owner', owner)
  await owner.close()
  await job('Bracken Sapling', 'work')
  const alone = page.getByRole('region', { name: 'By itself' })
  await alone.getByRole('button', { name: 'Leave something to itself' }).click()
  await alone.getByRole('button', { name: /^What/ }).click()
  await page.getByRole('option', { name: /lever uppermost/ }).click()
  await alone.getByRole('button', { name: 'It goes on' }).click()
  await alone.getByRole('button', { name: /^Seen to/ }).waitFor()
  await page.getByRole('heading', { level: 3 }).hover() // and the thread from its top
  await page.mouse.wheel(0, -2000)
  await take('work')
  await job('Staithe Packet no. 1', 'work')
  await page.getByRole('link', { name: /^Go on/ }).click()
  await take('run')
  await page.goto(page.url().replace(/run.*/, 'brakes'))
  await take('brakes')
  await job('Pelham Weirkeeper', 'contacts')
  await take('contacts')
  await job('Bracken Sapling', 'ride?at=stop')
  await page.getByLabel('At the mark, km/h').fill('25')
  await page.getByLabel('Stood after, m').fill('11')
  await page.getByText(/does what it has to/).waitFor()
  await take('ride')
  await job('Oxbow Sixteen', 'verify')
  await take('verify')
  await job('Netloft One', 'hand-over')
  await take('hand-over')
  await job('Halyard Spoonbill', 'wheels')
  await take('wheel')
  await job('Windlass Sphagnum', 'air?at=fork')
  await take('air')
  await job('Wherry Plover', 'gears')
  await take('gears')
  await page.goto('/bikes')
  await page
    .getByRole('link', { name: /Pelham Drover, green/ })
    .first()
    .click()
  await take('bike')
  for (const [place, name] of [['/stores', 'stores']]) {
    await page.goto(place ?? '/')
    await take(name ?? '')
  }
} finally {
  await browser.close()
  shop.kill('SIGTERM')
}
