import type { QueryClient } from '@tanstack/vue-query'

import { ask, client, type JobView, type Schemas } from './client'
import { jobKey } from './keys'

const written = new Set<string>()

/** ours says, once, whether this page wrote an entry: what it changed came with its answer. */
export const ours = (entry?: string) => !!entry && written.delete(entry)

/** write sends an entry and shows the job as its answer has it. */
export async function write(
  queries: QueryClient,
  job: string,
  body: Schemas['NewEntry'],
  signal?: AbortSignal,
): Promise<JobView> {
  written.add(body.id)
  const path = { path: { id: job } }
  // The tablet's clock is compared with the server's each time.
  const sent = { ...body, clock: new Date().toISOString() }
  const view = await ask(client.POST('/api/jobs/{id}/entries', { params: path, body: sent, signal }))
  await queries.cancelQueries({ queryKey: jobKey(job) }) // what is still on its way is older
  queries.setQueryData(jobKey(job), view)
  void queries.invalidateQueries({ queryKey: ['bike'] }) // its lives follow from the same entries
  return view
}
