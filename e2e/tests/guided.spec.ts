import { expect } from '@playwright/test'

import { expectSound, leaving, openJob, signIn, stage, test } from './bench'
import { choose, runThrough } from './run'

// A mech and a hub, a clamped stem and a quill have all the work between them that belongs to no brake.
for (const [bike, least] of [
  ['Bracken Sapling', 6],
  ['Hobday Allotment', 5],
] as const)
  test(`chain, cables, bar and stem of the ${bike} are gone through step by step`, async ({ page }) => {
    test.slow()
    await signIn(page, 'Tomas Brandvold')
    await openJob(page, bike)
    await stage(page, 'Work').click()
    await page.getByRole('link', { name: 'Chain, cables, bar: step by step' }).click()
    await expect(page.getByRole('heading', { name: 'Everything on this bike' })).toBeVisible()
    await expectSound(page, 'Guided work of the whole bike')
    const here = page.url()
    const offers = page.getByRole('region', { name: 'Everything on this bike' }).getByRole('listitem')
    const all = await offers.count()
    expect(all).toBeGreaterThanOrEqual(least)
    for (let i = 0; i < all; i++) {
      await page.goto(here)
      await offers.nth(i).getByRole('button').click()
      await choose(page)
      await page.getByRole('button', { name: 'Begin' }).click()
      await expect(page.getByRole('complementary', { name: 'Done so far' })).toBeVisible()
      await runThrough(page)
      await expect(page.getByRole('link', { name: 'Back to the work' })).toBeVisible()
    }
    await expect(leaving(page)).not.toContainText('begun, not finished')
    // What was written down in the runs is on the bike now.
    await page.goto(`${here.replace('guides', 'parts')}?at=chain`)
    await expect(page.getByText(/fitted .* by Tomas Brandvold/).first()).toBeVisible()
  })
