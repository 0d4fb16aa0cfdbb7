import createClient from 'openapi-fetch'
import { v7 } from 'uuid'

import { holds, shows, whole } from './held'
import type { components, paths } from './schema.gen'

export type Schemas = components['schemas']
export type JobView = Schemas['JobView']
/** What subjects tell of their benches, asked for by the screens that show it. */
export type PartName = keyof Schemas['Parts']
export type PointView = Schemas['PointView']
export type BoltView = Schemas['BoltView']
export type Obstacle = Schemas['Obstacle']
export type Content = Schemas['Content']
export type Facts = Schemas['Facts']
export type Stage = JobView['stage']
export type Mark = Obstacle['mark']
/** Line is one place of a bike over the years, with the particulars that the book knows its parts by. */
export type Line = Schemas['Line'] & { particulars: Schemas['Particular'][] }

/** A fresh version 7 id. Whoever writes first makes the id, so that sending twice is harmless. */
export const newId = () => v7()

/** Fault is a refusal as the server words it (RFC 9457). */
export class Fault extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly field = '',
    readonly suggestions: number[] = [],
    readonly current: unknown = undefined,
    readonly leaving: Obstacle[] = [],
  ) {
    super(`${title}: ${detail}`)
  }

  /** away says that nothing was decided: the server or its records cannot be reached just now. */
  get away() {
    return this.status === 0 || this.status === 503 || this.status === 502 || this.status === 504
  }

  /** later says that it may be taken when it is sent again: nothing was found wrong with what was written. */
  get later() {
    return this.away || this.status >= 500 || this.status === 408 || this.status === 429
  }

  get signedOut() {
    return this.status === 401
  }
}

export const client = createClient<paths>({ baseUrl: '/' })

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

interface Refusal {
  title?: string
  detail?: string
  field?: string
  suggestions?: number[]
  current?: unknown
  leaving?: Obstacle[]
}

/** Whom the screen shows as signed in: every request says so, and is refused when its session is another's. */
let shown: string | undefined
const shownHeader = 'X-Utensil-As'
/** What this page holds of a job, and which parts of it its screens show. */
const holdsHeader = 'X-Utensil-Holds'
const partsHeader = 'X-Utensil-Parts'
export const showAs = (actor: string | undefined) => void (shown = actor)

/** What every request says of who asks, and of what this page holds of the job it is about. */
function saidOf(address: string): Record<string, string> {
  const edition = holds(address)
  return {
    ...(shown ? { [shownHeader]: shown } : {}),
    ...(edition ? { [holdsHeader]: edition } : {}),
    [partsHeader]: shows(address),
  }
}
client.use({
  onRequest({ request }) {
    for (const [name, says] of Object.entries(saidOf(request.url))) request.headers.set(name, says)
  },
})

/** ask awaits an answer and throws a Fault when it is a refusal or there is none. */
export async function ask<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await request
  } catch {
    throw new Fault(0, 'No answer', 'The workshop’s server cannot be reached. What you typed is kept.')
  }
  if (answer.response.ok) {
    const data = whole(answer.data)
    if (data === undefined && answer.data !== undefined)
      throw new Fault(0, 'Asked again', 'What this page held of the job is gone. It is asked for whole.')
    return data as T
  }
  const said = (typeof answer.error === 'object' && answer.error ? answer.error : {}) as Refusal
  throw new Fault(
    answer.response.status,
    said.title ?? 'That did not work',
    said.detail ?? 'The server gave no reason. Try once more.',
    said.field,
    said.suggestions,
    said.current,
    said.leaving,
  )
}

/** post sends a file as it is, and reads the answer: a job, where nothing else is said. */
export const post = <T = JobView>(address: string, file: File) =>
  ask<T>(
    fetch(address, {
      method: 'POST',
      body: file,
      headers: saidOf(address),
    }).then(async (response) => {
      const said: unknown = await response.json().catch(() => undefined)
      return response.ok ? { data: said as T, response } : { error: said, response }
    }),
  )

/** asFault words anything thrown as a Fault. */
export const asFault = (thrown: unknown): Fault =>
  thrown instanceof Fault ? thrown : new Fault(-1, 'Something broke on this screen', String(thrown))

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/**
 * persist sends something that is harmless to send twice until it is answered: through a
 * database that restarts or a network that drops, for about half a minute.
 */
export async function persist<T>(
  send: () => Promise<T>,
  waiting: (since: number) => void = () => {},
  within = 40_000,
): Promise<T> {
  const started = Date.now()
  for (let wait = 400; ; wait = Math.min(wait * 1.6, 4000)) {
    try {
      return await send()
    } catch (thrown) {
      const fault = asFault(thrown)
      if (!fault.away || Date.now() - started > within) throw fault
      waiting(Date.now() - started)
      await pause(wait)
    }
  }
}
