import type { Line } from '@/api/client'

const month = 30.44 * 864e5

/**
 * yearsOf lays a bike's years out, from what is known first to a year ahead: where a time stands, 0
 * to 1, and the months.
 */
export function yearsOf(lines: readonly Line[], now: Date) {
  const times = lines.flatMap((l) => [
    ...l.tended.map((c) => c.at),
    ...l.lives.flatMap((p) => [p.from, p.to, ...p.readings.map((r) => r.at)]),
  ])
  const first = Math.min(now.getTime() - 12 * month, ...times.flatMap((t) => (t ? Date.parse(t) : [])))
  const from = first - month
  const to = now.getTime() + 14 * month
  const at = (t: string | number | Date) =>
    Math.min(1, Math.max(0, (new Date(t).getTime() - from) / (to - from)))

  const months = []
  const start = new Date(from)
  const every = to - from > 60 * month ? 12 : to - from > 40 * month ? 3 : 1
  for (let y = start.getUTCFullYear(), m = 0; ; m += every) {
    const day = Date.UTC(y, m, 1)
    if (day > to) break
    if (day >= from)
      months.push({ at: at(day), year: new Date(day).getUTCMonth() === 0 ? new Date(day) : undefined })
  }
  return { at, months, today: at(now) }
}
