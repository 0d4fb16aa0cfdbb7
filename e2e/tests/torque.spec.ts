import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, openJob, pick, signIn, stage, test } from './bench'

const run = (page: Page) => page.getByRole('navigation', { name: 'Torque run' })
const open = (page: Page) => run(page).getByRole('button', { name: /^not looked at/ })
const field = (page: Page) => page.locator('#torque')
const verdict = (page: Page) => page.locator('#torque-verdict')
const bolt = (page: Page, name: RegExp) => run(page).getByRole('button', { name }).first().click()

/** middle is the middle of the range that the bench shows. */
async function middle(page: Page) {
  const range = /([\d.]+) to ([\d.]+)/.exec(await verdict(page).innerText())
  return String(Math.round((Number(range?.[1]) + Number(range?.[2])) * 50) / 100)
}

test('a whole bike is torqued with one hand on the number pad', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Pelham Drover')
  await stage(page, 'Verify').click()
  await expect(run(page).locator('[aria-current="step"]')).toBeVisible()
  const fasteners = Number(/of (\d+)/.exec(await run(page).innerText())?.[1])
  expect(fasteners).toBeGreaterThanOrEqual(40)
  let entries = 0
  for (;;) {
    const left = await open(page).count()
    const now = run(page).locator('[aria-current="step"]')
    await expect(now.getByLabel('not looked at')).toBeVisible()
    if (/sign|tyre/.test(await now.innerText())) break // tyres are pumped, tests are signed
    if (await field(page).count()) {
      await expect(field(page)).toBeFocused()
      const figure = await middle(page)
      // The half round of a set is one press of Enter for all its bolts.
      if (await page.getByText('First round: half').isVisible()) {
        await page.keyboard.press('Enter')
        entries++
        await expect(page.getByText('Full round')).toBeVisible()
      }
      await page.keyboard.type(figure)
    }
    await page.keyboard.press('Enter')
    entries++
    await expect(open(page)).toHaveCount(left - 1)
  }
  console.log(
    `torque run of ${fasteners} fasteners: ${(entries / fasteners).toFixed(2)} entries a fastener (aim: at most 1.3)`,
  )
  expect(entries / fasteners).toBeLessThanOrEqual(1.3)
  await expect(leaving(page)).not.toContainText('to torque')
})

test('what was found is told, and what was left too tight is not made good by a smaller figure', async ({
  page,
}) => {
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Osier Carrier')
  await stage(page, 'Verify').click()
  await bolt(page, /Faceplate|Handlebar clamp|Stem, steerer/)
  await expect(field(page)).toBeFocused()
  const good = await middle(page)
  const top = Number(/to ([\d.]+)/.exec(await verdict(page).innerText())?.[1])

  await field(page).fill(`${top}`)
  await expect(verdict(page)).toContainText('within the wrench’s error')
  await expectSound(page, 'A bolt within the error')
  await field(page).fill(`${top + 2}`)
  await expect(verdict(page)).toContainText('Too tight')
  const name = await page.getByRole('heading', { level: 2 }).nth(1).innerText()
  await page.keyboard.press('Enter')
  await expect(leaving(page)).toContainText('over the most of')
  await bolt(page, new RegExp(`^(unsafe|watch|sound) ${name}`))
  await expect(page.getByText('It was left too tight.')).toBeVisible()
  await page.getByRole('button', { name: 'The figure was a slip' }).click()
  await page.getByLabel('Note', { exact: true }).fill('')
  await field(page).fill(good)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('say so in a note')
  await expect(field(page)).toHaveValue(good)
  await page.reload()
  await bolt(page, new RegExp(`^unsafe ${name}`))
  await field(page).fill(good)
  await page.keyboard.press('Enter')
  await expect(leaving(page)).not.toContainText('over the most of')

  // It was over-tightened, and that stays a finding: the part is looked at.
  await stage(page, 'Agree').click()
  await expect(page.getByText(/over-tightened/).first()).toBeVisible()
})

