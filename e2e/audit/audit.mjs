// Audits three screens of the demo from outside: performance, access and practices, 0 to 1. Needs no network.
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

import lighthouse from 'lighthouse'
import { chromium } from 'playwright-core'

import { browser as program } from '../shops.mjs'

const at = 'http://127.0.0.1:8399'
const port = 9399
const folder = mkdtempSync(join(tmpdir(), 'utensil-audit-'))
const demo = spawn(
  '../../bin/utensil',
  ['demo', '--fresh', '--data', folder, '--address', new URL(at).host],
  {
    stdio: 'ignore',
  },
)

async function awake() {
  for (let i = 0; i < 240; i++) {
    const answer = await fetch(`${at}/healthz`).catch(() => undefined)
    if (answer?.ok) return
    await new Promise((resolve) => setTimeout(resolve, 500))
  }
  throw new Error('the demo did not come up')
}

const shown = (score) => (score === null ? '—' : score.toFixed(2))

/** audited prints the scores of a screen as it is loaded anew, and what falls short. */
async function audited(name, url) {
  const result = await lighthouse(url, {
    port,
    onlyCategories: ['performance', 'accessibility', 'best-practices'],
    formFactor: 'desktop',
    screenEmulation: { mobile: false, width: 1280, height: 800, deviceScaleFactor: 1, disabled: false },
    throttlingMethod: 'provided', // the workshop's own network
    disableStorageReset: true, // signed in
    logLevel: 'silent',
  })
  const { categories, audits } = result.lhr
  console.log(
    `${name}: ${Object.values(categories)
      .map((c) => `${c.title.toLowerCase()} ${shown(c.score)}`)
      .join(', ')}`,
  )
  for (const c of [categories.accessibility, categories['best-practices']]) {
    for (const { id, weight } of c.auditRefs) {
      const { score, scoreDisplayMode, title } = audits[id]
      if (
        score !== null &&
        score < 1 &&
        (weight > 0 || id === 'label-content-name-mismatch') &&
        scoreDisplayMode !== 'informative'
      )
        console.log(
          `  ${title}: ${(audits[id].details?.items ?? []).map((i) => i.node?.snippet ?? i.description ?? '').join(' | ')}`,
        )
    }
  }
}

let browser
try {
  await awake()
  browser = await chromium.launch({
    executablePath: program,
    args: ['--no-sandbox', '--disable-gpu', `--remote-debugging-port=${port}`],
  })
  await audited('sign-in', at)
  // The auditor opens pages of the browser's own context: there the session has to be.
  const [context] = browser.contexts().length ? browser.contexts() : [await browser.newContext()]
  const over = await chromium.connectOverCDP(`http://127.0.0.1:${port}`)
  const page = await (over.contexts()[0] ?? context).newPage()
  await page.goto(at)
  await page.getByRole('button', { name: 'Ida Oyelaran' }).click()
  await page.getByLabel('PIN or password of Ida Oyelaran').fill('4826')
  await page.keyboard.press('Enter')
  await page.getByRole('link', { name: 'Take a bike in' }).waitFor()
  const job = await page
    .getByRole('link', { name: /Pelham Drover/ })
    .first()
    .getAttribute('href')
  await audited('first screen', `${at}/`)
  await audited('a job', at + job)
} finally {
  await browser?.close()
  demo.kill('SIGTERM')
}
