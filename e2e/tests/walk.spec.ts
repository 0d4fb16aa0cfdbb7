import { expect } from '@playwright/test'

import { expectSound, leaving, openJob, pick, signIn, stage, test } from './bench'

// A red square of 8 by 8, as PNG.
const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAgAAAAICAIAAABLbSncAAAAEklEQVR4nGP4z8CAFWEXHbQSACj/P8Fu7N9hAAAAAElFTkSuQmCC',
  'base64',
)

test('a sound bike is walked round whole by keyboard, on any route, with photos', async ({ page }) => {
  await signIn(page)
  await page.goto('/bikes')
  await page.getByRole('searchbox', { name: 'Find a bike' }).fill('longtooth')
  await expect(page.getByRole('main').getByRole('listitem')).toHaveCount(1) // the list has stopped moving
  await page.getByRole('link', { name: /Bracken Longtooth/ }).click()
  await page.getByRole('link', { name: 'Take it in' }).click()
  await page.getByLabel(/own words/).fill('The whole service, please.')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await stage(page, 'Inspect').click()
  await expect(page).toHaveURL(/inspect/)
  const route = page.getByRole('navigation', { name: /Route/ })
  await expect(route.locator('[aria-current="step"]')).toContainText('Rear tyre')

  const todo = route
    .getByRole('button', { name: /^not looked at/ })
    .filter({ hasNotText: 'beyond this depth' })
  await pick(page.getByRole('button', { name: /^Route/ }), 'Front to back')
  await expect(route.getByRole('listitem').first()).toContainText('Front tyre')
  await page.getByRole('heading', { level: 1 }).click()

  let presses = 0
  const points = await todo.count()
  for (let left = points; left > 0; left = await todo.count()) {
    await expect(route.locator('[aria-current="step"]').getByLabel('not looked at')).toBeVisible()
    const title = await route.locator('[aria-current="step"]').innerText()
    if (await page.locator('#reading').count()) {
      await expect(page.locator('#reading')).toBeFocused()
      const figure = /Chain/.test(title) ? '0.1' : /pads/.test(title) ? '3.1/3' : '1.6/1.55'
      await page.keyboard.type(figure)
      await page.keyboard.press('Enter')
    } else await page.keyboard.press('1')
    presses++
    await expect(todo).toHaveCount(left - 1)
  }
  console.log(`walk-round of ${points} points: ${presses} key presses beyond the figures (aim: one a point)`)
  expect(presses, 'one press a point, and hardly any more').toBeLessThanOrEqual(points + 4)
  await expect(leaving(page)).not.toContainText('not looked at')

  // Uneven pads ask why, though neither is worn out.
  await route.getByRole('button', { name: /Front pads/ }).click()
  await page.locator('#reading').fill('3.2/2.1')
  await expect(page.locator('#verdict')).toContainText('Left and right differ by 1.1 mm: a sticking piston')
  await page.keyboard.press('Enter')
  await expect(route.getByRole('button', { name: /^due Front pads/ })).toBeVisible()

  // No rotor grows: where a thicker one came from is asked, and stands with its figure.
  await route.getByRole('button', { name: /Front rotor(?! face)/ }).click()
  await page.locator('#reading').fill('2.3')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('it cannot be 2.3 mm now')
  await page.getByLabel('Where another part came from').fill('A new one, fitted in Saltby - last week.')
  await page.keyboard.press('Enter')
  await expect(route.getByRole('button', { name: /^sound Front rotor(?! face)/ })).toBeVisible()

  await route.getByRole('button', { name: /Front pads/ }).click()
  await page
    .getByLabel('Photo of Front pads')
    .setInputFiles({ name: 'pads.png', mimeType: 'image/png', buffer: png })
  await expect(page.getByRole('img', { name: 'Front pads, photo 1' })).toBeVisible()
  await page.getByLabel('Photo of Front pads').setInputFiles({
    name: 'pads.png',
    mimeType: 'image/png',
    buffer: Buffer.from('\x7fELF'),
  })
  await expect(page.getByRole('alert')).toContainText('no photo')
  await expectSound(page, 'A point with a photo')
  await page.getByRole('button', { name: 'Remove photo 1 of Front pads' }).click()
  await expect(page.getByRole('img', { name: 'Front pads, photo 1' })).toBeHidden()
})

