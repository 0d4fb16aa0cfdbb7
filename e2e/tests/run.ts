import { expect, type Page } from '@playwright/test'

import { expectSound, written } from './bench'

/** record gives a step what it wants: a figure, a word, torques, a signature. */
async function record(page: Page) {
  const panel = page.getByRole('group', { name: 'What this step records' })
  const missing = page.getByText(
    /^(Record it first|Torque it first|Sign the brake test first|Write down what was fitted first|Write down first|Read its pressure first|Count its clicks first)/,
  )
  const words = panel.getByRole('group', { name: /: how it is$/ }).getByRole('button')
  for (let i = 0; i < 40 && (await missing.count()); i++) {
    await panel.getByRole('button').first().waitFor() // what a place takes is asked of the server first
    const rows = panel.locator('form').filter({ has: page.getByRole('img', { name: 'not looked at' }) })
    const log = panel.getByRole('button', { name: 'Log it' })
    const set = panel.getByRole('button', { name: /^(Found|Left) at th/ })
    if (await panel.getByRole('form', { name: /^What is fitted/ }).count())
      await written(page, panel.getByRole('button', { name: 'It is fitted' }))
    else if (await set.count()) {
      // A pressure that is found or left; clicks, which come back as they were counted.
      const fields = panel.getByRole('textbox')
      const first = fields.first()
      if (!(await first.inputValue())) await first.fill((await fields.count()) === 3 ? '7' : '2.4')
      await written(page, set)
    } else if (await panel.getByLabel('Filled in, ml').count()) {
      await panel.getByLabel('Filled in, ml').fill('60')
      await written(page, panel.getByRole('button', { name: 'Log the sealant' }))
    } else if (await panel.getByRole('button', { name: 'Log the service' }).count()) {
      await panel.getByRole('button', { name: 'Every 50 hours' }).click()
      await written(page, panel.getByRole('button', { name: 'Log the service' }))
    } else if (await rows.count()) {
      const row = rows.first()
      const name = await row.innerText()
      const range = /([\d.]+)–([\d.]+) N·m/.exec(name)
      if (range) await row.getByRole('textbox').fill(String((Number(range[1]) + Number(range[2])) / 2))
      await written(page, row.getByRole('button', { name: /^(Log|It is set)/ }))
    } else if (await log.count()) {
      const rotor = await panel.getByText('rotor').count()
      const chain = await panel.getByText('Chain').count()
      await panel
        .getByRole('textbox')
        .first()
        .fill(rotor ? '1.55' : chain ? '0.4' : '1.9')
      await written(page, log)
    } else if (await words.count()) await written(page, words.first())
  }
  await expect(missing).toHaveCount(0)
}

/** choose makes the first choice of each that is asked; one may bring the next. */
export async function choose(page: Page) {
  const open = page.getByRole('radiogroup').filter({ hasNot: page.getByRole('radio', { checked: true }) })
  while (await open.count()) await open.first().getByRole('radio').first().click()
  const unread = page.getByRole('paragraph').filter({ hasText: 'nobody has read it' })
  if (await unread.count())
    await page
      .getByRole('group', { name: /^Read / })
      .getByRole('button')
      .first()
      .click()
  await expect(unread).toHaveCount(0)
}

/** runThrough does every step of a run as if all went well, and returns how many there were. */
export async function runThrough(page: Page) {
  const done = page.getByRole('complementary', { name: 'Done so far' }).getByRole('heading')
  for (let n = 0; ; n++) {
    expect(n).toBeLessThan(60)
    if (await page.getByRole('heading', { name: 'Done', exact: true }).count()) return n
    const before = Number(/\d+/.exec(await done.innerText())?.[0])
    const sign = page.getByRole('button', { name: 'It passes, I sign' })
    if (await sign.count())
      await sign.click() // a signed test ends its step by itself
    else {
      await record(page)
      const written = page.getByPlaceholder('none, if there are none')
      if (await written.count()) await written.fill('reach 4, contact 2')
      await page
        .getByRole('button', { name: / (Enter|1)$/ })
        .first()
        .click()
    }
    await done.filter({ hasText: `Done · ${before + 1}` }).waitFor()
  }
}

