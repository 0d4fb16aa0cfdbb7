import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'

import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, signIn, stage, test } from './bench'
import { answerSaid, heading, verifyAll, walkRound } from './run'

/** sheetOf downloads a job's PDF and reads it back with poppler. */
async function sheetOf(page: Page, file: string) {
  const address = await page.getByRole('link', { name: 'Service sheet as PDF' }).getAttribute('href')
  const answer = await page.request.get(address ?? '')
  expect(answer.headers()['content-type']).toBe('application/pdf')
  writeFileSync(file, await answer.body())
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
}

test('a bike goes from the door in to the door out, with the mouse', async ({ page }, info) => {
  const owner = ['Zoltana Reedmace', 'Perpetua Reedmace'][info.retry] ?? 'Reedmace'
  await signIn(page)
  await expectSound(page, 'Today')
  await page.getByRole('link', { name: 'Take a bike in' }).click()
  await expectSound(page, 'Take a bike in, finding')
  await page.getByLabel(/Name, telephone/).fill(owner)
  await page.getByRole('button', { name: `New owner: ${owner}` }).click()
  await page.getByLabel('Telephone').fill('0770 900 1301')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByText('Type the make, or “unknown”.').first()).toBeVisible()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue(owner) // nothing typed is lost
  await page.getByLabel('Make', { exact: true }).fill('Quillfeather')
  await page.getByLabel('Model').fill('Nine')
  await page.getByLabel('Colour').fill('plum')
  await page.getByRole('button', { name: 'Cyclo-cross' }).click()
  await page.getByText('How it differs from its kind').click()
  await page.getByText('The same as a list').click()
  await page.getByLabel('Rear gears').fill('12')
  // Read off the bike on the drawing: the brake is pressed, and what stands on its cap is chosen.
  await page
    .getByRole('button', { name: /Front brake/ })
    .first()
    .click()
  const brake = page.getByRole('region', { name: 'Front brake' })
  await expect(brake.getByRole('button', { name: 'disc, hydraulic' })).toHaveAttribute('aria-pressed', 'true')
  await brake.getByRole('button', { name: 'mineral oil' }).click()
  await expectSound(page, 'A brake read on the drawing')
  await page.getByLabel(/in their own words/).fill('It grinds & the front squeals.')
  await page.getByText('Asked-for repair').click()
  await page.getByLabel(/Thing that came/).fill('Lock key')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByRole('button', { name: 'In three days' }).click()
  await expectSound(page, 'Take a bike in, filled')
  await page.getByRole('button', { name: 'Take it in' }).click()

  await expect(page.getByRole('heading', { name: 'Quillfeather Nine, plum' })).toBeVisible()
  await stage(page, 'Inspect').click()
  await expect(page).toHaveURL(/inspect/)
  await walkRound(page, (name) => (name === 'Stem and bar' ? /Crack/ : / ?1$/))
  await expectSound(page, 'Inspect')

  await stage(page, 'Hand over').click()
  await page.getByRole('button', { name: 'Hand it over' }).click()
  await expect(page.getByRole('alert')).toContainText('cannot leave yet')

  await leaving(page)
    .getByRole('link', { name: /unsafe Stem and bar: Crack/ })
    .click()
  await page.getByRole('button', { name: 'Propose the usual work for all' }).click()
  await expect(page.getByText('Proposed · 2')).toBeVisible()
  await expectSound(page, 'Agree')
  const stem = page.getByRole('listitem').filter({ hasText: 'unsafe without it' })
  await stem.getByRole('button', { name: 'Refuses' }).click()
  await stem.getByLabel('What the owner said').fill('I will push it home and fit my own.')
  await stem.getByRole('button', { name: 'Record the refusal' }).click()
  await expect(stem).toContainText('refused, knowing it is unsafe')
  await page.getByRole('button', { name: 'Yes to it' }).click()

  await stage(page, 'Work').click()
  await expectSound(page, 'Work')
  await page.getByRole('button', { name: /^Done/ }).click()
  await expect(page.getByText('done by Ida Oyelaran')).toBeVisible()
  await expectSound(page, 'Work, to be looked at again')
  await page.getByRole('button', { name: /^Looked at again/ }).click()
  // A finding made now goes back to Agree for itself alone.
  await page.getByRole('button', { name: 'Found something else' }).click()
  await page.getByLabel('What is wrong').fill('Bell loose')
  await expect(page.getByText('First how bad it is.')).toBeVisible()
  await page.getByRole('radio', { name: 'due' }).click()
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(leaving(page)).toContainText('Bell loose')
  await leaving(page)
    .getByRole('link', { name: /Bell loose/ })
    .click()
  await page.getByRole('button', { name: 'Leave it' }).first().click()
  await page.getByLabel('Why it is left').fill('Owner tightens it himself.')
  await page.getByRole('button', { name: 'Leave it' }).last().click()
  await expect(leaving(page)).not.toContainText('Bell loose')

  await stage(page, 'Verify').click()
  await expectSound(page, 'Verify')
  const run = await verifyAll(page, async (title) => {
    if (title === 'Front tyre') await expectSound(page, 'A tyre before it leaves')
    if (title === 'Rear brake test') await expectSound(page, 'Signing')
    if (title.startsWith('Saddle clamp')) await page.getByRole('button', { name: /Found loose/ }).click()
  })
  await expect(run).toContainText('was loose')
  await run.getByRole('button', { name: /Test ride/ }).click()
  await expect(page.getByText('The bike goes out as not to be ridden')).toBeVisible()
  await expect(page.getByRole('button', { name: /I sign for it/ })).toBeDisabled()
  await answerSaid(page)

  await stage(page, 'Hand over').click()
  const key = page.getByRole('switch', { name: /Lock key/ })
  await key.click()
  await expect(key).toBeChecked()
  await expect(leaving(page)).toContainText('Nothing stands in the way')
  await expectSound(page, 'Hand over')
  await page.getByRole('button', { name: 'Hand it over' }).click()
  await expect(page.getByText(/It is handed over as not to be ridden/)).toBeVisible()
  await page.getByRole('switch', { name: /pushed, not ridden/ }).check()
  await page.getByRole('button', { name: 'Hand it over' }).click()
  await expect(page.getByText(`Handed to ${owner}`)).toBeVisible()
  await expectSound(page, 'A released job')
  const text = await sheetOf(page, info.outputPath('sheet.pdf'))
  for (const want of [
    'Quillfeather Nine, plum',
    'refused: unsafe',
    'Front pads: 0.9 mm',
    'put right',
    'Saddle clamp',
    'loose',
    'Lock key',
    'given back',
    'Front brake test',
  ])
    expect(text).toContain(want)

  await page.getByLabel('Why it is opened again').fill('Bell after all')
  await page.getByRole('button', { name: 'Reopen' }).click()
  await expect(page.getByRole('button', { name: 'Hand it over' })).toBeVisible()
  // It never goes out at once on old signatures.
  await expect(leaving(page)).toContainText('Bell after all')
  await expect(leaving(page)).toContainText('signed before the job was opened again')
})

