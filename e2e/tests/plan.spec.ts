import { expect } from '@playwright/test'

import { expectSound, openJob, pick, signIn, stage, test, written } from './bench'

test('a job is one thread: now, then and by itself, by keyboard, and two mechanics see the same', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Bracken Sapling')
  await stage(page, 'Work').click()
  await expect(
    page.getByRole('img', { name: /pieces from now, about \d+ minutes; over between/ }),
  ).toBeVisible()
  const now = page.getByRole('heading', { level: 3 })
  const then = page.getByRole('region', { name: /^Then/ })
  // In a shop where its front brake was bled already, what comes after that is first.
  await expect(now).toHaveText(/Bleed (front|rear) brake|Replace front disc pads/)
  await expect(page.getByText(/wheel out and in: once, for 2/i).first()).toBeVisible()
  await expectSound(page, 'The thread')
  const first = await now.innerText()
  const second = then.getByRole('button').first()
  const title = ((await second.innerText()).split('\n')[0] ?? '').replace(/^\d+\s*/, '')

  await page.keyboard.press('1')
  await expect(now).toHaveText(title)
  await page.keyboard.press('Backspace')
  await expect(now).toHaveText(first)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/brakes/)
  await page.goBack()
  await expect(now).toHaveText(first)

  // Put off, it goes behind what does not wait for it; the other tablet has the same order at once.
  const other = await (await browser.newContext()).newPage()
  await signIn(other, 'Ida Oyelaran')
  await openJob(other, 'Bracken Sapling')
  await stage(other, 'Work').click()
  // Who has what in hand: she is led to what waits for nobody, and takes over where it stands.
  const hers = other.getByRole('heading', { level: 3 })
  await expect(hers).not.toHaveText(first)
  await expect(hers).toBeVisible()
  await expect(other.getByRole('region', { name: 'Who is at what' })).toContainText(
    'Tomas Brandvold is at it',
  )
  await other.keyboard.press('1')
  await expect(hers).toHaveText(first)
  await expectSound(other, 'A piece in another’s hands')
  await expect(other.getByRole('link', { name: /^Take it over/ })).toBeVisible()
  await other.keyboard.press('Enter')
  await expect(other).toHaveURL(/brakes/)
  await expect(page.getByRole('region', { name: 'Who is at what' })).toContainText('Ida Oyelaran is at it')
  await expect(now).not.toHaveText(first)
  await other.goBack()
  await written(other, other.getByRole('button', { name: 'Interrupted' }))
  await expect(other.getByRole('button', { name: 'Go on with it' })).toBeVisible()
  await expect(now).toHaveText(first)
  await page.keyboard.press('+')
  await expect(then).toContainText('In an order that Tomas Brandvold chose')
  await expect(now).not.toHaveText(first)
  await expect(then).not.toContainText('new ·') // what stood is known for what it is
  await expect(other.getByRole('region', { name: /^Then/ })).toContainText(
    'In an order that Tomas Brandvold chose',
  )
  await expect(other.getByRole('heading', { level: 3 })).toHaveText(await now.innerText())
  await other.context().close()

  // An order that cannot be says why, and moves nothing.
  const rows = then.getByRole('listitem')
  const tried = (await rows.allInnerTexts()).findIndex((row) => row.includes('Front brake test'))
  await rows.last().scrollIntoViewIfNeeded() // both rows are seen: nothing scrolls under the drag
  await rows.nth(tried).dragTo(rows.nth(tried - 1))
  await expect(page.getByRole('alert')).toContainText(/“.+” comes after “.+”/)
  await written(page, then.getByRole('button', { name: 'Back to the best order' }))
  await expect(then).not.toContainText('In an order that')
})

test('what goes on by itself has its time, and is seen to', async ({ page }) => {
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Osier Carrier')
  await stage(page, 'Work').click()
  const alone = page.getByRole('region', { name: 'By itself' })
  await alone.getByRole('button', { name: 'Leave something to itself' }).click()
  await expect(alone.getByRole('button', { name: 'It goes on' })).toBeDisabled()
  await pick(alone.getByRole('button', { name: /^What/ }), /In the parts washer/)
  await expect(alone.getByLabel(/Minutes until/)).toHaveValue('15')
  await alone.getByLabel('What lies in it').fill('chain and sprockets')
  await written(page, alone.getByRole('button', { name: 'It goes on' }))
  await expect(alone.getByRole('listitem')).toContainText('In the parts washer: chain and sprockets')
  await expect(alone.getByRole('listitem')).toContainText(/over in 1[45] min, at \d\d:\d\d/)
  await page.reload()
  await written(page, alone.getByRole('button', { name: /^Seen to/ }))
  await expect(alone.getByRole('listitem')).toHaveCount(0)
})
