import { expect } from '@playwright/test'

import { expectSound, signIn, test } from './bench'

test('practice gears are won by the keyboard, and kept', async ({ page }) => {
  await signIn(page)
  await page.goto('/practice')
  await expectSound(page, 'Practice')
  await page
    .getByRole('group', { name: /^The bike/ })
    .getByRole('button', { name: /^Gears/ })
    .click()
  await page.getByRole('button', { name: 'Practice gears, level 1' }).click()
  await expectSound(page, 'Practice gears')
  const said = page.locator('p[aria-live="polite"]')
  await page.keyboard.press('ArrowLeft')
  await expect(said).not.toHaveText('Shift, and look what it does.')
  await page.keyboard.press('Enter')
  await expect(said).toContainText('Not yet')
  const signed = page.getByRole('heading', { name: 'Signed' })
  for (let n = 1; n < 16 && !(await signed.count()); n++) {
    await page.keyboard.press('+')
    await expect(page.getByRole('group', { name: 'The gear from behind' })).toContainText(`${n} ¼`)
    await page.keyboard.press('Enter')
    await expect(said).toContainText(/Not yet|Every shift is crisp/)
  }
  await expect(signed).toBeVisible()
  const outcome = page.getByRole('region', { name: 'Signed' })
  await expect(outcome).toContainText('slack')
  await expect(outcome).toContainText('The program on the same gear')
  await expect(page.getByRole('heading', { name: 'What you did' })).toBeVisible()
  await expectSound(page, 'Practice gears, won')

  await page.goto('/practice')
  await expect(page.getByRole('region', { name: 'Done so far' })).toContainText('Practice gears, level 1')
  await page.getByRole('button', { name: /Gears.* of \d+ done/ }).click()
  await expect(page.getByRole('button', { name: 'Practice gears, level 1' })).toContainText('at best')
})

test('what practice gears were is told to whoever gives up, on a phone too', async ({ page }) => {
  await signIn(page)
  await page.setViewportSize({ width: 390, height: 800 })
  await page.goto('/practice/gears?level=4')
  await page.getByRole('button', { name: 'Lay the gauge on' }).click()
  await expect(page.locator('p[aria-live="polite"]')).toContainText('The gauge reads')
  await page.getByRole('button', { name: 'Barrel out', exact: true }).click()
  await page.getByRole('button', { name: 'I give up' }).click()
  await expect(page.getByRole('region', { name: 'What it was' })).toContainText('hanger bent')
  await expectSound(page, 'Practice gears on a phone')
})

test('a practice wheel is made true by the keyboard, as the program would', async ({ page }) => {
  await page.addInitScript(() => (Math.random = () => 0.1)) // the same wheel each time
  await signIn(page)
  await page.goto('/practice/wheel?level=1')
  const said = page.locator('p[aria-live="polite"]')
  await expect(said).toContainText('Where is it farthest out')
  await expectSound(page, 'Practice wheel')
  await page.keyboard.press('Enter')
  await expect(said).toContainText('Not yet: side to side')
  await page.getByRole('button', { name: /^I give up/ }).click()
  const round = page.getByRole('listitem').filter({ hasText: /^Spoke \d+/ })
  await expect(round.first()).toBeVisible()
  const turns = await round.allInnerTexts()
  await page.getByRole('button', { name: 'Another one' }).first().click()
  await expect(round).toHaveCount(0)
  let at = 1
  for (const t of turns) {
    const [, spoke, way, turn] = /Spoke (\d+), \w+: (tighten|loosen) (.*)/.exec(t) ?? []
    for (; at < Number(spoke); at++) await page.keyboard.press('ArrowRight')
    for (; at > Number(spoke); at--) await page.keyboard.press('ArrowLeft')
    const count =
      1 + ['a quarter-turn', 'a half turn', 'three quarter-turns', 'a whole turn'].indexOf(turn ?? '')
    for (let n = 1; n <= count; n++) {
      await page.keyboard.press(way === 'tighten' ? '+' : '-')
      await expect(said).toContainText(`Spoke ${spoke}: ${n} ¼`)
    }
  }
  await page.keyboard.press('*')
  await expect(said).toContainText('Where is it farthest out')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Signed' })).toContainText('of 100')
  await expectSound(page, 'Practice wheel, won')
  await page.goto('/practice')
  await expect(page.getByRole('region', { name: 'Done so far' })).toContainText('Practice wheel, level 1')
})
