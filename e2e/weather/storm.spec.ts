import { type ChildProcess, fork } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { isDeepStrictEqual } from 'node:util'

import { expect, type Page, test } from '@playwright/test'
import { build } from 'vite'

import { type Dice, dice } from './dice'
import { Line, Shop } from './shop'

const seed = Number(process.env.STORM_SEED ?? Date.now() % 1_000_000)
const seconds = Number(process.env.STORM_SECONDS ?? 12)
const folder = '/tmp/utensil-storm'
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

interface Told {
  typed: [text: string, id: string][]
  acknowledged: string[]
  waiting: string[]
  statuses: [number, number][]
  refused: string[]
}

/** built bundles the client's code with its stand-in for a browser, to be run by Node. */
async function built(): Promise<string> {
  const out = mkdtempSync(join(tmpdir(), 'utensil-tablet-'))
  await build({
    configFile: false,
    logLevel: 'error',
    resolve: { alias: { '@': resolve('../ui/src') } },
    ssr: { noExternal: true },
    build: {
      ssr: resolve('weather/tablet.ts'),
      outDir: out,
      rollupOptions: { output: { entryFileNames: 'tablet.mjs' } },
    },
  })
  return join(out, 'tablet.mjs')
}

const told = <T>(tablet: ChildProcess, is: (said: unknown) => said is T) =>
  new Promise<T>((done, fail) => {
    tablet.on('message', (said) => is(said) && done(said))
    tablet.once('exit', (code) => fail(new Error(`a tablet ended (${code})`)))
  })
const word =
  (w: string) =>
  (said: unknown): said is string =>
    said === w
type Shown = { job: { id: string } }[]
const isShown = (said: unknown): said is Shown => Array.isArray(said)
const isTold = (said: unknown): said is Told => typeof said === 'object' && said !== null && 'typed' in said

/** Each does something bad for a while, and puts it right again. */
const weather: Record<string, (shop: Shop, line: Line, roll: Dice) => Promise<unknown>> = {
  'the network is cut': async (_, line, roll) => {
    line.set('cut')
    await pause(300 + roll(2500))
    line.set('open')
  },
  'answers are lost': async (_, line, roll) => {
    line.set('deaf')
    await pause(300 + roll(1500))
    line.set('open')
  },
  'the database freezes': async (shop, _, roll) => {
    shop.freeze()
    await pause(500 + roll(3000))
    shop.thaw()
  },
  'the server freezes': async (shop, _, roll) => {
    shop.halt()
    await pause(500 + roll(3000))
    shop.goOn()
  },
  'the database is hurt': async (shop, _, roll) => {
    shop.hurt(roll)
    await pause(500)
  },
  'the server is killed': async (shop, _, roll) => {
    await shop.crash()
    await pause(roll(1000))
    await shop.start()
  },
}

/** typing types notes on the screen until it is stopped, and reloads now and then; it tells what left its field. */
async function typing(page: Page, roll: Dice, going: () => boolean): Promise<string[]> {
  const typed: string[] = []
  const field = page.getByLabel('Note on the job')
  for (let n = 0; going(); n++) {
    const text = `browser ${n}`
    try {
      await field.fill(text, { timeout: 4000 })
      await page.evaluate(() => (document.documentElement.dataset.typed = 'here'))
      await page.getByRole('button', { name: 'Add' }).click({ timeout: 4000 })
      await expect(field).toHaveValue('', { timeout: 20_000 })
      await pause(100) // what is pressed is written down within a blink
      // A page that was loaded anew has an empty field, and has taken nothing.
      if (await page.evaluate(() => document.documentElement.dataset.typed)) typed.push(text)
    } catch {
      // what is still in its field is nobody's loss
    }
    if (roll(6) === 0) await page.reload({ timeout: 5000 }).catch(() => undefined)
    await pause(roll(300))
  }
  return typed
}

/** waiting is how many entries the tablet has written down that have not been answered. */
const waiting = () =>
  new Promise<number>((done, fail) => {
    const open = indexedDB.open('keyval-store')
    open.onerror = () => fail(new Error('no outbox'))
    open.onsuccess = () => {
      const all = open.result.transaction('keyval').objectStore('keyval').get('outbox')
      all.onsuccess = () => done(((all.result as unknown[] | undefined) ?? []).length)
      all.onerror = () => fail(new Error('no outbox'))
    }
  })

/** What is put away after the storm, however it ends: the latest first. */
const after: (() => unknown)[] = []
test.afterEach(async () => {
  for (const away of after.splice(0).reverse()) await away()
})