test('the same way with the keyboard alone', async ({ page }, info) => {
  const owner = ['Tarn Osterley', 'Brin Osterley'][info.retry] ?? 'Osterley'
  await page.goto('/')
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  /** Tab until something with this name has the focus, then press a key on it. */
  const reach = async (name: RegExp, key = 'Enter') => {
    for (let i = 0; i < 150; i++) {
      const here = await page.evaluate(() => {
        const e = document.activeElement as HTMLInputElement | null
        if (!e || e === document.body) return ''
        const label = e.labels?.[0]?.innerText ?? ''
        return `${e.getAttribute('aria-label') ?? ''} ${label} ${e.innerText || e.placeholder || ''}`.trim()
      })
      if (name.test(here)) return key ? press(key) : undefined
      await press('Tab')
    }
    throw new Error(`cannot reach ${name} with the Tab key`)
  }
  await expect(page.getByText('Who is at the bench?')).toBeVisible()
  await reach(/Tomas Brandvold/)
  await expect(page.getByLabel(/PIN or password/)).toBeFocused()
  await page.keyboard.type('7391')
  await press('Enter')
  await expect(page.getByRole('link', { name: 'Take a bike in' })).toBeVisible()
  await reach(/Take a bike in/)
  await expect(page.getByLabel(/Name, telephone/)).toBeFocused()
  await page.keyboard.type(owner)
  await expect(page.getByText('Nobody by that name')).toBeVisible()
  await press('Enter')
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue(owner)
  await reach(/own words/, '')
  await page.keyboard.type('New pads, please.')
  await reach(/^Make/, '')
  await page.keyboard.type('Netloft')
  await reach(/^Single-speed/)
  await reach(/Routine service/, '') // the radio group
  await press('ArrowUp', 'ArrowUp')
  await press('Enter')
  await stage(page, 'Inspect').click()
  await expect(page).toHaveURL(/inspect/)

  const todo = page
    .getByRole('navigation', { name: /Route/ })
    .getByRole('button', { name: /^not looked at/ })
    .filter({ hasNotText: 'beyond this depth' })
  await expect(todo.first()).toBeVisible()
  let presses = 0
  for (let left = await todo.count(); left > 0; left = await todo.count()) {
    await expect(page.locator('[aria-current="step"]').getByLabel('not looked at')).toBeVisible()
    const field = page.locator('#reading')
    if (await field.count()) {
      await expect(field).toBeFocused()
      await page.keyboard.type(/Chain/.test(await heading(page).innerText()) ? '1.1' : '2.4')
      await press('Enter')
    } else {
      await press('1')
    }
    presses++
    await expect(todo).toHaveCount(left - 1)
  }
  console.log(`walk-round by keyboard: ${presses} key presses beyond the figures`)

  const go = async (name: string, url: RegExp) => {
    await reach(new RegExp(`^${name}`))
    await expect(page).toHaveURL(url)
  }
  await go('Agree', /agree/)
  await reach(/^Replace the chain/)
  await expect(page.getByText('Proposed · 1')).toBeVisible()
  await reach(/^Yes to it/)
  await expect(page.getByText(/taken by Tomas/)).toBeVisible()
  await go('Work', /work/)
  await reach(/^Done: /)
  await expect(page.getByText('done by Tomas Brandvold')).toBeVisible()
  await reach(/^Looked at again/)
  await go('Verify', /verify/)
  const open = page.locator('nav[aria-label^="Torque"] [aria-label="not looked at"]')
  await expect(open.first()).toBeVisible()
  for (let left = await open.count(); left > 0; left = await open.count()) {
    await expect(page.locator('[aria-current="step"]').getByLabel('not looked at')).toBeVisible()
    const field = page.locator('#torque')
    if (await field.count()) {
      await expect(field).toBeFocused()
      const range = (await page.locator('#torque-verdict').innerText()).match(/([\d.]+) to ([\d.]+)/)
      await page.keyboard.type(String((Number(range?.[1]) + Number(range?.[2])) / 2))
    }
    if (/tyre$/.test(await heading(page).innerText())) await page.keyboard.type('3.2')
    const sign = page.getByRole('button', { name: /I sign for it/ })
    if (await sign.count()) await expect(sign).toBeEnabled() // it has stood there long enough to be read
    await press('Enter')
    await expect(open).toHaveCount(left - 1)
  }
  await go('Hand over', /hand-over/)
  await reach(/^Hand it over/)
  await expect(page.getByText(`Handed to ${owner}`)).toBeVisible()
})

test('a new bike is in with a dozen inputs at most, in the order of the counter', async ({ page }) => {
  await signIn(page)
  await page.getByRole('link', { name: 'Take a bike in' }).click()
  await page.getByRole('button', { name: /^New owner/ }).click()
  const form = page.getByRole('main').locator('form')
  const fields = form.locator(
    'input:visible, textarea:visible, [role=switch]:visible, [role=radio]:visible, [aria-haspopup=listbox]:visible',
  )
  await form.locator('[name=service]').first().waitFor() // what is sold comes from the server
  const names = await fields.evaluateAll((all) => [
    ...new Set(
      all.map((f) =>
        f.getAttribute('name') === 'service'
          ? 'What for'
          : ((f as HTMLInputElement).labels?.[0]?.innerText ?? f.ariaLabel),
      ),
    ),
  ])
  expect(names.map((n) => n?.split('\n')[0])).toEqual([
    'Name',
    'Telephone',
    'What the owner says, in their own words',
    'Make',
    'Model',
    'Colour',
    'Thing that came or was taken off',
    'taken off the bike',
    'What for',
    'Promised for',
  ])
})
