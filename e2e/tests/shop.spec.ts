import { expect } from '@playwright/test'

import { expectSound, leaving, openJob, pick, signIn, stage, test } from './bench'

test('two tablets see each other’s changes live', async ({ browser }) => {
  const tablet = async () => (await browser.newContext()).newPage()
  const [one, two] = await Promise.all([tablet(), tablet()])
  await signIn(one, 'Tomas Brandvold')
  await signIn(two, 'Wren Halloran')
  await openJob(one, 'Pelham Drover')
  await openJob(two, 'Pelham Drover')
  await stage(one, 'Inspect').click()
  const open = Number(/(\d+) points? not looked at/.exec(await leaving(two).innerText())?.[1])
  await one
    .getByRole('navigation', { name: /Route/ })
    .getByRole('button', { name: /Pedals/ })
    .click()
  await one.keyboard.press('1')
  await expect(leaving(two)).toContainText(`${open - 1} points not looked at`)

  await stage(one, 'Check in').click()
  await stage(two, 'Check in').click()
  await one.getByLabel('What you make of it').fill('Pads, and the stem.')
  await two.getByLabel('Stand').fill('9')
  await one.getByRole('button', { name: 'Save' }).click()
  await expect(one.getByRole('button', { name: 'Save' })).toBeDisabled()
  await two.getByRole('button', { name: 'Save' }).click()
  await expect(two.getByRole('alert')).toContainText('Changed meanwhile')
  await expect(two.getByRole('alert')).toContainText('Pads, and the stem.')
  await expect(two.getByLabel('Stand')).toHaveValue('9')
  await expectSound(two, 'Both sides of a stale version')
  await two.getByRole('button', { name: 'Take theirs' }).click()
  await expect(two.getByLabel('What you make of it')).toHaveValue('Pads, and the stem.')
})

test('what a press began on is pressed, though the screen moves under it; who slides off presses nothing', async ({
  page,
}) => {
  await signIn(page)
  await openJob(page, 'Pelham Drover')
  await stage(page, 'Check in').click()
  const way = stage(page, 'Inspect')
  const onIt = async () => {
    const at = await way.boundingBox()
    if (!at) throw new Error('no stage is shown')
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2)
    await page.mouse.down()
  }
  await onIt()
  await page.mouse.move(700, 600, { steps: 3 })
  await page.mouse.up()
  await expect(page).toHaveURL(/check-in/)

  await onIt()
  await page.evaluate(() => document.body.style.setProperty('padding-top', '160px')) // as news from elsewhere does
  await page.mouse.up()
  await stage(page, 'Inspect').click()
  await expect(page).toHaveURL(/inspect/)
})

test('a slip is asked about, judged while it is typed, and nothing typed is lost', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Pelham Drover')
  await stage(page, 'Inspect').click()
  const route = page.getByRole('navigation', { name: /Route/ })
  await route.getByRole('button', { name: /Front rotor(?! face)/ }).click()
  const field = page.locator('#reading')
  const place = await field.boundingBox()
  await field.fill('25')
  await expect(page.getByRole('alert')).toContainText('Did you mean 2.5?')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Did you mean 2.5?')
  await expect(field).toHaveValue('25')
  expect(await field.boundingBox(), 'nothing jumps under who types').toEqual(place)
  await field.fill('1,45')
  await expect(page.locator('#verdict')).toContainText('Due now. At or under 1.5 mm')
  expect(await field.boundingBox()).toEqual(place)
  await page.getByRole('button', { name: 'Limit on the part?' }).click()
  await page.getByLabel('Limit, mm').fill('1.4')
  await page.getByRole('button', { name: 'Use it for this bike' }).click()
  await expect(page.getByRole('button', { name: /Its own limit: 1.4 mm/ })).toBeVisible()
  await expect(field).toHaveValue('1,45')
  await page.keyboard.press('Enter')
  await expect(route.getByRole('button', { name: /^watch Front rotor/ })).toBeVisible()

  await stage(page, 'Verify').click()
  await page
    .getByRole('navigation', { name: /Torque run/ })
    .getByRole('button', { name: /Saddle clamp/ })
    .first()
    .click()
  await page.getByLabel('N·m, as left').fill('900')
  await expect(page.getByRole('alert')).toContainText('Did you mean 9?')
  await page.getByRole('button', { name: '9', exact: true }).click()
  await expect(page.locator('#torque-verdict')).toContainText('In range')
  await page.getByLabel('N·m, as left').fill('60 lbf in')
  await expect(page.locator('#torque-verdict')).toContainText('Too loose')
})

