import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, ref, toValue } from 'vue'

import {
  ask,
  asFault,
  client,
  type Content,
  Fault,
  type JobView,
  newId,
  post,
  persist,
  type Schemas,
  type Line,
} from './client'
import { write } from './entries'
import { jobKey } from './keys'
import { canWait, overlay, useOutbox } from './outbox'
import { useSession } from './session'
import { tablet } from './tablet'
import { useTurns } from './turns'

export function useJob(id: MaybeRefOrGetter<string>) {
  const query = useQuery({
    queryKey: computed(() => jobKey(toValue(id))),
    queryFn: ({ queryKey }) => ask(client.GET('/api/jobs/{id}', { params: { path: { id: queryKey[1] } } })),
  })
  const { list } = useOutbox()
  const { unitNm } = useSession()
  const data = computed(() => query.data.value && overlay(query.data.value, list.value, unitNm.value))
  return { ...query, data }
}

/** How long an answer is waited for before an entry waits in the outbox, ms. */
const patience = 16_000

/** What is told when there is no network, and nothing can be written down either. */
const unkept = new Fault(
  0,
  'Not kept',
  'There is no network, and this tablet can keep nothing: its storage is full or closed. What you typed is still in its field: get back to the network, or write it on paper.',
)

/**
 * useRecord writes entries about a job. An entry keeps its id until it is answered, so that
 * a bad network neither loses nor doubles it. What the work can go on without waits in the
 * outbox when there is no answer.
 */
export function useRecord(id: MaybeRefOrGetter<string>) {
  const queries = useQueryClient()
  const fault = ref<Fault>()
  const waiting = ref(false)
  const { busy, inTurn } = useTurns()

  const settle = (send: () => Promise<JobView>) => inTurn(() => settled(send))
  async function settled(send: () => Promise<JobView>): Promise<JobView | undefined> {
    fault.value = undefined
    try {
      const view = await persist(send, () => (waiting.value = true))
      queries.setQueryData(jobKey(view.job.id), view)
      void queries.invalidateQueries({ queryKey: ['today'] })
      return view
    } catch (thrown) {
      fault.value = asFault(thrown)
      if (fault.value.status === 409) void queries.invalidateQueries({ queryKey: jobKey(toValue(id)) })
      return undefined
    } finally {
      waiting.value = false
    }
  }

  const outbox = useOutbox()
  const { actor, unitNm } = useSession()
  const shown = () => queries.getQueryData<JobView>(jobKey(toValue(id)))

  /**
   * down writes an entry down on this tablet as it is pressed, whether or not another is still on
   * its way: what is pressed is never only in memory. It says whether it is written.
   */
  function down(body: Schemas['NewEntry']) {
    const w = { job: toValue(id), body, by: actor.value?.id ?? '', name: actor.value?.name ?? '' }
    return { w, written: w.by ? outbox.keep(w) : Promise.resolve(false) }
  }

  /**
   * kept sends an entry that is written down. Without an answer, or behind others, it waits in the
   * outbox; it never waits where it is not written.
   */
  async function kept({ w, written }: ReturnType<typeof down>): Promise<JobView | undefined> {
    const { job, body } = w
    fault.value = undefined
    const safe = await written
    const behind = () => outbox.mine.value.some((x) => x.job === job)
    if (behind()) await outbox.flush()
    if (!behind()) {
      const said = await sent(job, body)
      if (!(said instanceof Fault)) return said
      const waits = said.away || (said.later && canWait(body.content))
      if (!waits || !w.by) return refused(job, body.id, said)
    }
    if (!safe) return refused(job, body.id, unkept)
    outbox.wait(w)
    const view = shown()
    return view && overlay(view, outbox.list.value, unitNm.value)
  }
  /** What the work can go on without is sent once; for the rest a short while is waited for an answer. */
  async function sent(job: string, body: Schemas['NewEntry']): Promise<JobView | Fault> {
    const once = () => write(queries, job, body, AbortSignal.timeout(8000))
    try {
      const view = await (canWait(body.content)
        ? once()
        : persist(once, () => (waiting.value = true), patience))
      // The screen has the answer: the next key is not to wait until the copy is gone.
      void outbox.drop(body.id)
      void queries.invalidateQueries({ queryKey: ['today'] })
      return view
    } catch (thrown) {
      return asFault(thrown)
    } finally {
      waiting.value = false
    }
  }
  async function refused(job: string, entry: string, said: Fault) {
    void outbox.drop(entry)
    fault.value = said
    if (said.status === 409) void queries.invalidateQueries({ queryKey: jobKey(job) })
    return undefined
  }

  const path = () => ({ path: { id: toValue(id) } })

  return {
    fault,
    waiting,
    busy,
    record(content: Content, supersedes?: string, entry = newId(), why?: string) {
      const at = new Date().toISOString()
      const written = down({
        id: entry,
        at,
        content,
        supersedes,
        why,
        seen: shown()?.sequence,
        tablet: tablet(),
      })
      return inTurn(() => kept(written))
    },
    /** refresh reads the job again after something was changed beside its entries. */
    refresh: () => queries.invalidateQueries({ queryKey: jobKey(toValue(id)) }),
    /** release hands it over; notRidden says that who takes it was told that it is not to be ridden. */
    release(to: string, notRidden?: boolean) {
      const body = { id: newId(), to, not_ridden: notRidden || undefined }
      return settle(() => ask(client.POST('/api/jobs/{id}/release', { params: path(), body })))
    },
    /** mistaken closes a job that was taken in by mistake: it is kept, and listed nowhere. */
    mistaken(reason: string) {
      const body = { id: newId(), reason }
      return settle(() => ask(client.POST('/api/jobs/{id}/mistaken', { params: path(), body })))
    },
    reopen(reason: string) {
      const body = { id: newId(), reason }
      return settle(() => ask(client.POST('/api/jobs/{id}/reopen', { params: path(), body })))
    },
    /** takeRide sends a GPX or FIT file; the server reads it. */
    takeRide(file: File) {
      const ride = newId()
      return settle(() => post(`/api/jobs/${toValue(id)}/rides/${ride}`, file))
    },
    /** takePhoto sends a picture of a point or finding; the server makes it smaller. */
    takePhoto(file: File, about: string) {
      const query = new URLSearchParams({ about })
      const photo = newId()
      return settle(() => post(`/api/jobs/${toValue(id)}/photos/${photo}?${query}`, file))
    },
    removePhoto: (photo: string) =>
      settle(() =>
        ask(client.DELETE('/api/jobs/{id}/photos/{photo}', { params: { path: { id: toValue(id), photo } } })),
      ),
    save(body: Schemas['JobChange']) {
      return settle(() => ask(client.PUT('/api/jobs/{id}', { params: path(), body })))
    },
  }
}

