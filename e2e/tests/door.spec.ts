import { expect } from '@playwright/test'

import { expectSound, leaving, signIn, stage, test } from './bench'

test('what is unsafe is neither read away nor passed over; what takes something away wants a reason', async ({
  page,
}, info) => {
  const owner = ['Orla Finch-Marsh', 'Petra Finch-Marsh'][info.retry] ?? 'Finch-Marsh'
  await signIn(page, 'Tomas Brandvold')
  await page.getByRole('link', { name: 'Take a bike in' }).click()
  await page.getByLabel(/Name, telephone/).fill(owner)
  await page.getByRole('button', { name: `New owner: ${owner}` }).click()
  await page.getByLabel('Make', { exact: true }).fill('Netloft')
  await page
    .getByLabel(/in their own words/)
    .fill('Gears hesitate, back brake rubs and the basket sings to me.')
  const said = (words: RegExp) => page.getByRole('button', { name: words })
  await expect(said(/back brake rubs.*Rear brake/)).toHaveAttribute('aria-pressed', 'true')
  await expect(said(/the basket sings to me.*something else/)).toHaveAttribute('aria-pressed', 'false')
  await said(/the basket sings to me/).click()
  await expectSound(page, 'What the owner says, taken apart')
  await page.getByText('Asked-for repair').click()
  await page.getByRole('button', { name: 'Take it in' }).click()
  await stage(page, 'Inspect').click()
  await expect(page).toHaveURL(/inspect/)
  for (const words of ['Gears hesitate', 'back brake rubs', 'the basket sings to me'])
    await expect(leaving(page)).toContainText(words)

  // A crack is not read away, nor passed over.
  const inspect = page.url().replace(/\?.*/, '')
  const stem = page.getByRole('region', { name: 'Stem and bar' })
  await page.goto(`${inspect}?at=stem`)
  await stem.getByRole('button', { name: /Crack/ }).click()
  await expect(leaving(page)).toContainText('Stem and bar: Crack')
  await page.goto(`${inspect}?at=stem`)
  await stem.getByRole('button', { name: /Not looked at/ }).click()
  await stem.getByLabel('Why it is not looked at').fill('no time')
  await stem.getByRole('button', { name: 'Pass over' }).click()
  await expect(leaving(page)).toContainText('Stem and bar: Crack')
  await page.goto(`${inspect}?at=stem`)
  await expect(stem.getByText(/looked again: not looked at/)).toBeVisible()
  await stem.getByRole('button', { name: /Sound/ }).click()
  await expect(stem.getByText(/looked again: Sound/)).toBeVisible()
  await expectSound(page, 'A later look that changes nothing')
  await expect(leaving(page)).toContainText('not before this is put right: Stem and bar: Crack')
  await stem.getByRole('button', { name: 'That was a slip' }).click()
  await stem.getByLabel('Why it was a slip').fill('pressed the wrong word')
  await page.keyboard.press('Enter')
  await expect(leaving(page)).not.toContainText('Crack')
  await stage(page, 'Hand over').click()
  await expect(page.getByText('pressed the wrong word')).toBeVisible()

  // A fact that takes something away wants a reason, where it is refused.
  await page.getByRole('link', { name: owner }).click()
  await page
    .getByRole('button', { name: /Change|Edit/ })
    .first()
    .click()
  await page
    .getByRole('button', { name: /Rear brake/ })
    .first()
    .click()
  await page
    .getByRole('region', { name: 'Rear brake' })
    .getByRole('button', { name: 'none', exact: true })
    .first()
    .click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert')).toContainText('takes away what is still to be done: Rear pads')
  await page.getByLabel('Why', { exact: true }).fill('A fixed wheel, it never had one.')
  await page.getByRole('button', { name: 'Say so and go on' }).click()
  await expect(page.getByRole('alert')).toBeHidden()
  await page.getByRole('link', { name: 'Open its job' }).click()
  await stage(page, 'Hand over').click()
  await expect(page.getByText('A fixed wheel, it never had one.').first()).toBeVisible()
})

test('a job that was taken in by mistake is closed with a reason, and listed nowhere', async ({
  page,
}, info) => {
  const owner = ['Hale Tidewater', 'Nell Tidewater'][info.retry] ?? 'Tidewater'
  await signIn(page, 'Wren Halloran')
  await page.getByRole('link', { name: 'Take a bike in' }).click()
  await page.getByLabel(/Name, telephone/).fill(owner)
  await page.getByRole('button', { name: `New owner: ${owner}` }).click()
  await page.getByLabel('Make', { exact: true }).fill('Wherry')
  await page.getByLabel(/in their own words/).fill('New grips, please.')
  await page.getByText('Asked-for repair').click()
  await page.getByRole('button', { name: 'Take it in' }).click()
  await stage(page, 'Check in').click()
  await page.getByText('Taken in by mistake?').click()
  await expect(page.getByText('First say why.')).toBeVisible() // the grey button says what it waits for
  await page.getByLabel('Why it was a mistake').fill('it is the one in stand two')
  await expectSound(page, 'Taken in by mistake')
  await page.getByRole('button', { name: 'Close it as a mistake' }).click()
  await expect(page.getByText('Taken in by mistake: it is the one in stand two')).toBeVisible()
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Take a bike in' })).toBeVisible()
  await expect(page.getByRole('link', { name: new RegExp(owner) })).toHaveCount(0)
})
