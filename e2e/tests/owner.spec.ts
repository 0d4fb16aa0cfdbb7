import { expect } from '@playwright/test'

import { expectSound, openJob, signIn, stage, test } from './bench'

test('an owner answers on a phone, by a link that was sent', async ({ page, browser }) => {
  await signIn(page, 'Wren Halloran')
  await openJob(page, 'Lanternlight Nocturne')
  await stage(page, 'Agree').click()
  await page.getByRole('button', { name: /^Send it to nadia/ }).click()
  await expect(page.getByText(/open until/)).toBeVisible()
  await expect(
    page.getByRole('group', { name: 'The owner’s link' }).getByText('sent', { exact: true }),
  ).toBeVisible()
  await expectSound(page, 'Asking by link')

  await page.goto('/mailbox')
  const letter = page.getByRole('article').first()
  await expect(letter).toContainText('Lanternlight Nocturne')
  const link = /http:\/\/\S+\/o\/\S+/.exec(await letter.innerText())?.[0] ?? ''

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 800 } })).newPage()
  await phone.goto(new URL(link).pathname)
  await expect(phone.getByRole('heading', { name: 'Your Lanternlight Nocturne, grey' })).toBeVisible()
  await expectSound(phone, 'The owner’s page')
  const over = await phone.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  )
  expect(over).toBeLessThanOrEqual(0)
  await phone.getByLabel(/A question/).fill('Is it ready on Friday?')
  await phone.getByRole('button', { name: 'Ask' }).click()
  await expect(phone.getByText('Asked. They will ring or write.')).toBeVisible()

  const items = phone
    .getByRole('group')
    .filter({ has: phone.getByRole('button', { name: 'No', exact: true }) })
    .locator('visible=true')
  const yes = phone.getByRole('button', { name: 'Yes, do it' })
  const n = await yes.count()
  expect(n).toBeGreaterThan(1)
  await phone.getByRole('button', { name: 'No', exact: true }).first().click()
  const refusal = phone.getByLabel(/^Why you refuse/)
  if (await refusal.count()) {
    await expect(phone.getByRole('button', { name: /still to answer/ })).toBeDisabled()
    await refusal.fill('I understand, and push it home.')
  }
  for (let i = 1; i < n; i++) await yes.nth(i).click()
  await phone.getByRole('button', { name: 'Send my answers' }).click()
  await expect(phone.getByText('Thank you, Nadia Corrigan.')).toBeVisible()
  await expect(items.first()).toBeHidden()
  await phone.reload()
  await expect(phone.getByText('Thank you, Nadia Corrigan.')).toBeVisible()
  await phone.goto('/')
  await expect(phone.getByText('Who is at the bench?')).toBeVisible() // the link shows nothing else

  await page.goBack()
  await expect(page.getByText(/answered/)).toBeVisible()
  await expect(page.getByText(/Nadia Corrigan asks: Is it ready on Friday/)).toHaveCount(0) // it stands with the notes
  await stage(page, 'Work').click()
  await expect(page.getByText(/Nadia Corrigan asks: Is it ready on Friday/)).toBeVisible()
})
