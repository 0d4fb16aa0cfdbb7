import { expect, type Page } from '@playwright/test'

/** record gives a step what it wants: a figure, a word, torques, a signature. */
async function record(page: Page) {
  const panel = page.getByRole('group', { name: 'What this step records' })
  const missing = page.getByText(
    /^(Record it first|Torque it first|Sign the brake test first|Write down what was fitted first|Read its pressure first|Count its clicks first)/,
  )
  const gone = () =>
    missing
      .first()
      .waitFor({ state: 'hidden', timeout: 300 })
      .catch(() => undefined)
  for (let i = 0; i < 40 && (await missing.count()); i++) {
    const rows = panel.locator('form').filter({ has: page.getByRole('img', { name: 'not looked at' }) })
    const log = panel.getByRole('button', { name: 'Log it' })
    // What was just recorded may arrive while we look: then there is nothing to press any more.
    const press = { timeout: 1500 }
    if (await panel.getByRole('form', { name: /^What is fitted/ }).count())
      await panel
        .getByRole('button', { name: 'It is fitted' })
        .click(press)
        .catch(() => undefined)
    else if (await panel.getByRole('button', { name: /^(Found|Left) at th/ }).count()) {
      // A pressure that is found or left; clicks, which come back as they were counted.
      const fields = panel.getByRole('textbox')
      const first = fields.first()
      if (!(await first.inputValue())) await first.fill((await fields.count()) === 3 ? '7' : '2.4')
      await panel
        .getByRole('button', { name: /^(Found|Left) at th/ })
        .click(press)
        .catch(() => undefined)
    } else if (await rows.count()) {
      const row = rows.first()
      const name = await row.innerText()
      const range = /([\d.]+)–([\d.]+) N·m/.exec(name)
      if (range) await row.getByRole('textbox').fill(String((Number(range[1]) + Number(range[2])) / 2))
      const left = await rows.count()
      await row.getByRole('button', { name: /^(Log|It is set)$/ }).click()
      await expect(rows).toHaveCount(left - 1)
    } else if (await log.count()) {
      await panel
        .getByRole('textbox')
        .first()
        .fill(
          (await panel.getByText('rotor').count())
            ? '1.55'
            : (await panel.getByText('Chain').count())
              ? '0.4'
              : '1.9',
        )
      await log.click(press).catch(() => undefined)
    } else if (await panel.getByRole('button').count())
      await panel
        .getByRole('button')
        .first()
        .click(press)
        .catch(() => undefined)
    await gone()
  }
  await expect(missing).toHaveCount(0)
}

/** choose makes the first choice of each that is asked; one may bring the next. */
export async function choose(page: Page) {
  const asked = page.getByRole('group').filter({ has: page.locator('button[aria-pressed]') })
  const open = asked.filter({ hasNot: page.locator('button[aria-pressed="true"]') })
  while (await open.count()) await open.first().getByRole('button').first().click()
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
      await page
        .getByRole('button', { name: / (Enter|1)$/ })
        .first()
        .click()
    }
    await done.filter({ hasText: `Done · ${before + 1}` }).waitFor()
  }
}