test('a storm: what was acknowledged stands once, what was typed is not lost', async ({ browser }) => {
  test.setTimeout(180_000 + seconds * 2000)
  console.log(`storm: seed ${seed}, ${seconds} s`)
  const roll = dice(seed)
  const shop = new Shop(folder, 8381)
  const line = new Line(8382, 8381)
  after.push(
    () => shop.stop(),
    () => line.close(),
  )
  const [script] = await Promise.all([built(), shop.start(true), line.open()])
  const direct = `http://127.0.0.1:${shop.port}`
  const { names } = (await (await fetch(`${direct}/api/session`)).json()) as {
    names: { id: string; name: string }[]
  }
  const tomas = names.find((n) => n.name.startsWith('Tomas'))?.id ?? ''
  const api = await browser.newContext({ baseURL: direct })
  await api.request.post('/api/session', { data: { staff: tomas, secret: '7391' } })
  const today = (await (await api.request.get('/api/today')).json()) as {
    jobs: { id: string; group: string }[]
  }
  const jobs = today.jobs.filter((j) => j.group !== 'gone').map((j) => j.id)

  const tablets = [1, 2, 3].map((i) =>
    fork(script, {
      env: {
        ...process.env,
        STORM_BASE: `http://127.0.0.1:${line.port}`,
        STORM_SEED: String(seed + i),
        STORM_NAME: `tablet-${i}`,
        STORM_STAFF: tomas,
        STORM_PIN: '7391',
        STORM_JOBS: jobs.slice(0, 4).join(','),
      },
    }),
  )
  for (const t of tablets) after.push(() => t.kill('SIGTERM'))
  await Promise.all(tablets.map((t) => told(t, word('ready'))))
  const context = await browser.newContext({ baseURL: `http://127.0.0.1:${line.port}` })
  const page = await context.newPage()
  const broken: string[] = []
  page.on(
    'response',
    (r) => r.status() >= 500 && r.status() !== 503 && broken.push(`${r.status()} ${r.url()}`),
  )
  page.on('pageerror', (e) => broken.push(String(e)))
  await page.goto(`/jobs/${jobs[0]}/work`) // where its notes are, however far it has come
  await page.getByRole('button', { name: 'Tomas Brandvold' }).click()
  await page.getByLabel('PIN or password of Tomas Brandvold').fill('7391')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Note on the job')).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()

  let going = true
  const hands = typing(page, dice(seed + 9), () => going)
  const until = Date.now() + seconds * 1000
  const kinds = Object.entries(weather)
  const happened: string[] = []
  while (Date.now() < until) {
    await pause(200 + roll(900))
    const [what, does] = kinds[roll(kinds.length)] ?? kinds[0]!
    happened.push(what)
    await does(shop, line, roll)
  }
  going = false
  line.set('open')
  const typed = await hands
  await Promise.all(tablets.map((t) => (t.send('stop'), told(t, word('stopped')))))
  const ends = await Promise.all(tablets.map((t) => (t.send('settle'), told(t, isTold))))
  await page.goto(`/jobs/${jobs[0]}/work`) // where its notes are, however far it has come
  await expect(page.getByLabel('Note on the job')).toBeVisible()
  await expect.poll(() => page.evaluate(waiting), { timeout: 60_000 }).toBe(0)

  const shown = await Promise.all(tablets.map((t) => (t.send('show'), told(t, isShown))))
  const wrong: string[] = broken
  const stand = new Map<string, number>()
  for (const id of jobs.slice(0, 4)) {
    const job = (await (await api.request.get(`/api/jobs/${id}`)).json()) as { notes: { text: string }[] }
    // What a tablet put together from changes, through all of it, is the job as the server has it.
    for (const views of shown)
      if (
        !isDeepStrictEqual(
          views.find((v) => v.job.id === id),
          job,
        )
      )
        wrong.push(`a tablet shows job ${id} otherwise`)
    for (const { text } of job.notes) stand.set(text, (stand.get(text) ?? 0) + 1)
  }
  const counts = new Map<string, number>()
  for (const what of happened) counts.set(what, (counts.get(what) ?? 0) + 1)
  let acknowledged = typed.length
  for (const end of ends) {
    acknowledged += end.acknowledged.length
    for (const [text, id] of end.typed) {
      const times = stand.get(text) ?? 0
      if (times > 1) wrong.push(`${text} stands ${times} times`)
      if (times === 0 && end.acknowledged.includes(id)) wrong.push(`${text} was acknowledged and is lost`)
      if (times === 0 && !end.waiting.includes(id)) wrong.push(`${text} is neither written nor waiting`)
    }
    for (const [status, times] of end.statuses)
      if (status >= 500 && status !== 503) wrong.push(`${times} answers were ${status}`)
  }
  for (const text of typed)
    if (stand.get(text) !== 1) wrong.push(`${text} stands ${stand.get(text) ?? 0} times`)
  console.log(
    `storm: ${acknowledged} acknowledged; ${[...counts].map(([what, n]) => `${what} ${n}×`).join(', ')}; ` +
      `${ends.flatMap((e) => e.refused).length} not kept (${[...new Set(ends.flatMap((e) => e.refused))].join(', ')}); ` +
      `answers ${ends.flatMap((e) => e.statuses.map(([s, n]) => `${s}: ${n}`)).join(', ')}`,
  )
  await context.close()
  await api.close()
  expect(acknowledged, 'somebody wrote something').toBeGreaterThan(seconds)
  expect(wrong, `seed ${seed}`).toEqual([])
})
