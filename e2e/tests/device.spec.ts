import { expect } from '@playwright/test'

import { expectSound, signIn, test } from './bench'

// A tablet elsewhere in the house: the shop's own computer is let in without being asked.
const elsewhere = { extraHTTPHeaders: { 'X-Forwarded-For': '192.0.2.14' }, serviceWorkers: 'block' } as const

test('a new tablet is let in by a code, and sent away again', async ({ page, browser, baseURL }) => {
  const context = await browser.newContext({ ...elsewhere, baseURL })
  const tablet = await context.newPage()
  await tablet.goto('/')
  await expect(tablet.getByRole('heading', { name: 'This device is new here' })).toBeVisible()
  await expect(tablet.getByText('Tomas Brandvold')).toHaveCount(0)
  await expectSound(tablet, 'let in')
  await tablet.getByLabel('Code').fill('AAAAA-AAAAA')
  await tablet.getByRole('button', { name: 'Let this device in' }).click()
  await expect(tablet.getByText('not good')).toBeVisible()
  await expect(tablet.getByLabel('Code'), 'what was typed stays').toHaveValue('AAAAA-AAAAA')

  await signIn(page)
  await page.goto('/shop')
  await page.getByRole('button', { name: 'Let a device in' }).click()
  await page.getByLabel('What you call it').fill('Bench two')
  await page.getByRole('button', { name: 'Make its code' }).click()
  const code = await page.getByText(/^[A-Z2-9]{5}-[A-Z2-9]{5}$/).textContent()
  await expectSound(page, 'shop with a code')
  await tablet.getByLabel('Code').fill(code?.toLowerCase() ?? '')
  await tablet.keyboard.press('Enter')
  await expect(tablet.getByRole('button', { name: /Tomas Brandvold/ })).toBeVisible()
  await signIn(tablet, 'Tomas Brandvold')

  const row = page.getByRole('listitem').filter({ hasText: 'Bench two' })
  await page.reload()
  await expect(row.getByText('last used')).toBeVisible()
  await row.getByRole('button', { name: 'Send away Bench two' }).click()
  await row.getByRole('button', { name: 'Send Bench two away' }).click()
  await expect(row).toHaveCount(0)
  await tablet.reload()
  await expect(tablet.getByRole('heading', { name: 'This device is new here' })).toBeVisible()

  // Wrong PINs there hold back nobody here; the shop owner lets in who is held back.
  await tablet.getByLabel('Your name').fill('ida oyelaran')
  await tablet.getByLabel('Your PIN or password').fill('4826')
  await tablet.getByLabel('What you call this device').fill('Front desk')
  await tablet.getByRole('button', { name: 'Let it in and sign in' }).click()
  await expect(tablet.getByRole('link', { name: 'Take a bike in' })).toBeVisible()
  await tablet.getByRole('button', { name: /hand over/ }).click()
  await tablet.getByRole('menuitem', { name: 'Hand the tablet over' }).click()
  await tablet.getByRole('button', { name: /Wren Halloran/ }).click()
  for (let i = 0; i < 6; i++) {
    await tablet.getByLabel('PIN or password of Wren Halloran').fill('0000')
    const answered = tablet.waitForResponse('**/api/session')
    await tablet.keyboard.press('Enter')
    expect((await answered).status()).toBe(i < 5 ? 401 : 429)
  }
  await expect(tablet.getByText('Wait a minute')).toBeVisible()
  await page.reload()
  await expect(page.getByText('Too many wrong tries on Front desk')).toBeVisible()
  await expectSound(page, 'shop with somebody held back')
  await page.getByRole('button', { name: 'Let Wren Halloran try again now' }).click()
  await expect(page.getByText('Too many wrong tries on Front desk')).toHaveCount(0)
  await tablet.getByLabel('PIN or password of Wren Halloran').fill('2650')
  await tablet.keyboard.press('Enter')
  await expect(tablet.getByText('Who takes over?')).toHaveCount(0)
  await context.close()
})
