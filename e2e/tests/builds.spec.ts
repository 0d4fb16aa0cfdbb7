import { createServer, request as ask, type Server } from 'node:http'

import { type Browser, expect, type Page } from '@playwright/test'

import { openJob, signIn, stage, test } from './bench'

/**
 * Before stands in front of the shop and serves its interface as another build of it would be: every script under
 * another name, wherever it is named.
 */
class Before {
  build = 'a'
  private server?: Server
  constructor(
    private readonly shop: URL,
    private readonly port: number,
  ) {}

  get url() {
    return `http://127.0.0.1:${this.port}`
  }

  async open() {
    const page = await (await fetch(this.shop)).text()
    const main = /assets\/(index-[\w-]+)\.js/.exec(page)?.[1] ?? ''
    const suffix = () => `-build-${this.build}`
    this.server = createServer((req, res) => {
      const script = /^\/assets\/.*\.js$/.test(req.url ?? '')
      if (script && !req.url?.endsWith(`${suffix()}.js`)) {
        res.writeHead(404).end() // a file of another build
        return
      }
      const headers = { ...req.headers, 'accept-encoding': 'identity' }
      const path = req.url?.replace(suffix(), '')
      const to = ask(
        { host: this.shop.hostname, port: this.shop.port, method: req.method, path, headers },
        (from) => {
          const text = /html|javascript/.test(from.headers['content-type'] ?? '')
          if (!text) {
            res.writeHead(from.statusCode ?? 502, from.headers)
            from.pipe(res)
            return
          }
          const parts: Buffer[] = []
          from.on('data', (d: Buffer) => parts.push(d))
          from.on('end', () => {
            // The page, which names the scripts, is known by its content.
            const body = Buffer.concat(parts)
              .toString()
              .replaceAll(/((?:\.\/|assets\/)[\w$.-]+)\.js/g, `$1${suffix()}.js`)
              .replace(/(index\.html`,revision:`)(\w+)/, `$1$2${this.build}`)
            const rest = { ...from.headers }
            for (const old of ['content-length', 'etag', 'last-modified']) delete rest[old]
            res.writeHead(from.statusCode ?? 502, rest).end(body)
          })
        },
      )
      to.on('error', () => res.destroy())
      req.pipe(to)
    })
    await new Promise<void>((resolve) => this.server?.listen(this.port, '127.0.0.1', resolve))
    return (build: string) => `/assets/${main}-build-${build}.js`
  }

  close() {
    this.server?.closeAllConnections()
    this.server?.close()
  }
}

/** kept is the paths of the files that the tablet keeps at hand. */
const kept = (page: Page) =>
  page.evaluate(async () => {
    const names = await caches.keys()
    const all = await Promise.all(names.map(async (n) => (await caches.open(n)).keys()))
    return all.flat().map((r) => new URL(r.url).pathname)
  })

/** waits says whether a build has come whole and waits for a page to open. */
const waits = async () => !!(await navigator.serviceWorker.getRegistration())?.waiting

/** begun opens a tablet on a build, while the next one has come and waits. */
async function begun(browser: Browser, shop: string, port: number) {
  const before = new Before(new URL(shop), port)
  const main = await before.open()
  const context = await browser.newContext({ baseURL: before.url })
  const page = await context.newPage()
  await signIn(page)
  await page.evaluate(() => navigator.serviceWorker.ready)
  await expect.poll(() => kept(page)).toContain(main('a'))

  /** next has another build come and wait, while the page goes on with its own files, which the server has no more. */
  async function next(build: string) {
    before.build = build
    await page.getByRole('link', { name: 'Practice' }).click()
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.reload()
    await expect.poll(() => kept(page), { timeout: 30_000 }).toContain(main(build))
    await expect.poll(() => page.evaluate(waits), { timeout: 30_000 }).toBe(true)
  }
  await next('b')
  return { page, context, main, next, end: () => context.close().then(() => before.close()) }
}

const builtAs = (page: Page, script: string) => page.locator(`script[src="${script}"]`)

test('a new build takes over as the tablet is taken up again, sheds the files of the one before, and works without a network', async ({
  browser,
  baseURL,
}, info) => {
  const { page: old, context, main, end } = await begun(browser, baseURL ?? '', 8450 + info.parallelIndex)
  await old.close()
  const page = await context.newPage()
  const wrong: string[] = []
  page.on('pageerror', (e) => wrong.push(String(e)))
  await page.goto('/practice')
  // The page takes the new build while it is asked, and is then another.
  await expect(async () => expect(await kept(page)).not.toContain(main('a'))).toPass({ timeout: 30_000 })
  await expect(builtAs(page, main('b'))).toHaveCount(1)

  await context.setOffline(true)
  await page.reload()
  await expect(builtAs(page, main('b'))).toHaveCount(1)
  await expect(page.getByRole('heading', { level: 1, name: 'Practice' })).toBeVisible()
  expect(wrong).toEqual([])
  await end()
})

test('a page that is reloaded is of the new build soon; one that is being typed on stays until it goes elsewhere', async ({
  browser,
  baseURL,
}, info) => {
  test.slow()
  const { page, main, next, end } = await begun(browser, baseURL ?? '', 8450 + info.parallelIndex)
  await page.reload()
  await expect(builtAs(page, main('b'))).toHaveCount(1, { timeout: 60_000 })

  await page.goto('/')
  await openJob(page, 'Osmund Orchard')
  await stage(page, 'Work').click()
  const field = page.getByLabel('Note on the job')
  await expect(field).toBeVisible()
  const work = page.url()

  await next('c')
  // Opened where it is typed on, a finger on it from its first moment: a page takes the new build at once while nobody
  // has touched it, and as it goes elsewhere.
  await page.addInitScript(() => setInterval(() => dispatchEvent(new Event('pointerdown')), 100))
  await page.goto(work)
  await field.pressSequentially('Half a no')
  // Asked while it is busy, the browser lets the build before go on for half a minute.
  await expect.poll(() => kept(page), { timeout: 60_000 }).not.toContain(main('b'))
  await expect(field).toHaveValue('Half a no')
  await expect(builtAs(page, main('b'))).toHaveCount(1)
  await stage(page, 'Inspect').click()
  await expect(builtAs(page, main('c'))).toHaveCount(1)
  await stage(page, 'Work').click()
  await expect(field).toHaveValue('Half a no')
  await field.fill('')
  await end()
})
