import { expect, it } from 'vitest'

import type { Line } from '@/api/client'

import { yearsOf } from './years'

const line = (at: string) =>
  ({ tended: [], lives: [{ readings: [{ at, mark: 'sound', gone: 0 }] }] }) as unknown as Line
const now = new Date('2026-11-26T12:00:00Z')

it('reaches from what is known first to a year ahead', () => {
  const { at, today, months } = yearsOf([line('2024-11-26T12:00:00Z')], now)
  expect(at('2024-11-26T12:00:00Z')).toBeGreaterThan(0)
  expect(at('2024-11-26T12:00:00Z')).toBeLessThan(0.05)
  expect(today).toBeCloseTo(25 / 39, 1) // a month before, 24 months, 14 ahead
  expect(at('2040-01-01T00:00:00Z'), 'what lies beyond stands at the end').toBe(1)
  expect(months.filter((m) => m.year).map((m) => m.year?.getUTCFullYear())).toEqual([2025, 2026, 2027, 2028])
})

it('shows a year of a bike that nobody has seen', () => {
  const { today, months } = yearsOf([], now)
  expect(today).toBeGreaterThan(0.3)
  expect(months.length).toBeGreaterThan(20)
})

it('rules ten years more coarsely', () => {
  expect(yearsOf([line('2016-11-26T12:00:00Z')], now).months.length).toBeLessThan(15)
})
