import { expect, type Page } from '@playwright/test'

import { expectSound, openJob, openPiece, signIn, stage, test } from './bench'

const drawer = (page: Page, name: string) => page.getByRole('listitem').filter({ hasText: name })
async function heldOf(page: Page, name: string) {
  await page.goto('/stores')
  await page.getByRole('searchbox', { name: /Scan a label/ }).fill(name)
  const tally = drawer(page, name).getByRole('img', { name: /left/ })
  return Number.parseInt((await tally.getAttribute('aria-label')) ?? '')
}

test('a chain goes from its drawer through the bill to the life line', async ({ page }) => {
  await signIn(page)
  await openJob(page, 'Staithe Packet no. 1')
  const job = page.url().replace(/(jobs\/[^/?]+).*/, '$1')
  await page.goto(`${job}/inspect?at=chain`)
  const chain = page.getByRole('region', { name: 'Chain', exact: true })
  await chain.getByRole('textbox').first().fill('1.4')
  await page.keyboard.press('Enter')
  await stage(page, 'Agree').click()

  // The quote names what lies in the drawer, at its price.
  const offer = page.getByRole('button', { name: /Replace the chain/ }).first()
  await offer.click()
  const item = page
    .getByRole('main')
    .getByRole('listitem')
    .filter({ hasText: /Replace the chain.*£/ })
    .first()
  await expect(item).toContainText(/Chain, \d+ speeds £\d+/)
  const name = /Chain, \d+ speeds/.exec(await item.innerText())?.[0] ?? ''
  const before = await heldOf(page, name)
  await page.goto(`${job}/agree`)
  await item.getByRole('button', { name: 'Yes' }).click()
  await expect(item.getByRole('button', { name: 'Yes' })).toHaveAttribute('aria-pressed', 'true')
  await stage(page, 'Work').click()
  await openPiece(page, 'Replace the chain')
  await page.getByRole('button', { name: 'Done: Replace the chain' }).click()
  await expect(
    page.getByRole('main').getByRole('listitem').filter({ hasText: 'Replace the chain' }).first(),
  ).toContainText('done by Ida Oyelaran')

  // What was done came out of the drawer, and the bike knows what is on it.
  await page.goto(`${job}/parts?at=chain`)
  await expect(page.getByRole('button', { name: /Chain .*speeds/ })).toContainText(
    'not read since it was fitted',
  )
  expect(await heldOf(page, name)).toBe(before - 1)
})

test('the drawers are found by a scan, counted, and taken in by table', async ({ page }) => {
  await signIn(page)
  await page.getByRole('link', { name: 'Stores' }).click()
  await expect(page.getByText(/10[23] drawers, \d+ short/)).toBeVisible()
  const scan = page.getByRole('searchbox', { name: /Scan a label/ })
  await expect(scan).toBeFocused()
  await page.keyboard.type('nl-037')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('main').getByRole('listitem')).toHaveCount(1)
  await page.getByRole('button', { name: /^Label of/ }).click()
  await expect(page.getByRole('img', { name: /to scan/ })).toBeVisible()
  await page.getByRole('button', { name: /^Change/ }).click()
  await page.getByLabel('Left, counted now').fill('-3')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('-3 cannot lie in a drawer').first()).toBeVisible()
  await expectSound(page, 'A drawer')
  await page.getByLabel('Left, counted now').fill('11')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('img', { name: '11 left, fewest 6' })).toBeVisible()

  await page.getByRole('button', { name: 'Table in' }).click()
  const file = (text: string) =>
    page
      .getByLabel('Table of parts')
      .setInputFiles({ name: 'parts.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  const head = '\ufeffcode;name;kind;particulars;held;price\n'
  await file(
    `${head}NEW-1;Chain, wide;chain;speeds=1;4;14,50\nNL-037;Brake inner;brake-cable;head=barrel;-2;3\n`,
  )
  await expect(page.getByRole('status').filter({ hasText: 'parts.csv' })).toContainText('1 added, 0 changed')
  await expect(page.getByRole('status').filter({ hasText: 'parts.csv' })).toContainText('1 refused')
  await expect(page.getByText('-2 cannot lie in a drawer').first()).toBeVisible()
  await expect(page.getByRole('button', { name: /^Write/ })).toBeDisabled()
  await expectSound(page, 'A table looked through')
  await file(`${head}NEW-1;Chain, wide;chain;speeds=1;4;14,50\n`)
  await page.getByRole('button', { name: 'Write 1 line' }).click()
  await scan.fill('new-1')
  await expect(page.getByRole('main').getByRole('listitem')).toContainText('£14.50')
  await page.setViewportSize({ width: 390, height: 800 })
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(over).toBeLessThanOrEqual(0)
})
