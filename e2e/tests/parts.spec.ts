import { expect } from '@playwright/test'

import { expectSound, leaving, openJob, pick, signIn, stage, test } from './bench'

test('parts are read off the drawing, by what they look like and measure', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Bracken Sapling')
  await stage(page, 'Work').click()
  await page.getByRole('link', { name: 'What is on it' }).click()
  await page.getByRole('link', { name: 'Read it off the bike' }).click()
  await page
    .getByRole('group', { name: /The bike: press a place/ })
    .getByRole('button', { name: /Front rim and hub/ })
    .click()
  const hub = page.getByRole('region', { name: 'Front hub bearings' })
  await expect(hub.getByLabel('Ball, mm')).toHaveCount(0)
  await hub.getByRole('button', { name: 'cup and cone' }).click()
  await expect(hub.getByRole('button', { name: 'cup and cone' })).toHaveAttribute('aria-pressed', 'true')
  await expectSound(page, 'Read off the bike')
  await hub.getByLabel('Balls a side').fill('200')
  await hub.getByLabel('Balls a side').press('Enter')
  await expect(hub.getByText(/Balls a side of 200 cannot be: it is 4 to 30/).first()).toBeVisible()
  await hub.getByLabel('Balls a side').fill('10')
  await hub.getByLabel('Balls a side').press('Enter')
  await expect(hub.getByText(/cannot be/)).toHaveCount(0)

  // By the list as well, and what was read stands where the part is.
  await page
    .getByRole('list', { name: 'The same as a list' })
    .getByRole('button', { name: 'Sprockets' })
    .click()
  const cassette = page.getByRole('region', { name: 'Sprockets' }).last()
  await cassette.getByRole('textbox', { name: 'Sprockets' }).fill('11')
  await cassette.getByRole('textbox', { name: 'Sprockets' }).press('Enter')
  await page.getByRole('link', { name: '← What is on it' }).click()
  const line = page.getByRole('listitem').filter({ hasText: 'Front hub bearings' }).first()
  await expect(line).toContainText('cup and cone, 10 balls a side')
  // A ball of that size is known while it is typed.
  await page.getByRole('button', { name: /Front hub bearings/ }).click()
  const form = page.getByRole('form', { name: 'What is fitted: Front hub bearings' })
  await form.getByLabel('Ball, mm').fill('4.7')
  await expect(form.getByText('3/16 in, 4.76 mm')).toBeVisible()
  await expect(form.getByText(/10 a side is usual in a front hub/)).toBeVisible()
  await page.setViewportSize({ width: 390, height: 800 })
  await page.goto(page.url().replace(/parts.*/, 'read-off?at=front-pads'))
  await expect(page.getByRole('button', { name: 'four pistons' })).toBeVisible()
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(over).toBeLessThanOrEqual(0)
})

test('a part for now calls the bike back, a kept one goes to the stores with its readings', async ({
  page,
}) => {
  await signIn(page)
  await openJob(page, 'Staithe Packet no. 2')
  await page.goto(`${page.url().split('/').slice(0, 5).join('/')}/parts?at=rear-rotor`)
  const form = page.getByRole('form', { name: 'What is fitted: Rear rotor' })
  await pick(form.getByLabel('It is', { exact: true }), 'used, good')
  await pick(form.getByLabel('It comes'), 'a used spare')
  await form.getByLabel(/Only for now/).check()
  await pick(form.getByLabel('What became of it'), 'kept as a spare')
  await form.getByRole('button', { name: 'It is fitted' }).click()
  const line = page
    .getByRole('listitem')
    .filter({ hasText: /Rear rotor/ })
    .first()
  await expect(line).toContainText('for now')
  const picture = await page.screenshot()
  await form
    .getByLabel('Photo of Rear rotor')
    .setInputFiles({ name: 'rotor.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByRole('img', { name: 'Rear rotor, photo 1' })).toBeVisible()
  await stage(page, 'Hand over').click()
  await expect(page.getByText('Fit the right rear rotor: what is on it is for now').first()).toBeVisible()
  await expect(leaving(page)).toBeVisible()

  // What came off is kept: into a drawer, with its life, and onto another bike.
  await page.goBack()
  await line.getByRole('link', { name: 'into the stores' }).click()
  await page.getByLabel('Code on its label').fill('USED-ROTOR-7')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('USED-ROTOR-7').first()).toBeVisible()
  const stock = (await (await page.request.get('/api/stores')).json()) as {
    code: string
    past?: unknown[]
  }[]
  expect(stock.find((i) => i.code === 'USED-ROTOR-7')?.past?.length).toBeGreaterThan(1)
})
