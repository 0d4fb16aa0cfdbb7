import { QueryClient } from '@tanstack/vue-query'
import { beforeEach, describe, expect, it } from 'vitest'

import { type Change, hear } from './live'
import openapi from './openapi.json'
import type { Today } from './today'

describe('hear', () => {
  let queries: QueryClient
  const stale = () =>
    queries
      .getQueryCache()
      .getAll()
      .filter((q) => q.state.isInvalidated)
      .map((q) => q.queryKey.join(' '))

  beforeEach(() => {
    queries = new QueryClient()
    for (const key of [['job', 'a'], ['job', 'b'], ['gauges'], ['stores'], ['stores', 'kinds'], ['book']])
      queries.setQueryData(key, {})
    queries.setQueryData<Today>(['today'], {
      jobs: [],
      in_shop: 1,
      late: 0,
      promised_today: 0,
    } as unknown as Today)
  })

  it.each<[string, Change, string[]]>([
    [
      'a gauge, in every job',
      { about: 'pressure_gauge', again: ['gauges', 'job'] },
      ['job a', 'job b', 'gauges'],
    ],
    [
      'a drawer and what lies below it',
      { about: 'stock_item', again: ['stores'] },
      ['stores', 'stores kinds'],
    ],
    ['of a job that is named, the one alone', { about: 'photo', job: 'b', again: ['job'] }, ['job b']],
    [
      'all of it',
      { about: 'own_knowledge', again: ['everything'] },
      ['job a', 'job b', 'gauges', 'stores', 'stores kinds', 'book', 'today'],
    ],
    ['the first screen', { about: 'job', job: 'z', again: ['today'] }, ['today']],
    [
      'and not the first screen where it is told',
      { about: 'entry', job: 'z', again: ['today'], today: { in_shop: 2, promised_today: 0, late: 0 } },
      [],
    ],
  ])('has look again: %s', (_, change, want) => {
    hear(change, queries)
    expect(stale()).toEqual(want)
  })

  it('takes the counts of the first screen as they are told', () => {
    hear({ about: 'entry', job: 'z', again: [], today: { in_shop: 2, promised_today: 0, late: 0 } }, queries)
    expect(queries.getQueryData<Today>(['today'])?.in_shop).toBe(2)
  })
})

// What the server names is what the answers are kept by: one that nobody keeps looks again at nothing.
describe('every read that looks again', () => {
  const sources = Object.values(
    import.meta.glob<string>(['../**/*.{ts,vue}', '!../**/*.test.ts'], {
      query: '?raw',
      import: 'default',
      eager: true,
    }),
  ).join('\n')
  it.each(openapi.components.schemas.Changed.properties.again.items.enum)('%s', (read) => {
    if (read !== 'everything') expect(sources).toMatch(new RegExp(`[kK]ey[^\\n]*\\['${read}'`))
  })
})