/** heading is what a bench is about. */
export const heading = (page: Page) =>
  page.getByRole('heading', { level: 2 }).filter({ hasNotText: /Before it leaves|Rear to front/ })

/** walkRound looks at every point of the depth: a figure where there is a gauge, else the word that is told for it. */
export async function walkRound(page: Page, word: (name: string) => RegExp) {
  const route = page.getByRole('navigation', { name: /Route/ })
  const open = route
    .getByRole('button', { name: /^not looked at/ })
    .filter({ hasNotText: 'beyond this depth' })
  await expect(route).toBeVisible()
  for (let points = 0; await open.count(); points++) {
    expect(points).toBeLessThan(40)
    await open.first().click()
    const name = (await open.first().innerText()).split('\n')[0] ?? ''
    const panel = page.getByRole('region', { name, exact: true })
    const field = panel.locator('#reading')
    if (await field.isVisible()) {
      await field.fill(
        name === 'Front pads' ? '0,9' : name === 'Chain' ? '0.3' : name.includes('rotor') ? '1.8' : '2.5',
      )
      await panel.getByRole('button', { name: /Log and go on/ }).click()
    } else {
      await panel.getByRole('button', { name: word(name) }).click()
    }
    await expect(
      route.getByRole('button', { name: new RegExp(`^(sound|watch|due|unsafe) ${name}`) }),
    ).toBeVisible()
  }
}

/** verifyAll torques, pumps up and signs all that is still open, and returns the run's list. */
export async function verifyAll(
  page: Page,
  before: (title: string) => Promise<void> = () => Promise.resolve(),
) {
  const run = page.getByRole('navigation', { name: /Torque run/ })
  const open = run.getByRole('button', { name: /^not looked at/ })
  await expect(run).toBeVisible()
  for (let bolts = 0; await open.count(); bolts++) {
    expect(bolts).toBeLessThan(60)
    const left = await open.count()
    await expect(run.locator('[aria-current="step"]').getByLabel('not looked at')).toBeVisible() // the next has opened
    const title = (await heading(page).innerText()).trim()
    await before(title)
    const signs = page.getByRole('button', { name: /I sign for it/ })
    if (await signs.isVisible()) await signs.click()
    else if (title.endsWith('tyre')) {
      await page.getByLabel(`${title}, bar or psi`).fill('3.2')
      await page.keyboard.press('Enter')
    } else {
      const field = page.getByLabel('N·m, as left')
      if (await field.isVisible()) {
        // A bolt that was disturbed since shows its last verdict: the middle of its rule stands in the field.
        const range = (await page.locator('#torque-verdict').innerText()).match(/([\d.]+) to ([\d.]+)/)
        const middle = (Number(range?.[1]) + Number(range?.[2])) / 2
        await field.fill(range ? String(middle) : ((await field.getAttribute('placeholder')) ?? ''))
      }
      await page.getByRole('button', { name: /^(Log|It is set)/ }).click()
    }
    await expect(open).toHaveCount(left - 1)
  }
  return run
}

/** answerSaid says what came of each thing the owner said: the work that settled it, or that it was tried. */
export async function answerSaid(page: Page) {
  const lines = page
    .getByRole('region', { name: /Before it leaves/ })
    .getByRole('link', { name: /the owner said so/ })
  while (await lines.count()) {
    const left = await lines.count()
    await lines.first().click()
    const row = page.getByRole('listitem').filter({ hasText: 'Look for its cause' }).first()
    const settled = row.getByRole('button', { name: /^Settled by/ }).first()
    if (await settled.isVisible()) await settled.click()
    else {
      await row.getByRole('button', { name: 'Tried, not found' }).click()
      await row.getByLabel(/How it was tried/).fill('Ridden round the harbour: not there. Told so.')
      await row.getByRole('button', { name: 'Told so' }).click()
    }
    await expect(lines).toHaveCount(left - 1)
  }
}

/** takeIn takes a new bike in for a service, and opens its thread. */
export async function takeIn(page: Page, owner: string, service: string, words: string) {
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
  await expect(page).toHaveURL(/\/work/)
  await expect(page.getByRole('heading', { level: 2, name: 'Now' })).toBeVisible()
}
