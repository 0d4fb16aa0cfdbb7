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

// A mech and a hub, a clamped stem and a quill have all the work between them that belongs to no brake. It is
// gone through by halves, so that no one test takes all day.
for (const [bike, least] of [
  ['Bracken Sapling', 16],
  ['Hobday Allotment', 12],
] as const)
  for (const half of [0, 1])
    test(`guided work of the ${bike} is gone through step by step, ${half ? 'second' : 'first'} half`, async ({
      page,
    }) => {
      test.slow()
      await signIn(page, 'Tomas Brandvold')
      await openJob(page, bike)
      await stage(page, 'Work').click()
      await page.getByRole('link', { name: 'Step by step: drive, wheels, air, bar' }).click()
      await expect(page.getByRole('heading', { name: 'Everything on this bike' })).toBeVisible()
      await expectSound(page, 'Guided work of the whole bike')
      const here = page.url()
      const offers = page.getByRole('region', { name: 'Everything on this bike' }).getByRole('listitem')
      const names = await offers.getByRole('button').locator('b:first-child').allInnerTexts()
      expect(names.length).toBeGreaterThanOrEqual(least)
      const mine = names.sort().filter((_, i) => i % 2 === half)
      await goThrough(page, here, 'Everything on this bike', mine)
      await expect(leaving(page)).not.toContainText('begun, not finished')
      if (!mine.includes('Replace the chain')) return
      // What was written down in the runs is on the bike now.
      await page.goto(`${here.replace('guides', 'parts')}?at=chain`)
      await expect(page.getByText(/fitted .* by Tomas Brandvold/).first()).toBeVisible()
    })

// A bike with fork and shock has all the work on wheels, tyres and suspension; one end of it stands for both.
for (const [bench, group, least] of [
  ['wheels', 'Wheels', 6],
  ['air', 'Tyres and suspension', 9],
] as const)
  test(`guided work on ${group.toLowerCase()} is gone through step by step`, async ({ page }) => {
    test.slow()
    await signIn(page, 'Tomas Brandvold')
    await openJob(page, 'Windlass Brackenfoot')
    await stage(page, 'Work').click()
    await expect(page.getByRole('link', { name: 'Step by step: drive, wheels, air, bar' })).toBeVisible()
    const here = page.url().replace(/work.*/, `guides?bench=${bench}&end=front`)
    await page.goto(here)
    const offers = page.getByRole('region', { name: group }).getByRole('listitem')
    await expect(offers.first()).toBeVisible()
    const names = await offers.getByRole('button').locator('b:first-child').allInnerTexts()
    expect(names.length).toBeGreaterThanOrEqual(least)
    // Sealant goes into a tyre that was read as tubeless.
    if (bench === 'air') await readTubeless(page, here.replace(/guides.*/, 'air?at=front_tyre'))
    await goThrough(page, here, group, names)
    await expect(leaving(page)).not.toContainText('begun, not finished')
    if (bench === 'wheels') return
    // What was served was written down with its step: it is known when it is due again.
    await page.goto(here.replace(/guides.*/, 'air?at=fork'))
    await expect(page.getByText(/Opened .* by Tomas Brandvold/)).toBeVisible()
    await expectSound(page, 'A leg that was served')
  })
