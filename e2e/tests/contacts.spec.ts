import { readFileSync } from 'node:fs'

import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, signIn, stage, test, written } from './bench'
import { takeIn } from './run'

/** sees gives the tablet a camera that looks at a plain board: there is none on a machine of tests. */
const sees = (page: Page) =>
  page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => {
      const board = document.createElement('canvas')
      ;[board.width, board.height] = [320, 240]
      board.getContext('2d')?.fillRect(60, 40, 200, 30)
      return Promise.resolve(board.captureStream(5))
    }
  })

/** says has the phone say how it lies, as its own sensors do. */
const says = (page: Page, pitch: number, faces: number) =>
  page.evaluate(
    ([beta, alpha]) =>
      window.dispatchEvent(new DeviceOrientationEvent('deviceorientation', { alpha, beta, gamma: 0 })),
    [pitch, faces] as const,
  )

/** reads lays the phone there and presses what reads it. */
async function reads(page: Page, button: string, pitch: number, faces: number) {
  const press = page.getByRole('button', { name: button })
  await expect(async () => {
    await says(page, pitch, faces)
    await expect(press).toBeEnabled({ timeout: 200 })
  }).toPass()
  await press.click()
  await expect(page.getByText('Hands off')).toBeVisible()
  await says(page, pitch, faces)
  await expect(page.getByText('Hands off')).toHaveCount(0)
}

test('how the rider has it is noted before it is undone, and put back after', async ({ page, context }) => {
  await sees(page)
  await signIn(page, 'Tomas Brandvold')
  await takeIn(page, 'Ottoline Wherry', 'Second-hand check', 'Is it worth what they ask?')
  const job = page.url().replace(/(jobs\/[^/?]+).*/, '$1')
  await page.goto(`${job}/said`)
  await page.getByLabel('Something else the owner says').fill('The saddle is too low for me.')
  await written(page, page.getByRole('button', { name: 'Add it' }))
  await page.goto(`${job}/work`)
  const now = page.locator('#now-title')
  const then = page.getByRole('region', { name: /^Then/ })
  await then.getByRole('button', { name: /Note how it is set/ }).click()
  await expect(page.getByText(/Saddle height/).first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/contacts/)
  await expect(page.getByText('1 to note before hands undo them.')).toBeVisible()
  await expectSound(page, 'How it is set')

  // A slip is said, and what was typed is there to be put right.
  const figure = page.locator('#contact-figure')
  await page.keyboard.type('74')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('74')
  await expect(figure).toHaveValue('74')
  await page.keyboard.type('2')
  await page.keyboard.press('Enter')
  const list = page.getByRole('navigation', { name: 'How it is set' })
  await expect(list.getByRole('button', { name: /Saddle height/ })).toContainText('742 mm')

  // The phone is the level: its own error of a degree and a half falls out.
  await list.getByRole('button', { name: /Saddle tilt/ }).click()
  await page.getByRole('button', { name: 'Lay the phone on it' }).click()
  await expect(page.getByRole('alert')).toContainText('The sensors were refused')
  await page.getByRole('button', { name: 'By hand instead' }).click()
  await context.grantPermissions(['accelerometer', 'gyroscope', 'magnetometer'])
  await page.getByRole('button', { name: 'Lay the phone on it' }).click()
  const [laid, turned] = ['It lies there: read it', 'Turned: read it again']
  await reads(page, laid, 3.5, 80)
  await reads(page, turned, -0.5, 85)
  await expect(page.getByRole('alert')).toContainText('same way round')
  await reads(page, laid, 3.5, 80)
  await reads(page, turned, -0.5, 262)
  await expect(list.getByRole('button', { name: /Saddle tilt/ })).toContainText('2°')

  await list.getByRole('button', { name: /Saddle height/ }).click()
  await page.getByLabel('Photo of Saddle height').setInputFiles({
    name: 'seat.png',
    mimeType: 'image/png',
    buffer: readFileSync(new URL('../../docs/screenshots/agree.png', import.meta.url)),
  })
  await expect(page.getByRole('img', { name: 'Saddle height, photo 1' })).toBeVisible()

  // The post is moved: it does not leave before it is back, and its line was looked for.
  await page.getByRole('link', { name: /^Next: / }).click()
  await then.getByRole('button', { name: /Does the post move/ }).click()
  await expect(now).toHaveText(/Does the post move/)
  await page.keyboard.press('*') // what it looks at is as it should be
  await expect(page.getByRole('button', { name: /^As it should be/ })).toHaveCount(0)
  await written(page, page.getByRole('button', { name: /^Done/ }).first())
  await leaving(page)
    .getByRole('link', { name: /Saddle height as left/ })
    .click()
  await expect(page.getByText(/Beyond its line it breaks|beyond its line it breaks/)).toBeVisible()
  await page.getByRole('button', { name: 'Hold the photo against it' }).click()
  await expect(page.getByLabel('Saddle height, live')).toBeVisible()
  await expectSound(page, 'The photo held against the bike')
  await page.getByRole('button', { name: 'Keep this picture' }).click()
  await expect(page.getByText('Kept with the job.')).toBeVisible()
  await page.getByRole('button', { name: 'Put it away' }).click()

  await page.keyboard.type('755')
  await expect(page.getByRole('button', { name: /^Left at 755, its line inside/ })).toBeEnabled()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('stood at 742 mm, and is 755 mm now')
  // Who asked for it is written down; what the owner wished is answered by it.
  await page.getByLabel('Who asked for another, and why').fill('Ottoline: it was too low.')
  await page.keyboard.press('Enter')
  await expect(leaving(page)).not.toContainText('Saddle height as left')
  await expect(list.getByRole('button', { name: /Saddle height/ })).toContainText('755 mm')
  const wish = leaving(page).getByRole('link', { name: /too low for me/ })
  await wish.click()
  await page.getByRole('button', { name: 'Set as asked: saddle height, 755 mm' }).click()
  await expect(wish).toHaveCount(0)
  await expect(page.getByText('Set as asked: saddle height, 755 mm')).toBeVisible()
  await stage(page, 'Work').click()
  await expect(then).not.toContainText('Note how it is set')
})

test('what a full strip undoes is noted figure by figure, by the keys alone', async ({ page }, info) => {
  await signIn(page, 'Tomas Brandvold')
  await takeIn(
    page,
    ['Ambrose Teal', 'Isaura Teal'][info.retry] ?? 'Teal',
    'Full strip',
    'All of it off, please.',
  )
  await page
    .getByRole('region', { name: /^Then/ })
    .getByRole('button', { name: /Note how it is set/ })
    .click()
  await page.keyboard.press('Enter')
  const bench = page.locator('main section:has(#contact-figure) h2')
  for (const [name, figure] of [
    ['Saddle height', '742'],
    ['Saddle setback', '45'],
    ['Saddle tilt', '-1'],
    ['Spacers under the stem', '15'],
  ] as const) {
    await expect(bench).toHaveText(name) // the figure before it went on to this one
    await page.keyboard.type(figure)
    await page.keyboard.press('Enter')
  }
  await expect(page.getByText('Nothing waits here.')).toBeVisible()
  await expect(page.getByRole('link', { name: /^Next: / })).toBeVisible()
})