test('the right figure: the manual’s, the lower of two parts, another wrench with its reason', async ({
  page,
}) => {
  await signIn(page)
  await openJob(page, 'Lanternlight Nocturne')
  await stage(page, 'Verify').click()
  await bolt(page, /Seatpost clamp/)
  await page.getByRole('button', { name: 'the manual says otherwise' }).click()
  await page.getByLabel('Least, N·m').fill('5')
  await page.getByLabel('Most, N·m').fill('4')
  await page.getByLabel('Where it stands').fill('manual, page 14')
  await page.getByRole('button', { name: 'Use it for this bike' }).click()
  await expect(page.getByRole('alert')).toContainText('Swap the two figures')
  await page.getByLabel('Least, N·m').fill('3')
  await page.getByRole('button', { name: 'Use it for this bike' }).click()
  await expect(page.getByText('this bike’s own')).toBeVisible()
  await expect(verdict(page)).toContainText('3 to 4 N·m')

  await page.getByRole('button', { name: 'Wrench, adapter, threads' }).click()
  await pick(page.getByLabel('On the threads'), 'dry')
  await field(page).fill('3.5')
  await expect(verdict(page)).toContainText('instead of')
  await pick(page.getByLabel('Wrench', { exact: true }), 'Old beam, ±4 % (out of date)')
  await page.keyboard.press('Tab')
  await field(page).press('Enter')
  await expect(page.getByRole('alert').first()).toContainText('Take another wrench, or say why')
  await expectSound(page, 'Wrench, adapter and threads')
  await pick(page.getByLabel('Wrench', { exact: true }), 'The closest in date')
  await page.getByRole('button', { name: 'With an adapter' }).click()
  await expect(page.getByText(/Set the wrench to 2.5–3.33 N·m/)).toBeVisible()
  await page.getByLabel('Adapter, mm').fill('900')
  await page.keyboard.press('Tab')
  await expect(
    page.getByRole('alert').filter({ hasText: 'Measure the adapter from the square' }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'No adapter' }).click()

  await page.getByRole('button', { name: 'Add a bolt' }).click()
  await page.getByLabel('What it holds').fill('Basket bracket')
  await page.getByRole('radio', { name: 'Only its thread' }).click()
  await page.getByLabel('Thread', { exact: true }).fill('M55')
  await page.getByRole('button', { name: 'Add it to this bike' }).click()
  await expect(page.getByRole('alert')).toContainText('M55')
  await page.getByLabel('Thread', { exact: true }).fill('M5')
  await page.getByRole('button', { name: 'Add it to this bike' }).click()
  await expect(page.getByRole('heading', { name: 'Basket bracket' })).toBeVisible()
  await expect(page.getByText(/no maker's figure/)).toBeVisible()
  await field(page).fill('5 ft lb')
  await expect(page.getByText(/6.78|6.779/).first()).toBeVisible()
})

test('a connected wrench fills the run by itself, and nothing it sends is lost', async ({
  page,
  request,
}) => {
  await signIn(page)
  await openJob(page, 'Wagtail Twenty')
  await stage(page, 'Verify').click()
  await pick(page.getByLabel('Figures from'), 'Small 1–10, connected')
  const pull = async (nm: number, trick?: string) => {
    const answer = await page.request.post('/api/standin/wrench', { data: { nm, trick } })
    expect(answer.status()).toBe(200)
  }
  expect(
    (await request.post('/api/standin/wrench', { data: { nm: 5 } })).status(),
    'not without signing in',
  ).toBe(401)
  const tray = page.getByRole('list', { name: 'Readings that no bolt has taken' })
  await expect(field(page)).toBeFocused()
  const next = async () => Number(await middle(page))
  const left = async () => open(page).count()

  let n = await left()
  await pull(await next())
  await expect(open(page)).toHaveCount(n - 1)
  n = await left()
  await pull(await next(), 'double_click') // one bolt, not two
  await expect(open(page)).toHaveCount(n - 1)
  await expect(tray).toContainText('the same bolt clicked twice')
  n = await left()
  await pull(await next(), 'imperial')
  await expect(open(page)).toHaveCount(n - 1)
  await pull(5, 'wrong_unit')
  await expect(tray).toContainText('set to “bar”')
  await pull(400, 'garbage') // far too much for any bolt in front: it waits
  await expect(tray).toContainText('no reading')
  await expect(tray).toContainText('400 N·m')
  await expect(open(page)).toHaveCount(n - 1)
  n = await left()
  await pull(await next(), 'drop_out')
  await expect(open(page)).toHaveCount(n - 1)
  await expectSound(page, 'A run with a connected wrench')
  await page.getByRole('button', { name: 'Put all aside' }).click()
  await expect(tray).toBeHidden()

  // A wrench that types like a keyboard needs no setup.
  n = await left()
  await page.keyboard.type(`${await next()} Nm\n`)
  await expect(open(page)).toHaveCount(n - 1)

  await stage(page, 'Hand over').click()
  const csv = await page.getByRole('link', { name: 'Torques as CSV' }).getAttribute('href')
  expect(await (await page.request.get(csv ?? '')).text()).toContain('Small 1–10')

  await page.goto('/shop/wrenches')
  await expect(page.getByText('connected as TW-0417')).toBeVisible()
  await expectSound(page, 'Torque wrenches')
  await page.goto('/shop/loose')
  await expect(page.getByRole('region', { name: /who had tightened/ })).toBeVisible()
  await expectSound(page, 'What comes loose')
})
