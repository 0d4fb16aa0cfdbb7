import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, openJob, signIn, stage, test } from './bench'
import { choose, runThrough } from './run'

/** goThrough does pieces of guided work, one after the other, as if all went well. */
async function goThrough(page: Page, here: string, group: string, names: string[]) {
  const offers = page.getByRole('region', { name: group }).getByRole('listitem')
  for (const name of names) {
    await page.goto(here)
    const offer = offers.filter({ has: page.locator('b', { hasText: new RegExp(`^${name}$`) }) })
    await offer.getByRole('button').click()
    await choose(page)
    await page.getByRole('button', { name: 'Begin' }).click()
    await expect(page.getByRole('complementary', { name: 'Done so far' })).toBeVisible()
    await runThrough(page)
    await expect(page.getByRole('link', { name: 'Back to the work' })).toBeVisible()
  }
}

/** readTubeless keeps what stands on a tyre, and that it is tubeless. */
async function readTubeless(page: Page, bench: string) {
  await page.goto(bench)
  const tyre = page.getByRole('region', { name: 'Front tyre' })
  await tyre.getByLabel('Size on the sidewall').fill('57-622')
  await tyre.getByLabel('Maximum pressure, bar or psi').fill('3.5')
  await tyre.getByLabel('no least printed').check()
  await tyre.getByLabel('tubeless').check()
  await tyre.getByRole('button', { name: 'Keep it with the bike' }).click()
  await expect(tyre.getByText('Kept.')).toBeVisible()
}

// All guided work is gone through in Go, each answer of each choice on a bike that may be asked so. Here every form in
// which a step writes something down is gone through once: a part and a figure; a pressure, clicks and oil; sealant.
for (const [bike, least, name] of [
  ['Bracken Sapling', 16, 'Replace the chain'],
  ['Hobday Allotment', 12, ''],
] as const)
  test(`guided work of the ${bike} is offered, and gone through step by step`, async ({ page }) => {
    await signIn(page, 'Tomas Brandvold')
    await openJob(page, bike)
    await stage(page, 'Work').click()
    await page.getByRole('link', { name: 'Step by step: drive, wheels, air, bar' }).click()
    await expect(page.getByRole('heading', { name: 'Everything on this bike' })).toBeVisible()
    await expectSound(page, 'Guided work of the whole bike')
    const here = page.url()
    const offers = page.getByRole('region', { name: 'Everything on this bike' }).getByRole('listitem')
    expect(await offers.getByRole('button').count()).toBeGreaterThanOrEqual(least)
    if (!name) return
    await goThrough(page, here, 'Everything on this bike', [name])
    await expect(leaving(page)).not.toContainText('begun, not finished')
    // What was written down in the run is on the bike now.
    await page.goto(`${here.replace('guides', 'parts')}?at=chain`)
    await expect(page.getByText(/fitted .* by Tomas Brandvold/).first()).toBeVisible()
  })

test('guided work on tyres and suspension is gone through step by step', async ({ page }) => {
  test.slow()
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Windlass Brackenfoot')
  await stage(page, 'Work').click()
  await expect(page.getByRole('link', { name: 'Step by step: drive, wheels, air, bar' })).toBeVisible()
  const bench = (name: string) => page.url().replace(/(jobs\/[^/?]+).*/, `$1/guides?bench=${name}&end=front`)
  const [wheels, air] = [bench('wheels'), bench('air')]
  const offers = (group: string) => page.getByRole('region', { name: group }).getByRole('listitem')
  await page.goto(wheels)
  await expect(offers('Wheels').nth(5)).toBeVisible()
  await page.goto(air)
  await expect(offers('Tyres and suspension').nth(8)).toBeVisible()
  // Sealant goes into a tyre that was read as tubeless.
  await readTubeless(page, air.replace(/guides.*/, 'air?at=front_tyre'))
  const names = ['Service the fork’s lower legs', 'Top up the front tyre’s sealant']
  await goThrough(page, air, 'Tyres and suspension', names)
  await expect(leaving(page)).not.toContainText('begun, not finished')
  // What was served was written down with its step: it is known when it is due again.
  await page.goto(air.replace(/guides.*/, 'air?at=fork'))
  await expect(page.getByText(/Opened .* by Tomas Brandvold/)).toBeVisible()
  await expectSound(page, 'A leg that was served')
})
