import { expect, type Locator, type Page } from '@playwright/test'

import { expectSound, leaving, signIn, stage, test } from './bench'
import { answerSaid, heading } from './run'

/** takeIn takes a new bike in for a service, and opens its thread. */
async function takeIn(page: Page, owner: string, service: string, words: string) {
  await page.getByRole('link', { name: 'Take a bike in' }).click()
  await page.getByLabel(/Name, telephone/).fill(owner)
  await page.getByRole('button', { name: `New owner: ${owner}` }).click()
  await page.getByLabel(/in their own words/).fill(words)
  await page.getByLabel('Make', { exact: true }).fill('Quillfeather')
  await page.getByLabel('Model').fill('Ten')
  await page.getByLabel('Colour').fill('plum')
  await page.getByRole('group', { name: 'What for' }).getByText(service, { exact: true }).click()
  await expectSound(page, 'Take a bike in for a service')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page).toHaveURL(/inspect/)
  await stage(page, 'Work').click()
  await expect(page.getByRole('heading', { level: 2, name: 'Now' })).toBeVisible()
}

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
async function through(page: Page, work: RegExp) {
  const hand = counted(page)
  const title = page.locator('#now-title')
  const now = () => title.innerText()
  const card = async () => `${await now()} ${await page.locator('main .button-go').first().innerText()}`
  const told: string[] = []
  for (let i = 0; i < 60; i++) {
    await expect(title.or(page.getByText('Nothing is left to do.'))).toBeVisible()
    if (!(await title.count())) return { presses: hand.presses, told }
    const before = await now()
    const stood = await card()
    told.push(before)
    const all = page.getByRole('button', { name: /^(All as it should be|None of them turns)/ })
    const go = page.locator('main .button-go').first()
    const away = !(await all.count()) && !/oiled|^Done/i.test(await go.innerText())
    if (await all.count()) await hand.key('*')
    else if (work.test(before)) {
      await hand.press(page.getByRole('button', { name: 'Done without the guide' }))
    } else await hand.key('Enter')
    if (away && !work.test(before)) await atBench(page, hand)
    await expect(async () => {
      if ((await title.count()) && (await page.url()).includes('/work')) expect(await card()).not.toBe(stood)
    }).toPass({ timeout: 15_000 })
  }
  throw new Error(`no end is near: ${told.join(' · ')}`)
}

/** atBench answers what a bench asks, until it has nothing more of it, and goes back to the thread. */
async function atBench(page: Page, hand: ReturnType<typeof counted>) {
  await expect(page).not.toHaveURL(/\/work/)
  if (page.url().includes('/inspect')) {
    await expect(page.locator('#reading')).toBeFocused()
    await hand.figure('0.3')
    await hand.key('Enter')
    await expect(leaving(page)).not.toContainText('not looked at')
  } else {
    const open = page
      .getByRole('navigation', { name: /Torque run/ })
      .getByRole('button', { name: /^not looked at/ })
    for (let left = await open.count(); left; left = await open.count()) {
      await expect(page.locator('[aria-current="step"]').getByLabel('not looked at')).toBeVisible()
      if (/tyre$/.test((await heading(page).innerText()).trim())) await hand.figure('3.2')
      else if (await page.locator('#torque').count()) {
        await expect(page.locator('#torque')).toBeFocused()
        const range = (await page.locator('#torque-verdict').innerText()).match(/([\d.]+) to ([\d.]+)/)
        await hand.figure(String((Number(range?.[1]) + Number(range?.[2])) / 2))
      }
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
  const { presses, told } = await through(page, /^Index the gears/)
  console.log(`quick tune: ${presses} presses beside figures, ${told.length} pieces`)
  await answerSaid(page)
  await stage(page, 'Hand over').click()
  await expect(leaving(page)).toContainText('Nothing stands in the way')
  const sheet = page.getByRole('article', { name: 'Service sheet' })
  await expect(sheet).toContainText('Drops of oil')
  await expect(sheet).toContainText('by hand')
  await page.getByRole('button', { name: 'Hand it over' }).click()
  await expect(page.getByText(`Handed to ${owner}`)).toBeVisible()
  expect(presses).toBeLessThanOrEqual(45)
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
