import { expect, type Page } from '@playwright/test'

import { openJob, signIn, stage, test } from './bench'

const run = (page: Page) => page.getByRole('navigation', { name: 'Torque run' })
const open = (page: Page) => run(page).getByRole('button', { name: /^not looked at/ })

test('a tablet without a network goes on with the run, is reloaded, and loses and doubles nothing', async ({
  browser,
}) => {
  const tablet = async () => {
    const context = await browser.newContext()
    return { context, page: await context.newPage() }
  }
  const { context, page } = await tablet()
  await signIn(page)
  await openJob(page, 'Windlass Sphagnum')
  await stage(page, 'Verify').click()
  await expect(run(page).locator('[aria-current="step"]')).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload() // now the service worker has everything at hand
  await expect(run(page).locator('[aria-current="step"]')).toBeVisible()

  const log = async () => {
    const left = await open(page).count()
    const range = /([\d.]+) to ([\d.]+)/.exec(
      (await page
        .locator('#torque-verdict')
        .textContent({ timeout: 500 })
        .catch(() => '')) ?? '',
    )
    if (range) await page.locator('#torque').fill(String((Number(range[1]) + Number(range[2])) / 2))
    await page.keyboard.press('Enter')
    await expect(open(page)).toHaveCount(left - 1)
  }
  await log()
  await context.setOffline(true)
  for (let i = 0; i < 3; i++) await log()
  await expect(page.getByText('3 waiting on this tablet.')).toBeVisible()
  const before = await open(page).count()
  await page.reload()
  await expect(page.getByText('3 waiting on this tablet.')).toBeVisible()
  await expect(open(page)).toHaveCount(before)
  await log()

  // Meanwhile a colleague logs the first of them too, on a tablet that has a network.
  const other = (await tablet()).page
  await signIn(other, 'Tomas Brandvold')
  await openJob(other, 'Windlass Sphagnum')
  await stage(other, 'Verify').click()
  await expect(run(other).locator('[aria-current="step"]')).toBeVisible()
  const theirs = open(other)
  const n = await theirs.count()
  const shown = /([\d.]+) to ([\d.]+)/.exec(await other.locator('#torque-verdict').innerText())
  await other.locator('#torque').fill(shown?.[1] ?? '')
  await other.keyboard.press('Enter')
  await expect(theirs).toHaveCount(n - 1)

  // A tyre is left at its pressure meanwhile, and waits like a bolt.
  await run(page)
    .getByRole('button', { name: /Front tyre/ })
    .click()
  await page.getByLabel('Front tyre, bar or psi').fill('2.4')
  await page.keyboard.press('Enter')
  await expect(page.getByText('5 waiting on this tablet.')).toBeVisible()
  await expect(run(page).getByRole('button', { name: /Front tyre/ })).toContainText('2.4')
  const sent: string[] = []
  page.on('request', (r) => {
    if (r.method() === 'POST' && r.url().endsWith('/entries'))
      sent.push((r.postDataJSON() as { id: string }).id)
  })
  await context.setOffline(false)
  await expect(page.getByText('waiting on this tablet.')).toBeHidden({ timeout: 30_000 })
  expect(new Set(sent).size).toBe(5)
  expect([...sent].sort(), 'sent in the order they were written').toEqual(sent)
  await expect(open(page)).toHaveCount(before - 2)
  await expect(open(other)).toHaveCount(before - 2)
  await expect(run(other)).toContainText('logged twice') // both figures are shown
})

test('what cannot be kept is not called kept: the figure stays in its field', async ({ page, context }) => {
  await page.addInitScript(() => {
    // A tablet whose storage is full refuses every write.
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  await signIn(page)
  await openJob(page, 'Windlass Sphagnum')
  await stage(page, 'Verify').click()
  await expect(run(page).locator('[aria-current="step"]')).toBeVisible()
  await context.setOffline(true)
  const left = await open(page).count()
  await page.locator('#torque').fill('7.7')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/this tablet can keep nothing/).first()).toBeVisible({ timeout: 15_000 })
  await expect(page.locator('#torque')).toHaveValue('7.7')
  await expect(open(page)).toHaveCount(left)
  await expect(page.getByText('waiting on this tablet.')).toHaveCount(0)
})

