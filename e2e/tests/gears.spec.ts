import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, openJob, signIn, stage, test } from './bench'

/** What a gear does whose pulley stands so far off every sprocket, in mm towards the spokes. */
const does = (off: number, up: boolean) => {
  const short = (up ? off : -off) / 3.6
  return short < -0.22 ? '3' : short < -0.13 ? '2' : short > 0.36 ? '4' : Math.abs(short) > 0.16 ? '5' : '1'
}
const done = (page: Page) => page.getByRole('heading', { name: /^Done · \d+$/ })

test('a bike is indexed from the hunt to the signature, by keyboard', async ({ page }) => {
  test.slow()
  await signIn(page, 'Tomas Brandvold')
  await openJob(page, 'Bracken Sapling')
  await stage(page, 'Inspect').click()
  await page.getByRole('link', { name: /Find a fault/ }).click()
  await page.getByRole('button', { name: 'Will not climb to a larger sprocket' }).click()
  await page.getByRole('link', { name: 'To its bench' }).click()
  // What cannot be is told at its field, and what was typed stays.
  const teeth = page.getByLabel(/Teeth of each, smallest first/)
  await teeth.fill('10 12 14')
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByText(/serves 12 sprockets, and there are 3/).first()).toBeVisible()
  await expect(teeth).toHaveValue('10 12 14')
  await teeth.fill('10 12 14 16 18 21 24 28 33 39 45 51')
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('group', { name: 'Sprockets from behind' })).toBeVisible()
  await expectSound(page, 'Indexing bench')
  await expect(leaving(page)).toContainText('begun, not signed')

  // The hanger gauge: a slip is told, what was typed stays, and straight is straight.
  await page.getByRole('button', { name: 'Hanger gauge' }).click()
  const gauge = page.getByRole('form', { name: 'Hanger gauge' })
  await gauge.getByLabel('above, mm').fill('five')
  await gauge.getByLabel('ahead, mm').fill('4,5')
  await gauge.getByLabel('below, mm').fill('4')
  await gauge.getByRole('button', { name: 'Log the gauge' }).click()
  await expect(page.getByText(/“five” is no figure/).first()).toBeVisible()
  await gauge.getByLabel('above, mm').fill('5')
  await expectSound(page, 'Hanger gauge')
  await gauge.getByRole('button', { name: 'Log the gauge' }).click()
  await expect(page.getByText(/^Hanger gauge: straight, 1 mm all round/)).toBeVisible()

  let off = -1.1
  let looks = 1
  let turns = 0
  const turned: string[] = []
  const sign = page.getByRole('button', { name: /^I sign it/ })
  for (let n = 0; n < 80 && !(await sign.count()); n++) {
    if (await page.getByRole('heading', { name: 'Do this now' }).count()) {
      const says = await page.getByText(/the pulley moves [\d.]+ mm towards/).innerText()
      turned.push(says)
      const [, mm, way] = /moves ([\d.]+) mm towards the (\w+)/.exec(says) ?? []
      off += Number(mm) * (way === 'spokes' ? 1 : -1)
      turns++
      if (turns === 1) await expectSound(page, 'What is to be turned')
      await page.keyboard.press('Enter')
    } else {
      const title = await page.locator('h3[aria-live]').innerText()
      looks++
      if (title.startsWith('Sight')) {
        await page.getByLabel(/^Pulley over/).fill(String(off))
        await page.keyboard.press('Enter')
      } else
        await page.keyboard.press(/^(Climb|Drop)/.test(title) ? does(off, title.startsWith('Climb')) : '1')
    }
    await expect(done(page)).toHaveText(`Done · ${looks + turns}`)
  }
  console.log(`${looks} looks, ${turns} turns: ${turned.join(' / ')}`)
  expect(turns).toBeLessThanOrEqual(2)

  // A look is taken back, and tried again.
  await page.keyboard.press('-')
  await expect(sign).toHaveCount(0)
  await page.keyboard.press('0')
  await sign.click()
  await expect(page.getByText('Signed by Tomas Brandvold').first()).toBeVisible()
  await expect(leaving(page)).not.toContainText('Index the gears')
  await page.setViewportSize({ width: 390, height: 800 })
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(over).toBeLessThanOrEqual(0)
})
