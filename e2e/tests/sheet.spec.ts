import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'

import { expect } from '@playwright/test'

import { expectSound, signIn, test } from './bench'

interface Section {
  id: string
  title: string
  entries?: { name: string }[]
}
interface Layout {
  about: string
  verdict: { word: string }
  front: Section[]
  after: Section[]
  foot: string
}

test('page one of every job is one page, and print and screen show the same', async ({ page }, info) => {
  test.slow()
  await signIn(page)
  const ask = async <T>(path: string) => (await (await page.request.get(path)).json()) as T
  const { jobs } = await ask<{ jobs: { id: string }[] }>('/api/today')
  const bikes = new Set<string>()
  for (const { id } of jobs) bikes.add((await ask<{ bike: { id: string } }>(`/api/jobs/${id}`)).bike.id)
  const kinds = new Map<string, string>()
  for (const bike of bikes) {
    const past = await ask<{ jobs: { id: string }[] }>(`/api/bikes/${bike}`)
    for (const { id } of past.jobs) {
      const sheet = await ask<Layout>(`/api/jobs/${id}/layout`)
      const file = info.outputPath('sheet.pdf')
      writeFileSync(file, await (await page.request.get(`/api/jobs/${id}/sheet.pdf`)).body())
      const read = (...of: string[]) =>
        execFileSync('pdftotext', [...of, file, '-'], { encoding: 'utf8' }).replaceAll(/\s+/g, ' ')
      const [one, all] = [read('-l', '1'), read()]
      expect(one, sheet.about).toContain(sheet.foot)
      expect(one).toContain(sheet.verdict.word)
      for (const section of sheet.front) expect(one, sheet.about).toContain(section.title)
      for (const section of sheet.after) expect(all, sheet.about).toContain(section.title)
      const fonts = execFileSync('pdffonts', [file], { encoding: 'utf8' }).split('\n').slice(2)
      for (const font of fonts.filter(Boolean))
        expect(font, 'its letters are in the file, and can be read back').toMatch(/yes +\w+ +yes/)
      kinds.set(sheet.about.split(' · ')[1] ?? '', id)
    }
  }
  console.log(`page one is one page for ${[...kinds.keys()].join(', ')}`)
  expect(kinds.size).toBeGreaterThanOrEqual(6)

  const [, routine] = [...kinds].find(([name]) => name === 'Routine service') ?? ['', '']
  const sheet = await ask<Layout>(`/api/jobs/${routine}/layout`)
  await page.goto(`/jobs/${routine}/hand-over`)
  const shown = page.getByRole('article', { name: 'Service sheet' })
  await expect(shown.getByRole('heading', { level: 2 })).toHaveText(
    [...sheet.front, ...sheet.after].map((section) => section.title),
  )
  for (const section of sheet.front)
    for (const { name } of section.entries ?? []) await expect(shown).toContainText(name)
  await expectSound(page, 'A sheet')
})