/** useRefreshJob looks at a job again after something it rests on was changed. */
export function useRefreshJob(id: MaybeRefOrGetter<string>) {
  const queries = useQueryClient()
  return () => queries.invalidateQueries({ queryKey: jobKey(toValue(id)) })
}

/** judge asks what a reading or torque would mean, without recording it. */
export const judge = (id: string, content: Content, signal?: AbortSignal) =>
  ask(client.POST('/api/jobs/{id}/judge', { params: { path: { id } }, body: content, signal }))

/**
 * What the owner takes home, composed: as it stands or was handed over, or as it would be told by what is
 * known today. It is asked for anew as soon as something more was written.
 */
export const useSheetLayout = (
  id: MaybeRefOrGetter<string>,
  today: MaybeRefOrGetter<boolean>,
  sequence: MaybeRefOrGetter<number>,
) =>
  useQuery({
    queryKey: computed(() => ['sheet-layout', toValue(id), toValue(today), toValue(sequence)] as const),
    queryFn: ({ queryKey: [, job, asToday] }) =>
      ask(client.GET('/api/jobs/{id}/layout', { params: { path: { id: job }, query: { today: asToday } } })),
    placeholderData: keepPreviousData,
  })

/** What a job's bike may be said to do, what the owner's words sound like first. */
export const useComplaints = (id: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ['complaints', toValue(id)] as const),
    queryFn: ({ queryKey }) =>
      ask(client.GET('/api/jobs/{id}/complaints', { params: { path: { id: queryKey[1] } } })),
    staleTime: 60_000,
  })

/** useLabour is what work costs by its minutes, while they are typed. */
export function useLabour(minutes: () => number) {
  const whole = computed(() =>
    Number.isInteger(minutes()) && minutes() >= 0 ? Math.min(minutes(), 6000) : 0,
  )
  const { data } = useQuery({
    queryKey: computed(() => ['labour', whole.value] as const),
    queryFn: ({ queryKey }) => ask(client.POST('/api/labour', { body: { minutes: queryKey[1] } })),
    placeholderData: (before) => before,
    staleTime: 60_000,
  })
  return computed(() => data.value?.labour_minor ?? 0)
}

const bookOf = {
  queryKey: ['book'] as const,
  queryFn: () => ask(client.GET('/api/book')),
  staleTime: Infinity,
}
export const useBook = () => useQuery(bookOf)

export const useToday = () => useQuery({ queryKey: ['today'], queryFn: () => ask(client.GET('/api/today')) })

export const useSearch = (q: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ['search', toValue(q)] as const),
    queryFn: ({ queryKey, signal }) =>
      ask(client.GET('/api/search', { params: { query: { q: queryKey[1] } }, signal })),
    placeholderData: (before) => before,
  })

/** useBike reads a bike; what its parts are told apart by is the book's, and comes with it once. */
export function useBike(id: MaybeRefOrGetter<string>) {
  const queries = useQueryClient()
  return useQuery({
    queryKey: computed(() => ['bike', toValue(id)] as const),
    queryFn: async ({ queryKey }) => {
      const [bike, book] = await Promise.all([
        ask(client.GET('/api/bikes/{id}', { params: { path: { id: queryKey[1] } } })),
        queries.ensureQueryData(bookOf),
      ])
      const lines = bike.lines.map((line): Line => {
        const place = book.places.find((p) => p.id === line.place)
        return { ...line, particulars: place?.particulars ?? [] }
      })
      return { ...bike, lines }
    },
    enabled: computed(() => toValue(id) !== ''),
  })
}

export function useCheckIn() {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['CheckIn']) => ask(client.POST('/api/jobs', { body })),
    // It has its id already: sent twice it is the same. About half a minute is tried.
    retry: (tried, thrown) => tried < 12 && asFault(thrown).away,
    retryDelay: (tried) => Math.min(400 * 1.6 ** tried, 4000),
    networkMode: 'always',
    onSuccess: (view) => {
      queries.setQueryData(jobKey(view.job.id), view)
      void queries.invalidateQueries({ queryKey: ['today'] })
      void queries.invalidateQueries({ queryKey: ['search'] })
    },
  })
}
