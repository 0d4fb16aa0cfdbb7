import { expect } from '@playwright/test'

import { expectSound, leaving, signIn, stage, test } from './bench'
import { choose, runThrough, verifyAll, walkRound } from './run'

test('a flat goes from door to door: its cause found, both brakes tried, the air as left on the sheet', async ({
  page,
}, info) => {
  test.slow()
  const owner = ['Bramwell Sedge', 'Corisande Sedge'][info.retry] ?? 'Sedge'
  await signIn(page, 'Tomas Brandvold')
  await page.getByRole('link', { name: 'Take a bike in' }).click()
  await page.getByLabel(/Name, telephone/).fill(owner)
  await page.getByRole('button', { name: `New owner: ${owner}` }).click()
  await page.getByLabel('Make', { exact: true }).fill('Netloft')
  await page.getByRole('button', { name: 'Single-speed' }).click()
  await page.getByLabel(/in their own words/).fill('Flat again, the second time this week.')
  await page.getByText('Asked-for repair').click()
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page).toHaveURL(/inspect/)
  await walkRound(page, (name) => (name === 'Rear tyre' ? /Flat/ : /^1/))
  await stage(page, 'Agree').click()
  await page.getByRole('button', { name: /^Mend the rear flat/ }).click()
  await page.getByRole('button', { name: 'Yes to it' }).click()
  await expect(leaving(page)).toContainText('Mend the rear flat')

  // What stands on the tyre and where the hole lies lead to the flint.
  await stage(page, 'Inspect').click()
  await page.getByRole('link', { name: 'Air', exact: true }).click()
  await page
    .getByRole('navigation', { name: 'Air' })
    .getByRole('button', { name: /^Rear tyre/ })
    .click()
  const bench = page.getByRole('region', { name: 'Rear tyre' })
  await bench.getByLabel('Size on the sidewall').fill('28-622')
  await bench.getByLabel('At most, bar or psi').fill('90 psi')
  await bench.getByRole('button', { name: 'Keep it with the bike' }).click()
  await expect(bench.getByText('Kept.')).toBeVisible()
  await bench.getByText('A flat: where to look').click()
  await bench.getByLabel('From the valve, mm').fill('400')
  await bench.getByLabel('Tube all round, mm').fill('2000')
  await bench.getByRole('button', { name: 'Log the flat' }).click()
  await expect(leaving(page)).toContainText('What made the hole in the rear tyre')
  await page.getByRole('link', { name: 'Step by step' }).click()
  const air = page.getByRole('region', { name: 'Tyres and suspension' })
  await expect(air.getByRole('button', { name: 'rear', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expectSound(page, 'Guided work on air')
  await expect(air.getByRole('button', { name: /Mend the rear flat/ })).toContainText('agreed with the owner')
  await air.getByRole('button', { name: /Mend the rear flat/ }).click()
  await choose(page)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('complementary', { name: 'Done so far' })).toBeVisible()
  await runThrough(page)
  await page.getByRole('link', { name: 'Back to the work' }).click()
  await page.getByRole('button', { name: /^Done/ }).click()

  // It does not leave before somebody has said what made the hole.
  await leaving(page)
    .getByRole('link', { name: /What made the hole/ })
    .click()
  await bench.getByLabel('What was in the tyre').fill('a flint')
  await bench.getByRole('button', { name: 'Log the flat' }).click()
  await expect(leaving(page)).not.toContainText('What made the hole')
  await stage(page, 'Work').click()
  const again = page.getByRole('button', { name: /^Looked at again/ })
  if (await again.count()) await again.click()
  await stage(page, 'Verify').click()
  await verifyAll(page)
  await stage(page, 'Hand over').click()
  await expect(leaving(page)).toContainText('Nothing stands in the way')
  await page.getByRole('button', { name: 'Hand it over' }).click()
  await expect(page.getByText(`Handed to ${owner}`)).toBeVisible()
})
