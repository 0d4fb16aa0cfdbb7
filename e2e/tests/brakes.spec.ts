import { expect } from '@playwright/test'

import { answered, expectSound, leaving, openJob, openPiece, signIn, stage, test } from './bench'
import { choose, runThrough } from './run'

test('a brake is bled by guided work, with the right fluid, and the bike comes back in a week', async ({
  page,
}) => {
  await signIn(page)
  await openJob(page, 'Bracken Sapling')
  await stage(page, 'Work').click()
  await openPiece(page, 'Bleed front brake')
  await page.getByRole('link', { name: 'Guide me' }).click()
  await expect(page.getByRole('heading', { name: /Bleed the \w+ brake from the lever/ })).toBeVisible()
  await page.getByRole('button', { name: 'Leave it' }).click()
  await expect(page.getByRole('region', { name: 'rear brake' })).toBeVisible()
  await expectSound(page, 'Both brakes')
  await page.getByRole('button', { name: /Bleed the front brake from the caliper up/ }).click()
  await expect(page.getByRole('button', { name: 'Begin' })).toBeDisabled()
  await expect(page.getByText('First choose: How does it stand?')).toBeVisible()
  await page.getByRole('radio', { name: /^Dry/ }).click()
  await page.getByRole('radio', { name: 'A threaded pin with a clip' }).click()
  await choose(page)
  // The wrong family cannot be chosen, and says why.
  await expect(page.getByRole('radio', { name: /Big tub/ })).toBeDisabled()
  await expect(page.getByText(/swells the seals/).first()).toBeVisible()
  await page.getByLabel('Or scan its label').fill('0000000000000')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert').first()).toContainText('no label of a bottle on the shelf')
  const shelf = (await (await page.request.get('/api/bottles')).json()) as {
    id: string
    name: string
  }[]
  await page
    .getByLabel('Or scan its label')
    .fill(`utensil:bottle:${shelf.find((b) => b.name === 'DOT on the bench')?.id}`)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('radio', { name: /DOT on the bench/ })).toBeChecked()
  await expectSound(page, 'Beginning guided work')
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { name: 'Take the front wheel out.' })).toBeVisible()
  await expect(leaving(page)).toContainText('begun, not finished')
  await expectSound(page, 'A step')

  // With the keyboard: Enter does a step, Backspace takes it back; a reload loses nothing.
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /Screw the pad pin out/ })).toBeVisible()
  await page.keyboard.press('Backspace')
  await expect(page.getByRole('heading', { name: 'Take the front wheel out.' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /Screw the pad pin out/ })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('heading', { name: /Screw the pad pin out/ })).toBeVisible()

  await runThrough(page)
  await expect(page.getByText(/In 7 days: Look at the front lever/)).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(leaving(page)).not.toContainText('begun, not finished')
  await stage(page, 'Verify').click()
  await expect(
    page
      .getByRole('navigation', { name: 'Torque run' })
      .getByRole('button', { name: /^sound Front brake test/ }),
  ).toBeVisible()
  await stage(page, 'Hand over').click()
  // Felt firm at the end of the run, it still stands on the sheet that it was soft.
  await expect(page.getByRole('row').filter({ hasText: 'Front lever feel: Soft' })).toContainText(
    'put right',
  )
  await page.goto('/shop/bottles')
  await expect(page.getByRole('listitem').filter({ hasText: 'DOT on the bench' })).not.toContainText('250 ml')
  await expect(page.getByRole('region', { name: /Bleeds that wait/ })).toContainText('Bracken Sapling')
  await page.getByRole('button', { name: 'Label of DOT on the bench' }).click()
  await expect(page.getByRole('img', { name: /Label of DOT/ })).toBeVisible()
  await expectSound(page, 'Brake fluids')
})

// A disc, a rim and a drum brake have every procedure between them: each can be begun. They are gone through in Go.
for (const [bike, end, least] of [
  ['Lanternlight Nocturne', 'front', 14],
  ['Oxbow Sixteen', 'rear', 1],
  ['Hobday Allotment', 'front', 1],
  ['Wagtail Twenty', 'front', 1],
] as const)
  test(`every procedure for the ${end} brake of the ${bike} can be begun`, async ({ page }) => {
    await signIn(page, 'Tomas Brandvold')
    await openJob(page, bike)
    const job = page.url().split('/').slice(0, 5).join('/')
    await page.goto(`${job}/brakes`)
    const offers = page
      .getByRole('region', { name: `${end} brake` })
      .getByRole('listitem')
      .getByRole('button')
    await expect(offers.nth(least - 1)).toBeVisible()
    const all = await offers.count()
    for (let i = 0; i < all; i++) {
      await page.goto(`${job}/brakes`)
      await offers.nth(i).click()
      await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible()
    }
  })

