import AxeBuilder from '@axe-core/playwright'
import { expect, type Locator, type Page, test as base } from '@playwright/test'

import { urlOf } from '../shops.mjs'

/** test runs in the shop of its worker. */
export const test = base.extend({
  baseURL: async ({}, use, info) => use(urlOf(info.parallelIndex)),
})

export const pins = { 'Ida Oyelaran': '4826', 'Tomas Brandvold': '7391', 'Wren Halloran': '2650' } as const
export type Name = keyof typeof pins

/** signIn signs in through the sign-in screen. */
export async function signIn(page: Page, name: Name = 'Ida Oyelaran') {
  await page.goto('/')
  await page.getByRole('button', { name }).click()
  await page.getByLabel(`PIN or password of ${name}`).fill(pins[name])
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: 'Take a bike in' })).toBeVisible()
}

/** pick chooses one of the words that drop from a field. */
export async function pick(field: Locator, word: string | RegExp) {
  await field.click()
  await field.page().getByRole('option', { name: word, exact: true }).click()
}

/** Screens whose colours were looked at in the dim light already. */
const dimmed = new Set<string>()

/**
 * expectSound looks for serious faults of access on the screen that is shown, in both lights.
 * Light changes colours alone, so the second one is looked at for what colours can do wrong, once a screen.
 */
export async function expectSound(page: Page, where: string) {
  for (const light of dimmed.has(where) ? ['chalk'] : ['chalk', 'dim']) {
    await page.evaluate((l) => (document.documentElement.dataset.theme = l), light)
    // There are no frames here: the mode that does without a second page finds the same, three times as fast.
    const axe = new AxeBuilder({ page }).setLegacyMode(true).options({
      resultTypes: ['violations'],
      rules: { 'label-content-name-mismatch': { enabled: true } }, // WCAG 2.5.3: who speaks says what stands there
    })
    if (light === 'dim') axe.withRules(['color-contrast', 'link-in-text-block'])
    const { violations } = await axe.analyze()
    const grave = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
    const said = grave.map(
      (v) =>
        `${where}, ${light}: ${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 4)
          .join(' | ')}`,
    )
    expect(said).toEqual([])
  }
  dimmed.add(where)
  await page.evaluate(() => (document.documentElement.dataset.theme = 'chalk'))
}

/** answered does something, and waits until what the server says to it is on the screen. */
export async function answered(page: Page, address: string | RegExp, act: () => Promise<unknown>) {
  const answer = page.waitForResponse(address)
  await act()
  await (await answer).finished()
  await page.evaluate(() => new Promise((shown) => requestAnimationFrame(() => requestAnimationFrame(shown))))
}

/** written presses a button that writes an entry, and waits until the screen has its answer. */
export const written = (page: Page, button: Locator) =>
  answered(page, /\/api\/jobs\/[^/]+\/entries$/, () => button.click())

export const leaving = (page: Page) => page.getByRole('region', { name: /Before it leaves/ })

/** openJob opens a job of the demo from the first screen. */
export async function openJob(page: Page, title: string) {
  await page.goto('/')
  await page
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click()
  await expect(page.getByRole('heading', { level: 1, name: new RegExp(title) })).toBeVisible()
}

/** openPiece opens a piece of the thread, where it is not the one that is to be done now. */
export async function openPiece(page: Page, title: string | RegExp) {
  const open = page.getByRole('heading', { level: 3, name: title })
  const row = page.getByRole('region', { name: /^Then/ }).getByRole('button', { name: title }).first()
  await open.or(row).first().waitFor()
  if (!(await open.isVisible())) await row.click()
  await expect(open).toBeVisible()
}

export const stage = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Stages of this job' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
