import { expect } from '@playwright/test'

import { expectSound, leaving, openJob, signIn, stage, test } from './bench'

test('a headset is taken apart, judged in the hand and put back by keyboard', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Bracken Sapling')
  await stage(page, 'Work').click()
  await page.getByRole('link', { name: 'Strip-down bench' }).click()
  await expectSound(page, 'What comes apart')
  await page
    .getByRole('button', {
      name: 'Take apart: Headset, stem clamped round the steerer',
    })
    .press('Enter')
  const part = (name: string) => page.getByRole('heading', { name, exact: true, level: 2 })
  const tray = page.getByRole('complementary', { name: 'Tray' })
  await expect(page.getByText(/One hand holds the fork/)).toBeVisible()

  const off: [string, string][] = [
    ['Top-cap bolt', 'Enter'],
    ['Top cap', 'Enter'],
    ['Stem', '1'],
    ['Spacers', 'Enter'],
  ]
  for (const [name, key] of off) {
    await expect(part(name)).toBeVisible()
    await page.keyboard.press(key)
  }
  await expect(part('Bearing cover')).toBeVisible()
  await page.keyboard.press('/') // it lay the wrong way round
  await page.keyboard.press('1')
  await expect(part('Compression ring')).toBeVisible()
  await expect(tray.getByRole('button', { name: /Bearing cover/ })).toContainText('lay the wrong way')
  await page.keyboard.press('Enter')
  await expect(part('Upper bearing')).toBeVisible()
  await page.keyboard.press('1')
  await expect(part('Fork')).toBeVisible()
  await page.keyboard.press('1')
  await expect(part('Lower bearing')).toBeVisible()
  await page.keyboard.press('5') // gravelly
  await expect(part('Head tube')).toBeVisible()
  await expectSound(page, 'Strip-down bench')
  await page.keyboard.press('1')
  await expect(part('Crown race')).toBeVisible()
  await page.keyboard.press('Backspace') // the head tube once more
  await expect(part('Head tube')).toBeVisible()
  await page.keyboard.press('1')
  await expect(part('Crown race')).toBeVisible()
  await expect(leaving(page)).toContainText('9 parts off the bike')
  await expect(leaving(page)).toContainText('Headset: lower bearing, gravelly')
  await page.keyboard.press('1')

  // All is off: back it goes in reverse. What is gone is measured, known and fitted new.
  await expect(part('Lower bearing')).toBeVisible()
  await page.keyboard.press('Enter')
  const fresh = page.getByRole('form', { name: 'New: Lower bearing' })
  await fresh.getByLabel('Bore, mm').fill('41,8')
  await fresh.getByLabel('Outside, mm').fill('30.5')
  await expect(fresh.getByRole('alert')).toContainText('are they exchanged?')
  await fresh.getByLabel('Bore, mm').fill('30,5')
  await fresh.getByLabel('Outside, mm').fill('41.8')
  await expect(fresh.getByRole('button', { name: /Fit 30.5 × 41.8 × 8, 45° × 45°/ })).toBeVisible()
  await expectSound(page, 'A new bearing')
  await fresh.getByLabel('Outside, mm').press('Enter')
  const back = [
    'Fork',
    'Upper bearing',
    'Compression ring',
    'Bearing cover',
    'Spacers',
    'Stem',
    'Top cap',
    'Top-cap bolt',
  ]
  for (const name of back) {
    await expect(part(name)).toBeVisible()
    await page.keyboard.press('Enter')
  }
  await expect(page.getByText('Everything is back, and nothing is left over.')).toBeVisible()
  await expect(leaving(page)).not.toContainText('off the bike')
  await expect(leaving(page)).not.toContainText('Headset: lower bearing, gravelly')
  await page.getByRole('link', { name: 'To the torque run' }).click()
  await expect(page.getByRole('button', { name: /Top cap, headset preload/ }).first()).toBeVisible()

  // The bike knows its new bearing, and the owner's sheet what was found and put right.
  await page.goto(page.url().replace(/verify.*/, 'parts'))
  await expect(page.getByRole('button', { name: /Lower headset bearing/ })).toContainText(
    '30.5 mm, 41.8 mm, 8 mm',
  )
})

test('what is not in the picture is noted, and an assembly that we lack is sketched', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Osier Carrier')
  await page.goto(page.url().replace(/(jobs\/[^/?]+).*/, '$1/strip'))
  await page.getByRole('button', { name: 'Something else: sketch it by its parts' }).click()
  const sketch = page.getByRole('form', { name: 'Sketch' })
  await sketch.getByLabel('What is taken apart').fill('Bell')
  await sketch.getByLabel(/Its parts/).fill('Cap\nCap\nSpring')
  await sketch.getByRole('button', { name: 'Take it apart' }).click()
  await expect(sketch.getByRole('alert').first()).toContainText('stands twice')
  await sketch.getByLabel(/Its parts/).fill('Cap\nSpring')
  await sketch.getByRole('button', { name: 'Take it apart' }).click()
  await expect(page.getByText('Which way did its side point?')).toBeVisible()
  await page.keyboard.press('2')
  await expect(page.getByRole('heading', { name: 'Spring', level: 2 })).toBeVisible()
  await page.getByRole('button', { name: /Found something/ }).click()
  const found = page.getByRole('form', { name: 'Found, not in the picture' })
  await found.getByLabel('What was found').fill('Felt washer')
  await found.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('complementary', { name: 'Tray' })).toContainText('Felt washer')
  await page.setViewportSize({ width: 390, height: 800 })
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(over).toBeLessThanOrEqual(0)
})

test('what a tune oils is ticked on the map of the bike', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Osier Carrier')
  await stage(page, 'Work').click()
  await page.getByRole('link', { name: 'Oiling' }).click()
  await expect(page.getByRole('button', { name: /Chain/ }).first()).toBeVisible()
  await page.getByRole('button', { name: 'Oiled: Chain rollers' }).click()
  await expect(page.getByRole('button', { name: 'Not so: Chain rollers' })).toBeVisible()
  await expectSound(page, 'Oiling')
})