test('no answer empties what was typed after it was sent, and a reading without a network outlives a reload', async ({
  page,
  context,
}) => {
  test.slow()
  await signIn(page)
  await openJob(page, 'Osmund Orchard')
  await stage(page, 'Work').click()
  const note = page.getByLabel('Note on the job')
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await page.route('**/entries', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500))
    await route.continue()
  })
  await note.fill('the first one')
  await page.keyboard.press('Control+Enter')
  await note.fill('the second one')
  await expect(page.getByRole('listitem').filter({ hasText: 'the first one' })).toBeVisible()
  await expect(note).toHaveValue('the second one')
  await page.unroute('**/entries')

  await stage(page, 'Inspect').click()
  const route = page.getByRole('navigation', { name: /Route/ })
  await route
    .getByRole('button', { name: /Chain(?! tension|rings)/ })
    .first()
    .click()
  await page.locator('#reading').fill('0.2')
  await context.setOffline(true)
  await page.keyboard.press('Enter')
  await expect(page.getByText('1 waiting on this tablet.')).toBeVisible({ timeout: 30_000 })
  await page.reload()
  await expect(page.getByText('1 waiting on this tablet.')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText('waiting on this tablet.')).toHaveCount(0, { timeout: 30_000 })
  await expect(route.getByRole('button', { name: /Chain.*0\.2/ }).first()).toBeVisible()
})

test('who signs in in one window does so in all, and nothing is signed under another name', async ({
  context,
}) => {
  const [one, two] = [await context.newPage(), await context.newPage()]
  await signIn(one)
  await openJob(one, 'Osmund Orchard')
  await stage(one, 'Work').click()
  await two.goto(one.url())
  await expect(two.getByText('Ida Oyelaran').first()).toBeVisible()
  await two.getByRole('button', { name: /hand over/ }).click()
  await two.getByRole('menuitem', { name: 'Hand the tablet over' }).click()
  await two.getByRole('button', { name: 'Tomas Brandvold' }).click()
  await two.getByLabel(/PIN or password/).fill('7391')
  await two.keyboard.press('Enter')
  await expect(one.getByRole('button', { name: /^Tomas Brandvold/ })).toBeVisible()
  await one.getByLabel('Note on the job').fill('by whom?')
  await one.keyboard.press('Control+Enter')
  await expect(one.getByRole('listitem').filter({ hasText: 'by whom?' })).toContainText('Tomas Brandvold')
})

test('finished work that never reached the network outlives the browser, and is sent under its writer’s name alone', async ({
  playwright,
  baseURL,
}, info) => {
  test.slow()
  const { launchOptions } = info.project.use
  const folder = info.outputPath('tablet')
  const begin = () =>
    playwright.chromium.launchPersistentContext(folder, {
      ...launchOptions,
      baseURL,
      viewport: { width: 1280, height: 800 },
    })
  let context = await begin()
  let page = context.pages()[0] ?? (await context.newPage())
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Osmund Orchard')
  await stage(page, 'Work').click()
  const note = page.getByLabel('Note on the job')
  await expect(note, 'the stage has opened: a reload stays on it').toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await expect(note).toBeVisible()
  const address = page.url()
  await context.setOffline(true)
  for (const text of ['done in the cellar', 'and the bell as well']) {
    await note.fill(text)
    await page.keyboard.press('Control+Enter')
    await expect(note).toHaveValue('', { timeout: 30_000 })
  }
  await expect(page.getByText('2 waiting on this tablet.')).toBeVisible()
  await context.close()

  // The tablet is switched on again, and a colleague signs in first.
  context = await begin()
  await context.clearCookies({ name: 'utensil' })
  page = context.pages()[0] ?? (await context.newPage())
  const sent: string[] = []
  page.on('request', (r) => r.method() === 'POST' && r.url().endsWith('/entries') && sent.push(r.url()))
  await page.clock.install()
  await signIn(page, 'Wren Halloran')
  await page.goto(address)
  await expect(page.getByText('2 by Tomas Brandvold')).toBeVisible()
  await page.clock.runFor(60_000) // longer than the outbox waits between two tries
  expect(sent, 'nothing is sent under another name').toEqual([])

  await page.getByRole('button', { name: /hand over/ }).click()
  await page.getByRole('menuitem', { name: 'Hand the tablet over' }).click()
  await page.getByRole('button', { name: 'Tomas Brandvold' }).click()
  await page.getByLabel(/PIN or password/).fill('7391')
  await page.keyboard.press('Enter')
  await expect(page.getByText('waiting on this tablet.')).toHaveCount(0, { timeout: 30_000 })
  for (const text of ['done in the cellar', 'and the bell as well'])
    await expect(page.getByRole('listitem').filter({ hasText: text })).toContainText('Tomas Brandvold')
  await context.close()
})
