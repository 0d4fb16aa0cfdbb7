import type { JobView, Schemas } from '@/api/client'

/** A bench of the gears: what it is called, and on which bikes it stands. */
export type BenchId = Schemas['GearAnswer']['bench'] | 'index'

interface Bench {
  id: BenchId
  name: string
  stands: (facts: JobView['bike']['facts'], job: JobView) => boolean
}

const mechs = (f: JobView['bike']['facts']) => f.gears === 'cable' || f.gears === 'electronic'

/** In the order in which they are worked through: what spoils the rest comes first. */
const benches: Bench[] = [
  { id: 'index', name: 'Index', stands: (_, job) => job.places.includes('gears') },
  { id: 'wired', name: 'Electronic', stands: (f) => f.gears === 'electronic' },
  { id: 'hub', name: 'Hub gear', stands: (f) => f.gears === 'hub' },
  { id: 'front', name: 'Front mech', stands: (f) => mechs(f) && f.rings > 1 },
  { id: 'hanger', name: 'Hanger', stands: mechs },
  { id: 'path', name: 'Cable’s way', stands: (f) => f.gears === 'cable' || f.gears === 'hub' },
  { id: 'chain', name: 'Chain’s length', stands: (f) => mechs(f) && f.drive === 'chain' },
  { id: 'single', name: 'Chain and axle', stands: (f) => !mechs(f) && f.drive === 'chain' },
  { id: 'worn', name: 'Chain’s wear', stands: (f) => f.drive === 'chain' },
  { id: 'ratio', name: 'Ratios', stands: () => true },
]

export const benchesOf = (job: JobView) => benches.filter((b) => b.stands(job.bike.facts, job))

/** Whether every one of these fields has something in it. */
export const typed = (...fields: (string | undefined)[]) => fields.every((f) => f?.trim())

/** Whether two askings say the same, in whatever order; what is left empty says nothing. */
export function sameAnswers(a: unknown, b: unknown): boolean {
  const says = (v: unknown) => v !== undefined && v !== null && v !== '' && v !== false && v !== 0
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return a === b || (!says(a) && !says(b))
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>]
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].every((k) =>
    sameAnswers(left[k], right[k]),
  )
}