test('a network that drops loses nothing and doubles nothing', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Wagtail Twenty')
  await stage(page, 'Inspect').click()
  const route = page.getByRole('navigation', { name: /Route/ })
  const sent: string[] = []
  await page.route('**/entries', async (call) => {
    sent.push((call.request().postDataJSON() as { id: string }).id)
    if (sent.length === 1) return call.abort('connectionrefused') // it never arrived
    if (sent.length === 2) await call.fetch() // it arrived, but its answer was lost
    return sent.length === 2 ? call.abort('connectionreset') : call.continue()
  })
  await route.getByRole('button', { name: /Rear tyre/ }).click()
  await page.keyboard.press('2')
  await expect(page.getByText(/is being sent again/)).toBeVisible()
  await expect(route.getByRole('button', { name: /^watch Rear tyre/ })).toBeVisible()
  await expect.poll(() => sent.length).toBe(3)
  expect(new Set(sent).size, 'one entry, sent until it is answered').toBe(1)
})

test('a tablet changes hands, and the wrong PIN locks it', async ({ page }) => {
  await page.goto('/')
  await expectSound(page, 'Sign in')
  await signIn(page, 'Wren Halloran')
  await openJob(page, 'Oxbow Sixteen')
  await page.getByRole('button', { name: /Wren Halloran: hand over/ }).click()
  await expectSound(page, 'The open menu')
  await page.getByRole('menuitem', { name: 'Hand the tablet over' }).click()
  await expectSound(page, 'Handing over')
  await page.getByRole('button', { name: /Tomas Brandvold/ }).click()
  await page.getByLabel(/PIN or password/).fill('7391')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /Tomas Brandvold: hand over/ })).toBeVisible()
  await expect(page.getByRole('heading', { name: /Oxbow Sixteen/ })).toBeVisible() // the work stays where it was

  await page.getByRole('button', { name: /Tomas Brandvold: hand over/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await page.getByRole('button', { name: /Wren Halloran/ }).click()
  for (let i = 0; i < 6; i++) {
    await page.getByLabel(/PIN or password/).fill('0000')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('alert')).toContainText(i < 5 ? 'do not go together' : 'Too many wrong tries')
    await expect(page.getByLabel(/PIN or password/)).toHaveValue('')
  }
})

test.describe('on a slow network', () => {
  test.use({ serviceWorkers: 'block' })
  test('an answer that comes late leads nobody away from where they have gone', async ({ page }) => {
    await signIn(page)
    await openJob(page, 'Wagtail Twenty')
    await stage(page, 'Inspect').click()
    await page
      .getByRole('navigation', { name: /Route/ })
      .getByRole('button', { name: /Pedals/ })
      .click()
    // The page that is gone to is slow to come, and the answer arrives meanwhile.
    const late = (what: RegExp, ms: number) =>
      page.route(what, async (route) => {
        await new Promise((go) => setTimeout(go, ms))
        await route.continue()
      })
    await late(/entries/, 400)
    await late(/HuntStage/, 1200)
    await page.keyboard.press('1')
    await page.getByRole('link', { name: /Find a fault/ }).click()
    await expect(page.getByRole('heading', { name: 'What does it do?' })).toBeVisible()
    await expect(page).toHaveURL(/hunt$/)
  })
})

test('every other screen is sound, at the bench and in the hand', async ({ page }) => {
  await signIn(page)
  for (const [name, path] of [
    ['Bikes', '/bikes'],
    ['Shop', '/shop'],
    ['Stores', '/stores'],
    ['Nowhere', '/no/such/place'],
  ] as const) {
    await page.goto(path)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await expectSound(page, name)
  }
  await page.goto('/bikes')
  await page.getByRole('searchbox', { name: 'Find a bike' }).fill('longtooth')
  await expect(page.getByRole('main').getByRole('listitem')).toHaveCount(1) // the list has stopped moving
  await page.getByRole('link', { name: /Bracken Longtooth/ }).click()
  await expect(page.getByRole('tab', { name: 'What is on it' })).toBeVisible()
  await expectSound(page, 'A bike')
  await page.getByRole('button', { name: 'Change facts' }).click()
  await page.getByText('The same as a list').click()
  await page.getByText('Read on the bike').click()
  await pick(page.getByLabel('Front brake', { exact: true }), 'rim, linear-pull arms')
  await expect(page.getByLabel('Front brake’s fluid')).toBeHidden() // there is none to read
  await expectSound(page, 'A bike’s facts')
  await page.getByRole('button', { name: 'Leave as it was' }).click()

  await openJob(page, 'Pelham Drover')
  for (const size of [
    { width: 1024, height: 768 },
    { width: 390, height: 800 },
  ]) {
    await page.setViewportSize(size)
    for (const name of ['Check in', 'Inspect', 'Agree', 'Verify']) {
      await stage(page, name).click()
      await expect(stage(page, name)).toHaveAttribute('aria-current', 'page') // the stage is shown, not the one before
      const over = () =>
        page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
      await expect.poll(over, { message: `${name} at ${size.width} is too wide` }).toBeLessThanOrEqual(0)
    }
  }
})

