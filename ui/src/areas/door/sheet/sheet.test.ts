// @vitest-environment happy-dom
import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { client, type Schemas } from '@/api/client'

import { rulerOf } from './ruler'
import SheetSection from './SheetSection.vue'

const section = (of: Partial<Schemas['Section']>) =>
  mount(SheetSection, {
    props: { section: { id: 'x', title: 'Title', ...of } },
    global: { plugins: [VueQueryPlugin] },
  })

beforeEach(() => {
  vi.spyOn(client, 'GET').mockResolvedValue({ data: {}, response: new Response() } as never)
})

describe('a section of the sheet', () => {
  it('sets things with their price, and their sum', () => {
    const text = section({
      entries: [
        { mark: 'sound', name: 'New pads', says: 'was 0.9 mm, now 4 mm', figure: '£30.50' },
        { name: 'Total agreed', figure: '£30.50', sum: true },
      ],
    }).text()
    expect(text).toContain('New pads was 0.9 mm, now 4 mm')
    expect(text).toContain('Total agreed')
  })

  it('sets remarks below the first cell of a row, and no head without names', () => {
    const rows = [{ cells: ['Clamp', '5.2'], remarks: ['Thread cleaned.'] }]
    const plain = section({ table: { columns: [{ share: 0.6 }, { share: 0.4, edge: true }], rows } })
    expect(plain.findAll('[role=columnheader]')).toHaveLength(0)
    expect(plain.findAll('[role=cell]').map((c) => c.text())).toEqual(['ClampThread cleaned.', '5.2'])
    const named = section({
      table: {
        columns: [
          { name: 'Fastener', share: 0.6 },
          { name: 'as left', share: 0.4 },
        ],
        rows,
      },
    })
    expect(named.findAll('[role=columnheader]').map((c) => c.text())).toEqual(['Fastener', 'as left'])
  })

  it('says of what comes next what it draws', () => {
    const ahead = section({
      ahead: {
        from: '2026-07-02T00:00:00Z',
        to: '2027-07-02T00:00:00Z',
        due: [
          { name: 'Chain', from: '2026-09-02T00:00:00Z', to: '2026-11-02T00:00:00Z', says: 'after 900 km' },
        ],
      },
    })
    expect(ahead.text()).toContain('after 900 km')
    expect(ahead.get('[role=img]').attributes('aria-label')).toMatch(/2026 to .*2026/)
  })
})

describe('a ruler of time', () => {
  const ruler = rulerOf('2026-01-01T00:00:00Z', '2027-01-01T00:00:00Z', 112, 6)

  it('keeps what lies outside at its ends', () => {
    expect(ruler.x('2020-01-01')).toBe(6)
    expect(ruler.x('2030-01-01')).toBe(106)
    expect(ruler.x('2026-07-02T12:00:00Z')).toBeCloseTo(56)
  })

  it('shows so many months at most, evenly', () => {
    expect(ruler.months(4).map((m) => new Date(m).getUTCMonth())).toEqual([3, 6, 9])
    expect(ruler.months(99)).toHaveLength(11)
  })
})
