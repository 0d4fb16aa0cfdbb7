import { expect, type Locator, type Page } from '@playwright/test'

import { expectSound, leaving, signIn, stage, test } from './bench'
import { answerSaid, heading, takeIn } from './run'

/** What is pressed at a bench, figures apart: each key of a figure is none, what enters it is one. */
function counted(page: Page) {
  let presses = 0
  return {
    get presses() {
      return presses
    },
    async key(key: string) {
      presses++
      await page.keyboard.press(key)
    },
    async press(what: Locator) {
      presses++
      await what.click()
    },
    async figure(text: string) {
      await page.keyboard.type(text)
    },
  }
}

/** through goes along the thread by the keyboard until nothing is left but the door; it counts. */
async function through(page: Page, work: RegExp, hand = counted(page)) {
  const title = page.locator('#now-title')
  const now = () => title.innerText({ timeout: 2000 })
  const card = async () => `${await now()} ${(await page.locator('main .button').allInnerTexts()).join(' ')}`
  const told: string[] = []
  for (let i = 0; i < 60; i++) {
    await expect(title.or(page.getByText('Nothing is left to do.'))).toBeVisible()
    if (!(await title.count())) return { hand, told }
    await expect(page.locator('main [aria-busy="true"]')).toHaveCount(0) // what was pressed before is written down
    const before = await now()
    if (before.startsWith('“')) return { hand, told } // what the owner said is answered by its own screen
    const stood = await card()
    told.push(before)
    const all = page.getByRole('button', {
      name: /^(All as|As) it should be|^(None of them turns|It does not turn)/,
    })
    if (await all.count()) await hand.key('*')
    else if (work.test(before)) await hand.press(page.getByRole('button', { name: 'Done without the guide' }))
    else await hand.key('Enter')
    await expect(async () => {
      if (page.url().includes('/work') && (await title.count())) expect(await card()).not.toBe(stood)
    }).toPass({ timeout: 15_000 })
    if (!page.url().includes('/work')) await atBench(page, hand)
  }
  throw new Error(`no end is near: ${told.join(' · ')}`)
}

/** What each measured point reads on a bike that is sound. */
const sound: [RegExp, string][] = [
  [/^Chain/, '0.3'],
  [/pads/, '3.2/3.2'],
  [/rotor/, '1.8'],
]

/** measured reads measured points, and those that have a digit here, until another is open, or none is left. */
async function measured(page: Page, hand: ReturnType<typeof counted>, digits: Record<string, string> = {}) {
  const route = page.getByRole('navigation', { name: /Route/ })
  await route.waitFor() // the address is there before its screen
  const left = route
    .getByRole('button', { name: /^not looked at/ })
    .filter({ hasNotText: 'beyond this depth' })
  for (let n = await left.count(); n; n = await left.count()) {
    await expect(page.locator('[aria-current="step"]').getByLabel('not looked at')).toBeVisible()
    const at = (await heading(page).innerText()).trim()
    const figure = sound.find(([point]) => point.test(at))?.[1]
    if (await page.locator('#reading').count()) {
      await expect(page.locator('#reading')).toBeFocused()
      await hand.figure(figure ?? '')
      await hand.key('Enter')
    } else if (digits[at]) await hand.key(digits[at])
    else return
    await expect(left).toHaveCount(n - 1)
  }
}

/** atBench answers what a bench asks, until it has nothing more of it, and goes back to the thread. */
async function atBench(page: Page, hand: ReturnType<typeof counted>) {
  if (page.url().includes('/inspect')) {
    await measured(page, hand, { 'Front pad faces': '1', 'Rear pad faces': '1' })
  } else {
    const run = page.getByRole('navigation', { name: /Torque run/ })
    await run.waitFor()
    const open = run.getByRole('button', { name: /^not looked at/ })
    for (let left = await open.count(); left; left = await open.count()) {
      await expect(page.locator('[aria-current="step"]').getByLabel('not looked at')).toBeVisible()
      if (/tyre$/.test((await heading(page).innerText()).trim())) await hand.figure('3.2')
      else if (await page.locator('#torque').count()) {
        await expect(page.locator('#torque')).toBeFocused()
        const range = (await page.locator('#torque-verdict').innerText()).match(/([\d.]+) to ([\d.]+)/)
        await hand.figure(String((Number(range?.[1]) + Number(range?.[2])) / 2))
      }
      const sign = page.getByRole('button', { name: /I sign for it/ })
      if (await sign.count()) await expect(sign).toBeEnabled() // it has stood there long enough to be read
      await hand.key('Enter')
      await expect(open).toHaveCount(left - 1)
    }
  }
  await hand.press(stage(page, 'Work'))
}