test('the brake desk does the arithmetic, and says what is wrong with a figure', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Bracken Sapling')
  await page.goto(`${page.url().split('/').slice(0, 5).join('/')}/brake-desk`)
  const tool = (name: string) =>
    page.getByRole('navigation', { name: 'Brake desk' }).getByRole('button', { name }).click()
  await page.getByRole('radio', { name: 'rear', exact: true }).click()
  await tool('Fluid needed')
  await expect(page.getByRole('row', { name: /Push from the caliper/ })).toContainText('ml')
  await page.getByLabel('Hose, mm').fill('-5')
  await expect(page.getByRole('alert')).toContainText('200 to 3500 mm')
  await page.getByLabel('Hose, mm').fill('170 cm')
  await expect(page.getByRole('alert')).toContainText('“170 cm” is not read')
  await expect(page.getByRole('row', { name: /Push from the caliper/ })).toBeHidden() // no answer to a guess
  await page.getByLabel('Hose, mm').fill('1700')
  await tool('Does the hose rise?')
  await expect(page.getByText(/Tilt the bike \d+°/)).toBeVisible()
  await expectSound(page, 'Hose rise')
  await tool('Air in the line')
  await expect(page.getByText(/ml of air in the line/)).toBeVisible()
  await page.getByRole('button', { name: 'Log it on this bike' }).click()
  await page.getByLabel('First pull, mm').fill('33')
  await page.getByRole('button', { name: 'Log it on this bike' }).click()
  await expect(page.getByText(/ml of air before, .* ml now/)).toBeVisible()
  await tool('The rider’s hill')
  await expect(page.getByText(/The rotor gets to about/)).toBeVisible()
  await expect(page.getByText('nobody has asked this rider yet')).toBeVisible()
  await page.getByLabel('Rider, bike, load, kg').fill('1120')
  await page.getByRole('button', { name: 'Keep for this bike' }).click()
  await expect(page.getByRole('alert').first()).toContainText('20 to 400 kg')
  await page.getByLabel('Rider, bike, load, kg').fill('112')
  await page.getByLabel('Their steepest hill').fill('Net Hill')
  await page.getByRole('button', { name: 'Keep for this bike' }).click()
  await expect(page.getByText('As kept for this bike.')).toBeVisible()
  await expectSound(page, 'The hill')
  await tool('Bedding in')
  await expect(page.getByLabel('Rider, bike, load, kg')).toHaveValue('112') // typed once
  await page.getByLabel('Level for, m').fill('30')
  await expect(page.getByText('30 m of road are too short').first()).toBeVisible()
  await page.getByLabel('Level for, m').fill('300')
  await expect(page.getByText('along 300 m of road').first()).toBeVisible()
  await page.getByRole('button', { name: 'Ride it with the timer' }).first().click()
  await expect(page.getByRole('timer')).toContainText('Stop 1 of 15')
  await page.getByRole('button', { name: 'End the ride' }).click()
  await expectSound(page, 'Bedding in')
  await tool('Rotor wobble')
  await page.getByLabel(/Dial readings/).fill('0 x 1')
  await expect(page.getByRole('alert')).toContainText('not a figure')
  await page.getByLabel(/Dial readings/).fill('0 0,2 0.3 0.2 0 -0.2 -0.3 -0.2')
  await expect(page.getByText(/Bend it/)).toBeVisible()
  await expectSound(page, 'Rotor wobble')
  await tool('Pads, piston, arms, cable')
  await expect(page.getByText(/resurface or renew the rotor/)).toBeVisible()
  await expectSound(page, 'Small questions')
})

