import { immutableJSONPatch, type JSONPatchDocument } from 'immutable-json-patch'

import type { components } from './schema.gen'

type JobView = components['schemas']['JobView']
type PartName = keyof components['schemas']['Parts']

/** The jobs this page was told, by their editions, the latest last; and each job's latest. */
const held = new Map<string, JobView>()
const latest = new Map<string, string>()

/** Of these many views the server may still tell what has changed in them. */
const most = 24

const jobIn = (address: string) => /\/api\/jobs\/([0-9a-f-]{36})(?:\/|$)/.exec(address)?.[1]
const isView = (told: unknown): told is JobView =>
  typeof told === 'object' && told !== null && 'job' in told && 'edition' in told

/**
 * holds is the edition that this page holds of the job an address is about; the answer may then be
 * what changed.
 */
export const holds = (address: string) =>
  latest.get(jobIn(new URL(address, 'http://page.invalid').pathname) ?? '')

/** The parts that screens of this page show of each job; * for all. */
const shown = new Map<string, Set<PartName | '*'>>()

/** show has the answers about a job bring these parts from now on, or all; it says whether any is new. */
export function show(job: string, ...parts: (PartName | '*')[]) {
  const before = shown.get(job) ?? new Set()
  const all = new Set([...before, ...parts])
  shown.set(job, all)
  return all.size > before.size
}

/** shows are the parts that the screens show of the job an address is about, as the server is told. */
export const shows = (address: string) =>
  ['core', ...(shown.get(jobIn(new URL(address, 'http://page.invalid').pathname) ?? '') ?? [])].join(',')

/** letGo forgets all that is held. */
export function letGo() {
  held.clear()
  latest.clear()
}

/**
 * whole is a job as the server has it, put together where it told only what has changed since the
 * edition that was held (JSON Patch, which tests that first). It is undefined when that edition is
 * gone, or the changes do not go with it: the next answer is whole. Any other answer is left as it
 * is.
 */
export function whole(told: unknown): unknown {
  let view = told
  if (Array.isArray(told) && isPatch(told)) {
    view = patched(told)
    if (!view) {
      letGo()
      return undefined
    }
  }
  if (!isView(view) || !view.edition) return view
  held.delete(view.edition)
  held.set(view.edition, view)
  latest.set(view.job.id, view.edition)
  for (const edition of [...held.keys()].slice(0, -most)) held.delete(edition)
  // Kept for a reload without a network: what is told as changes would not be.
  navigator.serviceWorker?.controller?.postMessage({ path: `/api/jobs/${view.job.id}`, view })
  return view
}

function patched(changes: Patch): unknown {
  const base = held.get(String(changes[0].value))
  try {
    return base && immutableJSONPatch(base, changes)
  } catch {
    return undefined
  }
}

type Patch = JSONPatchDocument & [{ op: 'test'; path: '/edition'; value: unknown }]
const isPatch = (told: unknown[]): told is Patch => {
  const first = told[0] as { op?: unknown; path?: unknown } | undefined
  return first?.op === 'test' && first.path === '/edition'
}