test('a quick tune goes from door to door along its thread, by keyboard, in its few presses', async ({
  page,
}, info) => {
  const owner = ['Hesper Quayle', 'Tansy Quayle'][info.retry] ?? 'Quayle'
  await signIn(page)
  await takeIn(page, owner, 'Quick tune', 'Just the usual, please.')
  await expect(leaving(page)).toContainText('Quick tune: 3 steps to do')
  await expectSound(page, 'A service on the thread')
  const { hand, told } = await through(page, /^Index the gears/)
  await answerSaid(page)
  const sheet = page.getByRole('article', { name: 'Service sheet' })
  await handedOver(page, hand, owner)
  await expect(sheet).toContainText('Drops of oil')
  await expect(sheet).toContainText('by hand')
  console.log(`quick tune: ${hand.presses} presses beside figures, ${told.length} pieces`)
  expect(hand.presses).toBeLessThanOrEqual(45)
})

/** handedOver goes on from the thread to the hand-over, and counts. */
async function handedOver(page: Page, hand: ReturnType<typeof counted>, owner: string) {
  await hand.press(stage(page, 'Hand over'))
  await expect(leaving(page)).toContainText('Nothing stands in the way')
  await hand.press(page.getByRole('button', { name: 'Hand it over' }))
  await expect(page.getByText(`Handed to ${owner}`)).toBeVisible()
}

test('a flat is mended in its few presses: no crank is torqued for it', async ({ page }, info) => {
  const owner = ['Odile Marsh', 'Basil Marsh'][info.retry] ?? 'Marsh'
  await signIn(page)
  await takeIn(page, owner, 'Asked-for repair', 'The back tyre is flat.')
  const hand = counted(page)
  const now = page.locator('#now-title')
  for (const piece of [/^Rock and turn/, /^Pull each brake/]) {
    await expect(now).toHaveText(piece)
    await hand.key('*')
  }
  await expect(now).toHaveText(/^Turn the wheels/)
  await hand.key('Enter')
  await expect(page).toHaveURL(/inspect/)
  await measured(page, hand, { 'Rear tyre': '8', 'Front tyre': '1' })
  await hand.press(stage(page, 'Agree'))
  await hand.press(page.getByRole('button', { name: /Propose the usual work|^Mend the rear flat/ }).first())
  await hand.press(page.getByRole('button', { name: 'Yes to it' }))
  await hand.press(stage(page, 'Work'))
  await expect(now).toHaveText(/^Mend the rear flat/)
  await hand.press(page.getByRole('button', { name: /^Done: / }))
  await hand.press(page.getByRole('button', { name: /^Looked at again/ }))
  const rest = await through(page, /^moon/, hand)
  expect(rest.told.filter((t) => /crank|stem/i.test(t))).toEqual([])
  await answerSaid(page)
  await handedOver(page, hand, owner)
  console.log(`a flat: ${hand.presses} presses beside figures, and what the owner said`)
  expect(hand.presses).toBeLessThanOrEqual(30)
})

test('a routine service goes from door to door along its thread, by keyboard', async ({ page }, info) => {
  test.slow()
  const owner = ['Linnet Sorrow', 'Myrtle Sorrow'][info.retry] ?? 'Sorrow'
  await signIn(page)
  await takeIn(page, owner, 'Routine service', 'Once through all of it, please.')
  const hand = counted(page)
  const { told } = await through(page, /^(Index the gears|Strip, wash and oil|Care for the)/, hand)
  await answerSaid(page)
  await handedOver(page, hand, owner)
  console.log(`routine service: ${hand.presses} presses beside figures, ${told.length} pieces`)
  expect(hand.presses).toBeLessThanOrEqual(110)
})

test('what is left out of a service says why, on its sheet', async ({ page }, info) => {
  await signIn(page)
  await takeIn(
    page,
    ['Corin Vade', 'Ebba Vade'][info.retry] ?? 'Vade',
    'After-crash check',
    'Went down on the wet ramp.',
  )
  const photos = page.getByRole('heading', { level: 3, name: /Photographs before/ })
  await expect(photos).toBeVisible()
  await page.getByRole('button', { name: 'Leave it out' }).click()
  await page.getByLabel('Why it is left out').fill('Its owner has them.')
  await page.getByRole('button', { name: 'It is left out' }).click()
  await expect(photos).toBeHidden()
  await stage(page, 'Hand over').click()
  await expect(page.getByRole('article', { name: 'Service sheet' })).toContainText('Its owner has them.')
  await page.getByRole('button', { name: 'Hand it over' }).click()
  await expect(page.getByRole('alert')).toContainText('cannot leave yet')
})
