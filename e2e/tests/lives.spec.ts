import { expect } from '@playwright/test'

import { expectSound, openJob, pick, signIn, stage, test } from './bench'

test('what is fitted is said at the bench, and the bike tells how its parts live', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Staithe Packet no. 1')
  await stage(page, 'Work').click()
  await page.getByRole('link', { name: 'What is on it' }).click()
  await page.getByRole('button', { name: /Rear rotor/ }).click()
  const form = page.getByRole('form', { name: 'What is fitted: Rear rotor' })
  await expect(
    page.getByRole('img', { name: /^Rear rotor over the way: .* mm at .* km; due at 1.5 mm/ }),
  ).toBeVisible()
  await expectSound(page, 'What is on it')

  await form.getByLabel('Diameter, mm').fill('16')
  await pick(form.getByLabel('Why the old one came off'), 'broken')
  await form.getByRole('button', { name: 'It is fitted' }).click()
  await expect(form.getByText(/Diameter of 16 mm cannot be/).first()).toBeVisible()
  await form.getByRole('button', { name: '160', exact: true }).click() // what was meant
  const press = form.getByRole('button', { name: 'It is fitted' })
  const below = async () => ((await press.boundingBox())?.y ?? 0) - ((await form.boundingBox())?.y ?? 0)
  const place = await below()
  await pick(form.getByLabel('Held by'), 'centre ring')
  await expect(form.getByRole('status', { name: 'Will it fit' })).toContainText('Held by centre ring')
  expect(await below(), 'nothing moves what is about to be pressed').toBeCloseTo(place)
  await press.click()
  const line = page.getByRole('listitem').filter({ hasText: 'Rear rotor' }).first()
  await expect(line).toContainText('160 mm, centre ring')
  await expect(line).toContainText('not read since it was fitted')
  await expect(line).toContainText(/came off .*: broken, thrown away/)

  // Fitted twice is a slip; what is there comes off first.
  await form.getByRole('button', { name: 'It is fitted' }).click()
  await expect(form.getByText(/was fitted by Ida Oyelaran in this job already/).first()).toBeVisible()

  // A part that does not fit is told while it is typed, and refused with what would.
  await page.getByRole('button', { name: /Rear tyre/ }).click()
  const tyre = page.getByRole('form', { name: 'What is fitted: Rear tyre' })
  await tyre.getByLabel('Bead seat, mm').fill('584')
  const fits = tyre.getByRole('status', { name: 'Will it fit' })
  await expect(fits).toContainText('It does not fit')
  await expect(fits).toContainText('What would: seat 622 mm')
  await expectSound(page, 'Does not fit')
  await tyre.getByRole('button', { name: 'It is fitted' }).click()
  await expect(tyre.getByText(/It does not fit. Its bead seat is 584 mm/).first()).toBeVisible()
  await tyre.getByLabel('Bead seat, mm').fill('622')
  await tyre.getByLabel('Width, mm').fill('40')
  await expect(fits).toContainText(/It fits/)
  await tyre.getByRole('button', { name: 'It is fitted' }).click()
  const fitted = page.getByRole('main').getByRole('listitem').filter({ hasText: 'Rear tyre' })
  await expect(fitted.filter({ hasNotText: 'pressure as left' }).first()).toContainText('40 mm, 622 mm')

  // A bearing is known by what was measured of it.
  await page.getByRole('button', { name: /Lower headset bearing/ }).click()
  const headset = page.getByRole('form', { name: 'What is fitted: Lower headset bearing' })
  await headset.getByLabel('Bore, mm').fill('30.1')
  await headset.getByLabel('Outside, mm').fill('41.7')
  await headset.getByRole('button', { name: /30.15 × 41.8 × 6.5, 45° × 45°/ }).click()
  await expect(headset.getByLabel('Height, mm')).toHaveValue('6.5')
  await expect(headset.getByRole('img', { name: /Half section of a bearing of 30.15 × 41.8/ })).toBeVisible()
  await expectSound(page, 'A bearing measured')
  await headset.getByRole('button', { name: 'It is fitted' }).click()
  const bearing = page
    .getByRole('listitem')
    .filter({ hasText: 'Lower headset bearing', hasNotText: 'as left' })
  await expect(bearing.first()).toContainText('30.15 mm, 41.8 mm, 6.5 mm')

  // The bike's own page tells the same, and check-in does not call the old one its last reading.
  await page.getByRole('link', { name: 'Marrowick chain ferry' }).click()
  await expect(page.getByRole('button', { name: /Rear rotor 160 mm, centre ring/ })).toContainText(
    'not read since',
  )
  await page.getByRole('tab', { name: 'Fasteners' }).click()
  await expect(page.getByText('Newton metres, as left')).toBeVisible()
  await page.setViewportSize({ width: 390, height: 800 })
  await page.getByRole('tab', { name: 'What is on it' }).click()
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(over).toBeLessThanOrEqual(0)
})

test('what will be due soon is proposed with one press', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Staithe Packet no. 1')
  await stage(page, 'Agree').click()
  const soon = page.getByRole('region', { name: 'Due within three months' })
  await expect(soon).toContainText(/Chain 0\.\d+ %/)
  await soon.getByRole('button', { name: 'Replace the chain' }).click()
  await expect(page.getByRole('region', { name: /^Proposed/ })).toContainText('Replace the chain')
  await expect(soon.getByRole('button', { name: 'Replace the chain' })).toBeHidden()
})
