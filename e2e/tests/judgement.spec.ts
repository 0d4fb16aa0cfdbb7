import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, openPiece, signIn, stage, test } from './bench'
import { choose } from './run'

/** takeIn takes a bike of a new owner in, for an asked-for repair, and stands at its walk-round. */
async function takeIn(page: Page, owner: string, make: string, kind: string, said: string) {
  await page.goto('/')
  await page.getByRole('link', { name: 'Take a bike in' }).click()
  await page.getByLabel(/Name, telephone/).fill(owner)
  await page.getByRole('button', { name: `New owner: ${owner}` }).click()
  await page.getByLabel('Telephone').fill('0770 900 1455')
  await page.getByLabel('Make', { exact: true }).fill(make)
  await page.getByRole('button', { name: kind }).click()
  await page.getByLabel(/in their own words/).fill(said)
  await page.getByText('Asked-for repair').click()
  await page.getByRole('button', { name: 'Take it in' }).click()
  await stage(page, 'Inspect').click()
  await expect(page).toHaveURL(/inspect/)
  return page.url().split('/').slice(0, 5).join('/')
}

const route = (page: Page) => page.getByRole('navigation', { name: /Route/ })

/** look opens a point of the walk-round. */
async function look(page: Page, name: string) {
  await route(page)
    .getByRole('button', {
      name: new RegExp(`^(not looked at|sound|watch|due|unsafe) ${name}( beyond this depth| [^a-z]|$)`),
    })
    .click()
  return page.getByRole('region', { name, exact: true })
}

/** torque logs the middle of the range on every bolt of that name. */
async function torque(page: Page, name: RegExp) {
  const bolts = page.getByRole('navigation', { name: 'Torque run' }).getByRole('button', { name })
  for (let i = 0; i < (await bolts.count()); i++) {
    await bolts.nth(i).click()
    const field = page.getByLabel('N·m, as left')
    const range = (await page.locator('#torque-verdict').innerText()).match(/([\d.]+) to ([\d.]+)/)
    await field.fill(String((Number(range?.[1]) + Number(range?.[2])) / 2))
    await page.getByRole('button', { name: /^Log/ }).click()
    await expect(bolts.nth(i)).toHaveAccessibleName(/^sound/)
  }
}

test('an old roadster comes in, and its cracked crank does not leave by being torqued', async ({
  page,
}, info) => {
  await signIn(page)
  const owner = ['Orla Vantage', 'Nell Vantage'][info.retry] ?? 'Vantage'
  const job = await takeIn(
    page,
    owner,
    'Old Ferrier',
    'Roadster, 26 × 1 3/8',
    'It clicks when I stand on it.',
  )
  await page.getByRole('link', { name: owner }).click()
  await page.getByRole('button', { name: 'Change facts' }).click()
  await expect(page.getByLabel('Front wheel, bead seat')).toContainText('590 mm')
  await page.goto(job)
  await (await look(page, 'Crank arms')).getByRole('button', { name: /Crack/ }).click()
  await expect(leaving(page)).toContainText('Crank arms: Crack')

  await stage(page, 'Verify').click()
  await torque(page, /Crank (arm|bolt)/)
  await expect(leaving(page)).toContainText('Crank arms: Crack')
  await stage(page, 'Hand over').click()
  await page.getByRole('button', { name: 'Hand it over' }).click()
  await expect(page.getByRole('alert')).toContainText('cannot leave yet')

  await stage(page, 'Agree').click()
  const found = page.getByRole('listitem').filter({ hasText: 'Crank arms: Crack' })
  await expect(found.getByRole('button', { name: /£/ })).toHaveCount(1) // nothing that cannot cure a crack
  await expectSound(page, 'What cures a crack')
  await found.getByRole('button', { name: /Replace the crank arm/i }).click()
  await page.getByRole('button', { name: 'Yes to it' }).click()
  await stage(page, 'Work').click()
  await openPiece(page, /Replace the crank arm/i) // the walk-round comes before it: it may change the quote
  await page.getByRole('button', { name: /^Done/ }).click()
  // Work done is no word for it: an unsafe point is read again.
  await expect(leaving(page)).toContainText('read it again, it was unsafe')
  const again = page.getByRole('region', { name: /Look at it once more/ })
  await expect(again.getByRole('button', { name: /Looked at again/ })).toBeHidden()
  await expectSound(page, 'Read it again')
  await again.getByRole('link', { name: 'Read it again' }).click()
  await page
    .getByRole('region', { name: 'Crank arms', exact: true })
    .getByRole('button', { name: /Sound/ })
    .click()
  await expect(leaving(page)).not.toContainText('Crank arms')
})

