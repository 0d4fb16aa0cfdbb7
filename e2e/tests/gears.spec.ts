import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, openJob, pick, signIn, stage, test } from './bench'
import { choose, runThrough } from './run'

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
  await expect(page.getByText(/“five” is not a figure/).first()).toBeVisible()
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
  await page.keyboard.press('Backspace')
  await expect(sign).toHaveCount(0)
  await page.keyboard.press('0')
  await sign.click()
  await expect(page.getByText('Signed by Tomas Brandvold').first()).toBeVisible()
  await expect(leaving(page)).not.toContainText('Index the gears')

  // It goes back to the hunt that asked, and is ridden once more under load.
  await page.getByRole('button', { name: /^Cured: close/ }).click()
  await expect(page.getByRole('button', { name: /^Cured: close/ })).toHaveCount(0)
  await expect(leaving(page)).toContainText('Gears under load')
  await page.getByRole('button', { name: 'Not under load: tried again here' }).click()
  await expect(leaving(page)).toContainText('Index the gears')
  await page.keyboard.press('Backspace')
  await page.getByRole('button', { name: 'Ridden: every gear holds under load' }).click()
  await expect(leaving(page)).not.toContainText('Gears under load')
  await page.setViewportSize({ width: 390, height: 800 })
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(over).toBeLessThanOrEqual(0)
})

/** bench opens one of a bike's benches of the gears. */
async function bench(page: Page, bike: string, name: string) {
  await openJob(page, bike)
  await stage(page, 'Work').click()
  await page.getByRole('link', { name: /^(Index the gears|Gears)/ }).click()
  await page.getByRole('navigation', { name: 'Benches of the gears' }).getByRole('button', { name }).click()
}
const says = (page: Page) => page.getByRole('complementary', { name: 'What it comes to' })

test('every bench of a bike with a mech answers as it is typed, and keeps what it was asked', async ({
  page,
}) => {
  test.slow()
  await signIn(page, 'Tomas Brandvold')
  await bench(page, 'Wherry Plover', 'Front mech')
  await page.getByLabel(/^Outer plate over/).fill('2')
  await page.getByLabel(/^Its tail turned/).fill('two')
  await expect(page.getByText('“two” is not a figure').first()).toBeVisible()
  await page.getByLabel(/^Its tail turned/).fill('2')
  await expect(says(page)).toContainText('First the clamp')
  await expectSound(page, 'Front mech bench')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(leaving(page)).toContainText('Front mech')
  await page.getByLabel(/^Its tail turned/).fill('0')
  await expect(says(page)).toContainText('It stands right')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(leaving(page)).not.toContainText('Front mech')

  const open = (name: string) =>
    page.getByRole('navigation', { name: 'Benches of the gears' }).getByRole('button', { name }).click()
  await open('Hanger')
  for (const [hour, mm] of [
    ['Above', '37'],
    ['Ahead', '33'],
    ['Below', '27.5'],
    ['Behind', '31'],
  ] as const)
    await page.getByLabel(new RegExp(`^${hour}`)).fill(mm)
  await expect(says(page)).toContainText('leaning in at 6 o')
  await expectSound(page, 'Hanger bench')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await page.getByRole('button', { name: 'Write it as a finding' }).click()
  await expect(page.getByRole('button', { name: 'Write it as a finding' })).toHaveCount(0)
  await expect(leaving(page)).toContainText(/Mech hanger.*not offered to the owner yet/)
  await open('Cable’s way')
  await pick(page.getByLabel('Inner in it').last(), 'rust or a kink')
  await expect(says(page)).toContainText('It costs most over “rear loop”')
  await expectSound(page, 'Cable bench')
  await open('Chain’s length')
  await page.getByLabel('Rings, teeth').fill('30 46')
  await page.getByLabel(/^Sprockets, teeth/).fill('11 36')
  await page.getByLabel('Crank to hub, mm').fill('440')
  await page.getByLabel(/^Cage/).fill('90')
  await expect(says(page)).toContainText(/11\d links/)
  await expectSound(page, 'Chain bench')
  await open('Chain’s wear')
  await page.getByLabel(/^Length/).fill('308')
  await page.getByLabel('Sprockets, teeth').fill('11 13 15 17 19 21 24 28 32 36')
  await page.getByLabel(/^Chains/).fill('3')
  await expect(says(page)).toContainText(/A new chain will skip on .*15/)
  await expectSound(page, 'Chain wear bench')
  await open('Ratios')
  await page.getByLabel('Rings, teeth').fill('30 46')
  await page.getByLabel('Sprockets, teeth, smallest first').fill('11 13 15 17 19 21 24 28 32 36')
  await page.getByLabel('Tyre, mm').fill('37')
  await page.getByRole('button', { name: 'What if something is changed?' }).click()
  await page.getByLabel('Rings, teeth').nth(1).fill('26 42')
  await expect(says(page)).toContainText('The lowest gear is 13 % easier')
  await expectSound(page, 'Ratios')
  const kept = page.waitForResponse((r) => r.url().endsWith('/entries') && r.ok())
  await page.getByRole('button', { name: 'Write it down' }).click()
  await kept
  await page.reload()
  await expect(page.getByLabel('Rings, teeth').nth(1)).toHaveValue('26 42')
  await page.setViewportSize({ width: 390, height: 800 })
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(over).toBeLessThanOrEqual(0)
})

test('an electronic gear is put right in its order', async ({ page }) => {
  await signIn(page, 'Tomas Brandvold')
  await bench(page, 'Sheave Dunlin', 'Electronic')
  await expect(says(page)).toContainText('charge it first')
  await expect(leaving(page)).toContainText('Electronic gears')
  await page.getByLabel('Battery, %').fill('90')
  await page.getByLabel('Software left').fill('4.2.0')
  await page.getByText('Up to date', { exact: true }).click()
  await page.getByText('Crisp', { exact: true }).click()
  await page.getByText('Oiled', { exact: true }).click()
  await expect(says(page)).toContainText('set up right it needs no adjusting')
  await expectSound(page, 'Electronic bench')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(leaving(page)).not.toContainText('Electronic gears')
})

test('a hub gear gets another sprocket, and its mark is set again', async ({ page }) => {
  test.slow()
  await signIn(page, 'Tomas Brandvold')
  await bench(page, 'Osmund Orchard', 'Chain and axle')
  for (const [label, figure] of [
    ['Ring, teeth', '46'],
    ['Sprocket, teeth', '22'],
    ['Links that it has', '106'],
    ['Axle to axle', '440'],
    ['Slot’s room', '25'],
    ['The axle lies back', '10'],
  ] as const)
    await page.getByLabel(label).fill(figure)
  await expect(says(page)).toContainText('106 links: the axle lies')
  await expectSound(page, 'Chain and axle bench')
  await page.getByRole('link', { name: '← Work' }).click()
  await page.getByRole('link', { name: 'Step by step: drive, wheels, air, bar' }).click()
  await page.getByRole('button', { name: /^Change the hub gear’?'?s sprocket/ }).click()
  await choose(page)
  await page.getByRole('button', { name: 'Begin' }).click()
  await runThrough(page)
  await leaving(page)
    .getByRole('link', { name: /Look at the hub gear's mark/ })
    .click()
  await expect(page.getByText('Its axle was undone in this job')).toBeVisible()
  await page.getByText('On its line').click()
  await page.getByText('It comes to the same place').click()
  await expect(says(page)).toContainText('Now under load')
  await page.getByText('It holds').click()
  await expect(says(page)).toContainText('it holds under load')
  await expectSound(page, 'Hub bench')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(leaving(page)).not.toContainText('hub gear')
})
