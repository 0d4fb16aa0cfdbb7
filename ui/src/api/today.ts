import type { Schemas } from './client'

export type Today = Schemas['Today']

/** Moved is where a job now stands on the first screen, and the screen's counts. */
export type Moved = Schemas['Moved']

/**
 * moved is the first screen once a job moved on it: nothing of the rest is read again. Where it can
 * be told only by whoever orders the screen (a job that came or went, another promise), it is
 * undefined.
 */
export function moved(shown: Today, to: Moved, id?: string): Today | undefined {
  const at = shown.jobs.findIndex((j) => j.id === id)
  const before = shown.jobs[at]
  const { job, ...counts } = to
  if (!before || !job) return before || job ? undefined : { ...shown, ...counts }
  if (job.promised_at !== before.promised_at || job.group !== before.group) return undefined
  return { ...shown, ...counts, jobs: shown.jobs.with(at, job) }
}
