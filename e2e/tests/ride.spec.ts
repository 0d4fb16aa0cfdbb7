import { expect } from '@playwright/test'

import { expectSound, leaving, signIn, test } from './bench'
import { takeIn } from './run'

/** braked is a recorded ride: seven metres a second, then two seconds to a stand. */
function braked() {
  let north = 50
  const points = [0, 7, 7, 7, 7, 7, 7, 7, 5, 1.5, 0, 0, 0].map((metres, second) => {
    north += metres / 111_195
    const at = new Date(Date.UTC(2026, 10, 20, 12, 0, second)).toISOString()
    return `<trkpt lat="${north.toFixed(7)}" lon="1"><time>${at}</time></trkpt>`
  })
  return `<gpx><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`
}

test('the ride is a card on the phone: what it shows leads to its cause, and a stop is measured', async ({
  page,
}) => {
  await signIn(page, 'Tomas Brandvold')
  await takeIn(page, 'Clement Orrin', 'Asked-for repair', 'The brakes feel weak.')
  await page.getByRole('link', { name: 'The ride', exact: true }).click()
  await page.setViewportSize({ width: 390, height: 844 })
  const title = page.getByRole('heading', { level: 2, name: /Each brake/ })
  await expect(title).toHaveText(/Each brake, standing/)
  await expectSound(page, 'The ride card')

  // Nothing is called right unread; then one press, and the next.
  await expect(page.getByRole('button', { name: 'As it should be' })).toBeEnabled()
  await page.keyboard.press('*')
  await expect(title).toHaveText(/Each brake, at walking pace/)
  await page.getByRole('button', { name: /The front is firm and weak|The front drum is weak/ }).click()
  await expect(page.getByText('Get off: nobody rides on with it.')).toBeVisible()

  // Nobody rides on with it, until it is tried again.
  const list = page.getByRole('navigation', { name: 'The ride' })
  await list.getByRole('button', { name: /Over a low edge/ }).click()
  await expect(page.getByText('Nobody rides it now')).toBeVisible()
  await expect(page.getByRole('button', { name: 'As it should be' })).toBeDisabled()
  await list.getByRole('button', { name: /walking pace/ }).click()
  await page.getByRole('button', { name: 'Look for its cause' }).click()
  await expect(page).toHaveURL(/hunt/)
  await page.goBack()
  await page.setViewportSize({ width: 1280, height: 800 })
  await expect(leaving(page)).toContainText('Each brake, at walking pace: try it again')
  await expect(leaving(page)).toContainText('On the ride: the front')
  await expect(page.getByRole('button', { name: 'As it should be' })).toBeEnabled()
  await page.keyboard.press('*')
  await page.getByLabel('What was put right').fill('The cable had slipped: clamped anew.')
  await page.keyboard.press('Enter')
  await expect(leaving(page)).not.toContainText('try it again')

  // A stop that cannot be is said while it is typed; one that is too long stands before the door.
  await list.getByRole('button', { name: 'Measure a stop' }).click()
  const speed = page.getByLabel('At the mark, km/h')
  const way = page.getByLabel('Stood after, m')
  await page
    .getByLabel('Its speed from a ride file')
    .setInputFiles({ name: 'ride.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.from(braked()) })
  await page.getByRole('group', { name: 'Stops in the ride' }).getByRole('button').click()
  await expect(speed).toHaveValue('25.2')
  const judged = page.waitForRequest((r) => !!r.postData()?.includes('"off":"0.'))
  await way.fill('11')
  await judged // how far off it may be goes with it
  await speed.fill('25')
  await way.fill('3')
  await expect(page.getByRole('alert')).toContainText('more than such a bike can do')
  await way.fill('24')
  await expect(page.getByText(/the rear brake has to do 1.6 at least/)).toBeVisible()
  await expectSound(page, 'A stop')
  await page.keyboard.press('Enter')
  await expect(leaving(page)).toContainText('Rear, stopped from 25 km/h in 24 m')
  await speed.fill('25')
  await way.fill('10.5')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText(/does what it has to, 1.6\. Better than before/)).toBeVisible()
  await expect(leaving(page)).not.toContainText('stopped from')
})