test('a brake whose cap nobody read is not bled', async ({ page }, info) => {
  await signIn(page)
  const owner = ['Merrow Quill', 'Sorrel Quill'][info.retry] ?? 'Quill'
  const job = await takeIn(page, owner, 'Fenwright', 'Mountain, front suspension', 'The front lever is soft.')
  await page.goto(`${job}/brakes`)
  await page.getByRole('button', { name: /Bleed the front brake from the caliper up/ }).click()
  await page.getByRole('radio', { name: /^Filled/ }).click()
  await page.getByRole('radio', { name: 'A threaded pin with a clip' }).click()
  // Nor is its caliper opened before somebody has looked what opens it.
  await expect(page.getByText('Front caliper’s port: nobody has read it')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Begin' })).toBeDisabled()
  await choose(page)
  const bottle = page.getByRole('group', { name: /^Which bottle/ }).getByRole('radio', { disabled: false })
  await expect(bottle).toHaveCount(0)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('alert').first()).toContainText('cap of the front brake')
  const cap = page.getByRole('group', { name: 'What the front brake holds' })
  await expect(cap).toContainText('Nothing is poured before somebody has read the cap')
  await expectSound(page, 'An unread cap')
  await cap.getByRole('button', { name: 'It says DOT fluid' }).click()
  await expect(page.getByText(/Read on the cap by Ida Oyelaran/)).toBeVisible()
  await expect(page.getByRole('radio', { name: /Big tub/ })).toBeDisabled() // mineral oil
  await bottle.first().check()
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('complementary', { name: 'Done so far' })).toBeVisible()
})

test('a rule’s length is a chain’s wear, and two maxima make one figure', async ({ page }, info) => {
  await signIn(page)
  const owner = ['Isaura Fenn', 'Linnet Fenn'][info.retry] ?? 'Fenn'
  await takeIn(page, owner, 'Tollgate', 'Flat-bar commuter', 'It skips.')
  const chain = await look(page, 'Chain')
  const length = chain.getByRole('textbox').first()
  await length.fill('306.1')
  await expect(chain).toContainText('0.427')
  await expect(chain).not.toContainText('0.306')
  await expectSound(page, 'A length without its unit')
  await length.fill('306.1 mm')
  await chain.getByRole('button', { name: /Log and go on/ }).click()
  await expect(
    route(page)
      .getByRole('button', { name: / Chain$|Chain\s/ })
      .first(),
  ).toContainText('0.427')

  await stage(page, 'Verify').click()
  const run = page.getByRole('navigation', { name: 'Torque run' })
  await run
    .getByRole('button', { name: /Handlebar clamp/ })
    .first()
    .click()
  // Nobody has read the bar: it is taken as carbon, until it is read right here.
  const verdict = page.locator('#torque-verdict')
  await expect(verdict).toContainText('4 to 5 N·m')
  await page.getByRole('button', { name: 'read it now' }).click()
  const unread = page.getByRole('group', { name: /^Read on the bar/ })
  await expectSound(page, 'A bar that nobody has read')
  await unread.getByRole('button', { name: 'aluminium' }).click()
  await expect(unread).toBeHidden()
  await expect(verdict).not.toContainText('4 to 5 N·m')
  for (const [part, most] of [
    ['stem', '5'],
    ['handlebar', '4'],
  ] as const) {
    await page.getByRole('button', { name: 'the manual says otherwise' }).click()
    await page.getByLabel(/What the figure is for/).fill(part)
    await page.getByLabel('Most, N·m').fill(most)
    await page.getByLabel('Where it stands').fill('marked on the part')
    await page.getByRole('button', { name: 'Use it for this bike' }).click()
    await expect(page.getByLabel('Where it stands')).toBeHidden()
  }
  await expect(verdict).toContainText('3.2 to 4 N·m') // from 80 % of the lower of the two
  await page.getByLabel('N·m, as left').fill('4.5')
  await expect(verdict).toContainText('over')
  await expectSound(page, 'Two maxima')
})

test('what was put right on the way is one press, and stands under Done', async ({ page }, info) => {
  await signIn(page)
  const owner = ['Corin Lathe', 'Alder Lathe'][info.retry] ?? 'Lathe'
  const job = await takeIn(page, owner, 'Harrow Lane', 'Hub-geared roadster', 'The gears slip.')
  await page.goto(`${job}/hunt`)
  await page.getByRole('button', { name: /Hub gear slips/ }).click()
  await expect(page.getByText('Do this next')).toBeVisible()
  await page.getByRole('button', { name: /That cured it/ }).click()
  await expect(page.getByRole('heading', { name: 'Cured' })).toBeVisible()
  await expectSound(page, 'Cured on the way')
  await page.getByRole('button', { name: /Onto the sheet, 4 min charged/ }).click()
  await stage(page, 'Work').click()
  await expect(page.getByText('put right while looking')).toBeVisible()
  await stage(page, 'Verify').click()
  await expect(
    page.getByRole('navigation', { name: 'Torque run' }).getByRole('button', { name: /gear cable/i }),
  ).toHaveAccessibleName(/^not looked at/)
})