test('a bike that was called back for its fluid is offered the change while it is here', async ({ page }) => {
  await signIn(page)
  await page.goto('/bikes')
  await page.getByRole('link', { name: /Cinder Rake, white/ }).click()
  await page.getByRole('link', { name: 'Take it in' }).click()
  await expect(page.getByText(/Change the rear brake's DOT fluid/)).toBeVisible()
  await page.getByLabel(/in their own words/).fill('A flat at the back.')
  await page.getByRole('button', { name: 'Take it in' }).click()
  const called = page.getByRole('region', { name: 'Called back for' })
  await expect(called.getByRole('link', { name: /DOT fluid/ })).toBeVisible()
  await called.getByRole('link', { name: /DOT fluid/ }).click()
  await page.getByRole('button', { name: /Bleed rear brake/ }).click()
  await expect(page.getByRole('heading', { name: 'Proposed · 1' })).toBeVisible()
  await expect(page.getByText(/^called back for/)).toBeHidden() // offered once
  await expectSound(page, 'Called back')

  // With fluid so old, a soft lever is air first, and the bleed that is offered first renews all of it.
  await stage(page, 'Inspect').click()
  const look = (name: string) =>
    page
      .getByRole('navigation', { name: /Route/ })
      .getByRole('button', { name: new RegExp(`^not looked at ${name}`) })
      .click()
  await look('Rear lever feel')
  await page
    .getByRole('region', { name: 'Rear lever feel', exact: true })
    .getByRole('button', { name: /Soft/ })
    .click()
  await look('Rear pads')
  const pads = page.getByRole('region', { name: 'Rear pads', exact: true })
  await pads.getByRole('textbox').first().fill('1.6/1.6')
  await pads.getByRole('button', { name: /Log and go on/ }).click()
  await page.getByRole('link', { name: /Find a fault/ }).click()
  await page.getByRole('button', { name: /^Rear lever is soft/ }).click()
  await expect(
    page
      .getByRole('list')
      .getByText(/DOT fluid near its year/)
      .first(),
  ).toBeVisible()
  await page.getByRole('button', { name: /Pull it quickly five times/ }).click()
  await page.getByRole('button', { name: /Firms up and stays/ }).click()
  const causes = page.locator('section[aria-labelledby="causes"]')
  await expect(causes.getByRole('listitem').first()).toContainText('Air in the line')
  await page.goto(page.url().replace(/hunt.*/, 'brakes'))
  const bleeds = page.getByRole('region', { name: 'rear brake' }).getByRole('button', { name: /^Bleed/ })
  await expect(bleeds.first()).toContainText('from the caliper up')
})

test('a practice brake is bled by doing what helps', async ({ page }) => {
  await signIn(page)
  await page.goto('/practice')
  await page.getByRole('button', { name: /Rear brake.* of \d+ done/ }).click()
  await page.getByRole('button', { name: 'Bleed a practice brake, rear' }).click()
  await expectSound(page, 'Practice brake')
  for (const act of [
    'Hang the caliper',
    'Tilt the bike 30°',
    'Tap, caliper',
    'Tap, caliper',
    'Tap, caliper',
    'Push 10',
    'Tap, caliper',
    'Push 10',
    'Flick',
    'Tap, caliper',
    'Push 10',
    'Flick',
    'Tap, caliper',
    'Push 10',
  ]) {
    if (await page.getByRole('heading', { name: 'Bled' }).count()) break
    await answered(page, /practice\/brake/, () =>
      page.getByRole('button', { name: new RegExp(`^${act}`) }).click(),
    )
  }
  await expect(page.getByRole('heading', { name: 'Bled' })).toBeVisible()
  await expect(page.getByText('of 100')).toBeVisible()

  // With two syringes the fluid goes to and fro, and little of it is poured.
  await page.getByRole('button', { name: 'A front brake' }).click()
  await expect(page.getByRole('heading', { name: 'Bled' })).toBeHidden()
  const act = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}`) })
  await expect(act('Draw up')).toBeDisabled()
  for (const name of ['Seat its joint', 'Put it on', 'Hang the caliper', 'Tilt the bike 30°'])
    await answered(page, /practice\/brake/, () => act(name).click())
  await expect(page.getByText('lever, syringe on')).toBeVisible()
  await expect(act('Put it on')).toBeDisabled()
  for (let n = 0; n < 12 && !(await page.getByRole('heading', { name: 'Bled' }).count()); n++) {
    await answered(page, /practice\/brake/, () =>
      act(['Tap, caliper', 'Draw up', 'Flick'][n % 3] ?? '').click(),
    )
  }
  await expect(page.getByRole('heading', { name: 'Bled' })).toBeVisible()
  await expect(page.getByText(/^[5-7] ml$/)).toBeVisible()
})
