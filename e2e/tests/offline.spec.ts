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
  await openJob(page, 'Hobday Allotment')
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
  await openJob(other, 'Hobday Allotment')
  await stage(other, 'Verify').click()
  await expect(run(other).locator('[aria-current="step"]')).toBeVisible()
  const theirs = open(other)
  const n = await theirs.count()
  const shown = /([\d.]+) to ([\d.]+)/.exec(await other.locator('#torque-verdict').innerText())
  await other.locator('#torque').fill(shown?.[1] ?? '')
  await other.keyboard.press('Enter')
  await expect(theirs).toHaveCount(n - 1)

  const sent: string[] = []
  page.on('request', (r) => {
    if (r.method() === 'POST' && r.url().endsWith('/entries'))
      sent.push((r.postDataJSON() as { id: string }).id)
  })
  await context.setOffline(false)
  await expect(page.getByText('waiting on this tablet.')).toBeHidden({ timeout: 30_000 })
  expect(new Set(sent).size).toBe(4)
  expect([...sent].sort(), 'sent in the order they were written').toEqual(sent)
  await expect(open(page)).toHaveCount(before - 1)
  await expect(open(other)).toHaveCount(before - 1)
  await expect(run(other)).toContainText('logged twice') // both figures are shown
})
