import { expect, type Page } from '@playwright/test'

import { signIn, test } from './bench'

// One law for Enter, on every screen of every job of the demo: it presses the button that shows it, wherever
// a hand last was, and nothing else. What has digits has each of them once.

const places = [
  'work',
  'inspect',
  'contacts',
  'agree',
  'verify',
  'ride',
  'said',
  'strip',
  'oil',
  'hunt',
  'brakes',
  'air',
  'gears',
  'wheels',
  'guides?at=drive-wash',
  'hand-over',
  'parts',
]
const practices = ['/practice/gears', '/practice/wheel']

/** caps are the keys that stand on the screen's buttons, and whether each can be pressed. */
const caps = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('main kbd')]
      .filter((k) => k.checkVisibility({ visibilityProperty: true }))
      .map((k) => {
        const on = k.closest('button, a, [role="radio"]')
        return {
          key: k.textContent.trim(),
          on: on?.textContent.trim().replace(/\s+/g, ' ') ?? '',
          dead: !on || on.matches(':disabled'),
        }
      }),
  )

/** pressed is what a press of Enter clicks; it is stopped there, so that nothing is written down. */
async function pressed(page: Page) {
  await page.evaluate(() => {
    const stop = (e: Event) => {
      e.preventDefault()
      e.stopImmediatePropagation()
      const on = (e.target as Element).closest('button, a')
      document.body.dataset.pressed += `${on?.textContent.trim().replace(/\s+/g, ' ')};`
    }
    document.body.dataset.pressed = ''
    document.addEventListener('click', stop, true)
    addEventListener('keyup', () => document.removeEventListener('click', stop, true), { once: true })
  })
  await page.keyboard.press('Enter')
  return page.evaluate(() => document.body.dataset.pressed)
}

/** armed is what shows Enter and can be pressed: one button at most. */
async function armed(page: Page, where: string) {
  const shown = (await caps(page)).filter((c) => c.key === 'Enter' && !c.dead)
  expect(shown.length, `${where}: ${shown.map((c) => c.on).join(' | ')}`).toBeLessThanOrEqual(1)
  return shown[0]?.on
}

/** obeys looks at one screen: its caps, and what Enter does from where the focus is and from elsewhere. */
async function obeys(page: Page, where: string) {
  await expect(page.locator('main [aria-busy="true"]')).toHaveCount(0)
  const digits = (await caps(page)).map((c) => c.key).filter((key) => /^\d$/.test(key))
  expect(digits, `${where}: no two questions share a digit`).toEqual([...new Set(digits)])
  if (!(await armed(page, where))) return 0
  // The thread's answer may still come in: what is shown when it is pressed is what counts.
  const does = (says: string) =>
    expect(async () => {
      const go = await armed(page, where)
      expect(await pressed(page), says).toBe(`${go};`)
    }).toPass({ timeout: 5000 })
  await does(where)
  // After a finger the focus is on any other button: Enter still does what is shown.
  await page.evaluate(() => {
    document.body.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true }))
    const other = [...document.querySelectorAll<HTMLElement>('main button:not(:disabled)')].find(
      (b) => !b.querySelector('[data-key="Enter"]') && b.checkVisibility(),
    )
    other?.focus()
  })
  await does(`${where}, from another button`)
  return 1
}

test('Enter presses the button that shows it, on every screen', async ({ page }) => {
  test.slow()
  const written: string[] = []
  page.on('request', (r) => r.method() === 'POST' && /entries$/.test(r.url()) && written.push(r.url()))
  await signIn(page)
  await page.locator('a[href^="/jobs/"]').first().waitFor()
  const jobs = await page
    .getByRole('link')
    .evaluateAll((links) => [
      ...new Set(links.map((l) => l.getAttribute('href') ?? '').filter((h) => /^\/jobs\/[^/]+$/.test(h))),
    ])
  expect(jobs.length).toBeGreaterThan(8)
  let enters = 0
  // Every third of them: jobs at every stage are among them.
  const some = jobs.filter((_, i) => i % 3 === 0)
  for (const job of some)
    for (const place of places) {
      await page.goto(`${job}/${place}`)
      await page.locator('main h2, main h3').first().waitFor()
      enters += await obeys(page, `${job}/${place}`)
    }
  for (const practice of practices) {
    await page.goto(practice)
    await expect(page.getByRole('button', { name: /I sign it/ })).toBeEnabled()
    enters += await obeys(page, practice)
  }
  expect(enters).toBeGreaterThan(some.length)
  expect(written.filter((url) => !/judge/.test(url))).toEqual([])
  console.log(`Enter: ${enters} screens of ${some.length * places.length + practices.length} show it`)
})