test('the finder answers from any word, and what was never met is said plainly', async ({ page }) => {
  await signIn(page)
  const find = page.getByRole('combobox', { name: 'Find an owner or a bike' })
  await find.fill('bl-2209')
  await page.getByRole('option', { name: /Bracken Longtooth/ }).click()
  await expect(page.getByRole('heading', { name: /Bracken Longtooth/ })).toBeVisible()
  await find.fill('07709001162')
  await page.getByRole('option', { name: /Osier Carrier/ }).click()
  await expect(page.getByRole('navigation', { name: 'Stages of this job' })).toBeVisible()
  await find.fill('penny-farthing')
  await expect(page.getByText('Nothing found for “penny-farthing”')).toBeVisible()
})

test('the shop writes a route of its own, and is told where a mistake stands', async ({ page }) => {
  await signIn(page)
  await page.goto('/shop')
  await page.getByRole('link', { name: 'Points, routes, work, faults' }).click()
  await page.getByRole('button', { name: /^routes.yaml/ }).click()
  const own = page.getByLabel('Our own routes.yaml')
  await own.fill('- id: brakes-first\n  name: Brakes first\n  points: [front-padz]\n')
  await page.getByRole('button', { name: 'Check and save' }).click()
  await expect(page.getByRole('alert')).toContainText('routes.yaml:1: brakes-first: "front-padz" is no point')
  await own.fill('- id: brakes-first\n  name: Brakes first\n  points: [front-pads, rear-pads]\n')
  await page.getByRole('button', { name: 'Check and save' }).click()
  await expect(page.getByText('It counts now.')).toBeVisible()
  await expectSound(page, 'Own knowledge')
  await openJob(page, 'Pelham Drover')
  await stage(page, 'Inspect').click()
  await pick(page.getByRole('button', { name: /^Route/ }), 'Brakes first')
  await expect(page.getByRole('navigation', { name: /Route/ }).getByRole('listitem').first()).toContainText(
    'Front pads',
  )
})

test('registers that another tablet writes in are seen as they now are', async ({ browser }) => {
  const tablet = async () => (await browser.newContext()).newPage()
  const [one, two, three] = await Promise.all([tablet(), tablet(), tablet()])
  await signIn(one)
  await signIn(two, 'Tomas Brandvold')
  await signIn(three, 'Tomas Brandvold')
  /** Calls a row of a register otherwise, as a third tablet would, and says what it was called. */
  const rename = (register: string, to: string, by: 'PUT' | 'POST') =>
    one.evaluate(
      async ([register, to, by]) => {
        const all = (await (await fetch(`/api/${register}`)).json()) as {
          id: string
          name: string
        }[]
        const row = all.find((r) => r.name.endsWith('by the door')) ?? all[0]
        const body = JSON.stringify({ ...row, name: to })
        const path = by === 'PUT' ? `/api/${register}/${row?.id}` : `/api/${register}`
        const headers = { 'Content-Type': 'application/json' }
        return (await fetch(path, { method: by, body, headers })).ok ? (row?.name ?? '') : ''
      },
      [register, to, by] as const,
    )

  await openJob(three, 'Pelham Drover')
  await three.goto(three.url().replace(/(jobs\/[^/?]+).*/, '$1/air?at=rear_tyre'))
  await three.getByLabel('Read with').first().click()
  const gauge = three.getByRole('option', { name: /by the door/ })
  for (const [register, page, name, by] of [
    ['gauges', '/shop/gauges', 'Hand gauge by the door', 'PUT'],
    ['wrenches', '/shop/wrenches', 'Beam wrench by the door', 'PUT'],
    ['bottles', '/shop/bottles', 'Mineral oil by the door', 'PUT'],
    ['stores', '/stores', 'Chain by the door', 'POST'],
  ] as const) {
    await two.goto(page)
    await expect(two.getByRole('main').getByRole('listitem').first()).toBeVisible()
    const was = await rename(register, name, by)
    expect(was, register).not.toBe('')
    await expect(two.getByText(name).first(), register).toBeVisible()
    if (register === 'gauges') await expect(gauge, 'the open job').toBeVisible()
    expect(await rename(register, was, by), 'and called again as it was').toBe(name)
    await expect(two.getByText(name)).toHaveCount(0)
  }
  for (const page of [one, two, three]) await page.context().close()
})
