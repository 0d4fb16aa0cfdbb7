import { expect, type Page } from '@playwright/test'

import { expectSound, leaving, signIn, stage, test } from './bench'
import { takeIn } from './run'

// A full strip from door to door along its thread, by the number pad: at every screen a hand does what the
// screen shows it to do next, and is never left without.

/** What is typed where a figure is asked for, by what its field is called; a torque is the middle of its rule. */
const figures: [RegExp, string][] = [
  [/Chain/, '0.3'],
  [/pads/i, '3.2/3.2'],
  [/rotor/i, '1.8'],
  [/tyre|bar or psi/, '3.2'],
  [/Saddle height/, '720'],
  [/Setback/i, '60'],
  [/Tilt|Spacers/i, '0'],
  [/none, if there are none/, 'none'],
]

interface Screen {
  at: string
  field: string
  rule: string
  caps: { key: string; on: string; dead: boolean }[]
}

/** see reads the screen as a hand does: what is asked, the field it is in, the keys that stand on buttons. */
const see = (page: Page): Promise<Screen> =>
  page.evaluate(() => {
    const text = (e?: Element | null) => e?.textContent.trim().replace(/\s+/g, ' ') ?? ''
    const on = document.activeElement
    const field = on instanceof HTMLInputElement && on.type === 'text' ? on : undefined
    const row = field?.closest('form') ?? document.querySelector('main')
    return {
      at: text(
        [...document.querySelectorAll('main section h2')].find((h) => !/Before it leaves/.test(text(h))),
      ),
      field: field
        ? `${field.ariaLabel ?? field.placeholder} ${text(field.labels?.[0])} ${text(field.closest('section')?.querySelector('h2'))}`
        : '',
      rule:
        /([\d.]+)(?: to |–)([\d.]+) N·m/
          .exec(text(document.querySelector('#torque-verdict') ?? row))
          ?.slice(1)
          .join(' ') ?? '',
      caps: [...document.querySelectorAll('main kbd')]
        .filter((k) => k.checkVisibility({ visibilityProperty: true }))
        .map((k) => {
          const button = k.closest('button, a, [role="radio"]')
          return { key: text(k), on: text(button), dead: !button || button.matches(':disabled') }
        }),
    }
  })

/** typed is the figure for a field; nothing where none is asked for there. */
function typed({ field, rule }: Screen) {
  if (/N·m|torque/i.test(field) && rule) {
    const [low = 0, high = 0] = rule.split(' ').map(Number)
    return String((low + high) / 2)
  }
  return figures.find(([asks]) => asks.test(field))?.[1] ?? ''
}

/** choice is what the screen shows to be done next; nothing while what was pressed is being written down. */
function choice(s: Screen, thread: boolean) {
  const live = (key: string, says = /./) => s.caps.some((c) => c.key === key && !c.dead && says.test(c.on))
  if (live('Enter', /^(Next|To the door)/)) return 'Enter'
  if (live('*', /as it should be|^None of them turns|^It does not turn|^Back at/i)) return '*'
  if (typed(s)) return `${typed(s)} Enter`
  if (!thread && live('1')) return '1'
  return live('Enter') ? 'Enter' : ''
}

/** step does it, once what is signed has stood there long enough to be read, and says what it was. */
async function step(page: Page) {
  let [at, does] = ['', '']
  await expect(async () => {
    const s = await see(page)
    await page.waitForTimeout(40) // a hand looks at what stands still
    expect(await see(page)).toEqual(s)
    ;[at, does] = [s.at, choice(s, page.url().includes('/work'))]
    expect(does, `nothing is to be pressed: ${JSON.stringify(s)}`).not.toBe('')
  }).toPass({ timeout: 15_000, intervals: [30, 60, 120] })
  const [press = '', figure] = does.split(' ').reverse()
  if (figure) await page.keyboard.type(figure)
  await page.keyboard.press(press)
  return `${at}: ${does}`
}

test('a full strip goes from door to door along its thread, by keyboard', async ({ page }, info) => {
  test.setTimeout(300_000)
  const owner = ['Orla Fennick', 'Dov Fennick'][info.retry] ?? 'Fennick'
  await signIn(page)
  await takeIn(page, owner, 'Full strip', 'All of it, please.')
  const stood = () =>
    page.evaluate(() => `${location.href} ${document.querySelector('main')?.innerText ?? ''}`)
  const told: string[] = []
  const waiting = page.getByText('Nothing to do but wait:')
  const through = page.getByText('Nothing is left to do.')
  for (;;) {
    expect(told.length, told.slice(-5).join('\n')).toBeLessThan(450)
    await expect(page.locator('main [aria-busy="true"]')).toHaveCount(0)
    if (page.url().includes('/work')) {
      await expect(page.locator('#now-title').or(waiting).or(through)).toBeVisible()
      if (await waiting.count()) {
        const seen = page.getByRole('button', { name: /^Seen to/ }).first()
        await seen.press('Enter')
        await expect(seen).toBeHidden()
        continue
      }
      if (await through.count()) break
    }
    const before = await stood()
    told.push(await step(page))
    await expect
      .poll(stood, { message: `nothing came of ${told.at(-1)}`, timeout: 15_000, intervals: [30, 60, 120] })
      .not.toBe(before)
  }
  await expectSound(page, 'A thread that is through')
  await page.keyboard.press('Enter')
  await expect(stage(page, 'Hand over')).toHaveAttribute('aria-current', 'page')
  await expect(leaving(page)).toContainText('Nothing stands in the way')
  // What cannot be taken back has no Enter of its own: it is walked to.
  const over = page.getByRole('button', { name: 'Hand it over' })
  await expect(async () => {
    await page.keyboard.press('Tab')
    await expect(over).toBeFocused({ timeout: 100 })
  }).toPass()
  await page.keyboard.press('Enter')
  await expect(page.getByText(`Handed to ${owner}`)).toBeVisible()
  await expect(page.getByRole('article', { name: 'Service sheet' })).toContainText('Bottom bracket')
  console.log(`full strip: ${told.length} presses beside figures`)
})