test('distance makes wear into a date, from an odometer and a ride file', async ({ page }) => {
  await signIn(page)
  await page
    .getByRole('link', { name: /Osier Carrier/ })
    .first()
    .click()
  await page.getByRole('link', { name: /^Check in/ }).click()
  const distance = page.getByRole('region', { name: 'Distance' })
  await distance.getByLabel('Odometer, km').fill('lots')
  await distance.getByRole('button', { name: 'Log it' }).click()
  await expect(distance.getByRole('alert')).toContainText('is not a figure')
  await expect(distance.getByLabel('Odometer, km')).toHaveValue('lots')
  await distance.getByLabel('Odometer, km').fill('4120 mi')
  await distance.getByRole('button', { name: 'Log it' }).click()
  await expect(distance).toContainText('6630.497 km')
  const gpx = `<gpx version="1.1"><trk><name>Net Hill</name><trkseg><trkpt lat="50" lon="1"><time>2026-10-01T08:00:00Z</time></trkpt><trkpt lat="50.1" lon="1"><time>2026-10-01T09:00:00Z</time></trkpt></trkseg></trk></gpx>`
  await distance.getByLabel('Take in a ride file').setInputFiles({
    name: 'ride.gpx',
    mimeType: 'application/gpx+xml',
    buffer: Buffer.from(gpx),
  })
  await expect(distance).toContainText('ride.gpx is taken in')
  await expect(distance).toContainText('1 ride')
  await expect(page.getByText(/km left/).first()).toBeVisible()
})

test('lost air is told apart from cold', async ({ page }) => {
  await signIn(page)
  await page
    .getByRole('link', { name: /Oxbow Sixteen/ })
    .first()
    .click()
  await page.getByRole('link', { name: /^Inspect/ }).click()
  await page.getByRole('link', { name: 'Air' }).click()
  await page
    .getByRole('navigation', { name: 'Air' })
    .getByRole('button', { name: /^Rear tyre/ })
    .click()
  const tyre = page.getByRole('complementary', { name: 'Its air' })
  await tyre.getByLabel('bar, or with psi').fill('80 psi')
  await tyre.getByRole('button', { name: 'Left at this' }).click()
  await expect(tyre).toContainText('5.52 bar (80 psi) at 20 °C')
  await tyre.getByLabel('bar, or with psi').fill('74 psi')
  await tyre.getByLabel('°C around it').fill('0')
  await tyre.getByRole('button', { name: 'Found at this' }).click()
  await expect(tyre).toContainText('The cold explains all of it')
  await expectSound(page, 'Air')
})

test('a tablet at the bench shows the whole bike and every key of the torque run', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  await signIn(page)
  await openJob(page, 'Pelham Drover')
  await stage(page, 'Inspect').click()
  const drawing = page.getByRole('group', { name: /points of the walk-round/ })
  await expect(drawing).toBeVisible()
  expect((await drawing.boundingBox())?.height).toBeGreaterThan(180)
  await expect(stage(page, 'Hand over')).toBeInViewport({ ratio: 1 })
  await stage(page, 'Verify').click()
  const list = page.getByRole('navigation', { name: 'Torque run' })
  await list.getByRole('button', { name: /Stem, steerer clamp upper/ }).click() // torqued already or not
  for (const key of ['Not fitted', 'Back', 'Found loose', 'Over-tight', 'Stuck', 'Damaged'])
    await expect(page.getByRole('button', { name: new RegExp(`^${key}`) })).toBeInViewport({ ratio: 1 })
  await expectSound(page, 'Verify on a tablet')
})
