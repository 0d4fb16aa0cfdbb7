import { expect, type Page } from '@playwright/test'

import { type Name, signIn, test } from '../tests/bench'

import { type Dice, dice } from './dice'

const seed = Number(process.env.WANDER_SEED ?? Date.now() % 1_000_000)
const seconds = Number(process.env.WANDER_SECONDS ?? 60)

/** What somebody may type: figures, slips, nonsense, names that are long, other scripts, other people's tricks. */
const typed = [
  '3.2', '0,45', '-1', '0', '25', '1e308', 'NaN', '999999999999', '12 mm', '½', '--', '007', ' ', 'x', 'Bench two', 'Zoë Ñuñez-Ørsted',
  'w'.repeat(300), 'Ein sehr langer Name '.repeat(12), '自転車', '👩‍🔧🔩', "'; drop table job; --", '<b>bold</b>', '%00\u0000', '../../etc', '{"a":1}',
  '2026-02-30', '31/12/1999', '23:59',
] // prettier-ignore
const keys = [
  'Enter',
  'Escape',
  'Tab',
  'ArrowDown',
  'ArrowRight',
  'ArrowUp',
  '1',
  '2',
  '3',
  'n',
  '/',
  '?',
  'Backspace',
  ' ',
]

/** Left alone: what ends the walk, or would lock the next one out. */
const leave = /sign out|hand the tablet over|who takes over|send .*away/i

/** meet marks one thing that can be pressed, typed in or chosen from, and says what it is. */
const meet = (page: Page, at: number, leave: string) =>
  page.evaluate(
    ([n, not]) => {
      document.querySelectorAll('[data-met]').forEach((e) => e.removeAttribute('data-met'))
      const all = [...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, summary, [role=menuitem], [role=option], [role=radio], [role=switch], [role=tab]')]
      const can = all.filter((e) => {
        const box = e.getBoundingClientRect()
        const named = `${e.getAttribute('aria-label') ?? ''} ${e.innerText} ${e.title}`
        return (
          box.width > 1 && box.height > 1 && !e.matches(':disabled, [type=password], [type=file]') && !new RegExp(not, 'i').test(named) &&
          !(e as HTMLAnchorElement).download && (e as HTMLAnchorElement).target !== '_blank'
        )
      })
      const e = can[n % Math.max(1, can.length)]
      if (!e) return undefined
      e.setAttribute('data-met', '')
      const types = e.matches('textarea, input:not([type=checkbox]):not([type=radio]):not([type=range])')
      const what = `${e.tagName.toLowerCase()} “${(e.getAttribute('aria-label') ?? (e.innerText || e.id)).slice(0, 60)}”`
      return {
        what,
        kind: types ? 'type' : e instanceof HTMLSelectElement ? 'choose' : 'press',
        options: e instanceof HTMLSelectElement ? e.options.length : 0,
      }
    },
    [at, leave] as const,
  ) // prettier-ignore

/** step does one thing at random and says what it was. */
async function step(page: Page, roll: Dice, places: string[]): Promise<string> {
  const chance = roll(20)
  if (chance === 0) {
    const to = places[roll(places.length)] ?? '/'
    await page.goto(to, { timeout: 15_000 })
    return `go to ${to}`
  }
  if (chance < 4) {
    const key = keys[roll(keys.length)] ?? 'Tab'
    await page.keyboard.press(key)
    return `press ${key}`
  }
  const met = await meet(page, roll(10_000), leave.source)
  if (!met) return 'nothing to press'
  const it = page.locator('[data-met]')
  const soon = { timeout: 1500 }
  const text = typed[roll(typed.length)] ?? ''
  const option = roll(met.options || 1)
  // What is covered, or gone meanwhile, is not pressed.
  await (
    met.kind === 'type' ? it.fill(text, soon) : met.kind === 'choose' ? it.selectOption({ index: option }, soon) : it.click(soon)
  ).catch(() => undefined) // prettier-ignore
  if (met.kind === 'type' && roll(3) === 0) await page.keyboard.press('Enter')
  return `${met.kind} ${met.what}${met.kind === 'type' ? `: ${text.slice(0, 30)}` : ''}`
}

const walks: [Name, 'desk' | 'phone'][] = [
  ['Ida Oyelaran', 'desk'],
  ['Tomas Brandvold', 'phone'],
  ['Wren Halloran', 'desk'],
  ['Tomas Brandvold', 'desk'],
  ['Ida Oyelaran', 'phone'],
  ['Wren Halloran', 'phone'],
]

test('somebody wanders about, and nothing breaks', async ({ browser }, info) => {
  test.setTimeout(180_000 + seconds * 3000)
  console.log(`wander: seed ${seed}, ${seconds} s`)
  let steps = 0
  for (const [i, [name, size]] of walks.entries()) {
    const roll = dice(seed + i)
    const viewport = size === 'desk' ? { width: 1280, height: 800 } : { width: 390, height: 844 }
    const context = await browser.newContext({ viewport })
    const page = await context.newPage()
    const wrong: string[] = []
    page.on('pageerror', (e) => wrong.push(`exception: ${e.stack ?? String(e)}`))
    page.on(
      'response',
      (r) => r.status() >= 500 && wrong.push(`${r.status()} ${r.request().method()} ${r.url()}`),
    )
    page.on('dialog', (d) => void d.accept().catch(() => undefined))
    await signIn(page, name)
    // Members of staff may be added; those who walk stay who they are, and are told that somebody else was quicker.
    await page.route('**/api/staff', (route) =>
      route.request().method() === 'PUT' &&
      (route.request().postDataJSON() as { version?: number } | null)?.version
        ? route.fulfill({
            status: 409,
            contentType: 'application/problem+json',
            body: JSON.stringify({
              type: '/problems/stale',
              title: 'Changed meanwhile',
              status: 409,
              detail: 'Load it again.',
            }),
          })
        : route.continue(),
    )
    const places = [
      '/',
      '/bikes',
      '/stores',
      '/practice',
      '/shop',
      '/shop/knowledge',
      '/check-in',
      '/bleeds',
      '/mailbox',
      '/nowhere',
    ]
    const trail: string[] = []
    const until = Date.now() + (seconds * 1000) / walks.length
    while (Date.now() < until) {
      trail.push(await step(page, roll, places))
      steps++
      for (const href of await page.locator('a[href^="/"]').evaluateAll((all) => all.map((a) => a.getAttribute('href') ?? '/'))) {
        if (places.length < 300 && !places.includes(href) && !href.includes('.')) places.push(href)
      } // prettier-ignore
      const shown = page.locator('main, [role=dialog], [role=alert]').first()
      await expect(shown, `a page with something on it, after ${trail.slice(-8).join('; ')}`).not.toBeEmpty({
        timeout: 10_000,
      })
      expect(wrong, `seed ${seed}, ${name} at the ${size}: ${trail.slice(-12).join('; ')}`).toEqual([])
    }
    await context.close()
  }
  console.log(`wander: ${steps} steps, on ${info.project.name}`)
})
