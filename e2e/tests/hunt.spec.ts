import { expect } from '@playwright/test'

import { expectSound, leaving, openJob, signIn, stage, test } from './bench'

test('a cause is hunted down by keyboard, and becomes work to agree on', async ({ page }) => {
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Oxbow Sixteen')
  await stage(page, 'Inspect').click()
  await page.getByRole('link', { name: /Find a fault/ }).click()
  await expect(page.getByRole('heading', { name: 'What does it do?' })).toBeVisible()
  await expectSound(page, 'Choosing a complaint')
  await page.getByRole('button', { name: 'It creaks' }).click()
  await expect(page.getByText('Do this next')).toBeVisible()
  await expect(leaving(page)).toContainText('cause not found yet')
  await expectSound(page, 'A hunt')

  const steps = page.getByRole('heading', { name: /^Answered/ })
  // The walk-round has looked at the frame already: that counts, and is not asked again.
  await expect(steps).toHaveText('Answered · 1')
  await expect(page.getByText('from the walk-round')).toBeVisible()
  await page.keyboard.press('0')
  await expect(steps).toHaveText('Answered · 2')
  await page.keyboard.press('Backspace')
  await expect(steps).toHaveText('Answered · 1')
  const found = page.getByRole('heading', { name: /as good as certain|^Cured/ })
  for (let i = 2; !(await found.isVisible()); i++) {
    expect(i).toBeLessThan(20)
    await page.keyboard.press('1')
    await expect(steps).toHaveText(`Answered · ${i}`)
  }
  const cured = await page.getByRole('heading', { name: 'Cured' }).isVisible()
  if (!cured) {
    await page.getByRole('button', { name: /Make it a finding/ }).click()
    await expect(page).toHaveURL(/agree/)
    await expect(page.getByText(/^It creaks: /).first()).toBeVisible()
  }
  await expect(leaving(page)).not.toContainText('cause not found yet')
})

test('what is seen broken in a hunt stands before the door, and a slip is taken back with its reason', async ({
  page,
}) => {
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Hobday Allotment')
  await stage(page, 'Inspect').click()
  await page.getByRole('link', { name: /Find a fault/ }).click()
  await page.getByRole('button', { name: 'It creaks' }).click()
  // What could hurt is looked for first.
  await expect(page.getByText(/Wipe down and look and feel round every weld/).first()).toBeVisible()
  await expect(page.getByText('What could hurt is looked for first.')).toBeVisible()
  await page.keyboard.press('1')
  await expect(leaving(page)).toContainText('Frame: A crack')
  await expect(page.getByText(/Stands as a finding until it is put right/)).toBeVisible()
  await expectSound(page, 'Damage in a hunt')
  // The key that takes an answer back says why it does not.
  await page.keyboard.press('Backspace')
  await expect(page.getByRole('alert').first()).toContainText('Say why')
  await page.getByRole('button', { name: 'That was a slip' }).click()
  await page.getByLabel('Why it was a slip').fill('Pressed the wrong key')
  await page.keyboard.press('Enter')
  await expect(leaving(page)).not.toContainText('Frame: A crack')
})

test('a learner practises on a hidden fault and is told what was better', async ({ page }) => {
  await signIn(page)
  await page.getByRole('link', { name: 'Practice' }).click()
  await page.getByRole('button', { name: /Gears.* of \d+ done/ }).click()
  await page.getByRole('button', { name: 'Hub gear slips' }).click()
  await page.getByRole('button', { name: /Overhaul the hub/ }).click()
  await expect(page.getByText('Told more for its minutes:').first()).toBeVisible()
  await expectSound(page, 'Practice')
  for (let i = 0; i < 30 && !(await page.getByRole('heading', { name: 'Found' }).isVisible()); i++) {
    const done = page.locator('section[aria-labelledby="so-far"] li')
    const before = await done.count()
    await page
      .getByRole('button', { name: /, and try it|min$/ })
      .last()
      .click()
    await expect(done).toHaveCount(before + 1)
  }
  await expect(page.getByText(/the program would have taken/)).toBeVisible()
})
