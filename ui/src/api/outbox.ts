import { useQueryClient } from '@tanstack/vue-query'
import { createSharedComposable, useEventListener, useIntervalFn } from '@vueuse/core'
import { get, update } from 'idb-keyval'
import { computed, ref, watch } from 'vue'

import { asFault, type Content, type Fault, type JobView, type Schemas } from './client'
import { write } from './entries'
import { jobKey } from './keys'
import { useSession } from './session'

/** Waiting is one entry that was written while the server could not be reached. */
export interface Waiting {
  job: string
  body: Schemas['NewEntry']
  /** who wrote it: it is sent under their name, or not at all */
  by: string
  name: string
  /** why the server did not take it, once it was asked */
  refused?: { status: number; title: string; detail: string }
}

const key = 'outbox'
const kept = () =>
  get<Waiting[]>(key).then(
    (list) => list ?? [],
    () => [], // a tablet that keeps nothing has nothing kept
  )
const change = (make: (list: Waiting[]) => Waiting[]) => update<Waiting[]>(key, (list) => make(list ?? []))

/** passing is what says nothing of the bike: where it comes too late it is let go without a word. */
export const passing = (content: Content) => !!(content.took_up || content.laid_down)

/**
 * Which entries the work can go on without: what they mean is shown before the server has said so,
 * and nobody waits for an answer.
 */
export const canWait = (content: Content) =>
  !!(content.torque || content.sign || content.note || content.air || content.ride_tried || passing(content))

/**
 * fateOf is what a fault means for what waits: nothing is asked now, this job's entries are tried
 * again later, or it was looked at and not taken. A fault of the program, or of its database, is no
 * word on what was written.
 */
export const fateOf = (fault: Fault): 'stop' | 'later' | 'refused' =>
  fault.away || fault.signedOut ? 'stop' : fault.later ? 'later' : 'refused'

/**
 * useOutbox keeps what is written without a network, through a reload, and sends it in
 * order when the server is back. An entry has its id already, so sending twice is harmless.
 */
export const useOutbox = createSharedComposable(() => {
  const queries = useQueryClient()
  const { actor } = useSession()
  const list = ref<Waiting[]>([])
  /** What this page is sending itself just now: it is written down, and not waiting yet. */
  const held = new Set<string>()
  /** How often what is shown was changed: what was read before that is not what stands now. */
  let turns = 0
  async function read() {
    let all: Waiting[]
    let before: number
    do {
      before = turns
      all = await kept()
    } while (before !== turns)
    list.value = all.filter((w) => !held.has(w.body.id))
  }
  const mine = computed(() => list.value.filter((w) => w.by === actor.value?.id && !w.refused))

  /**
   * keep writes an entry down on this tablet before it is sent. It says whether it is written: a
   * store that is full, or closed, keeps nothing.
   */
  async function keep(w: Waiting): Promise<boolean> {
    held.add(w.body.id)
    try {
      await change((all) => [...all, w])
      return true
    } catch {
      held.delete(w.body.id)
      return false
    }
  }
  /** wait lets an entry that was kept wait for the server, and shows that it does. */
  function wait(w: Waiting) {
    turns++
    held.delete(w.body.id)
    list.value.push(w)
  }
  async function drop(id: string) {
    turns++
    held.add(id) // until it is gone nobody sends it again
    list.value = list.value.filter((w) => w.body.id !== id)
    await change((all) => all.filter((w) => w.body.id !== id)).catch(() => undefined)
    held.delete(id)
  }
  async function refuse(id: string, refused: Waiting['refused']) {
    await change((all) => all.map((w) => (w.body.id === id ? { ...w, refused } : w)))
    await read()
  }

  let sending = false
  /** alone runs something unless this page or another tab of it is sending already. */
  async function alone(run: () => Promise<void>) {
    // Without HTTPS a browser has no locks; then only this page is asked.
    if ('locks' in navigator)
      return navigator.locks.request('outbox', { ifAvailable: true }, (lock) => (lock ? run() : undefined))
    if (sending) return
    sending = true
    await run().finally(() => (sending = false))
  }

  /** flush sends what waits, oldest first, and stops at the first that gets no answer. */
  async function flush() {
    await alone(async () => {
      await read()
      const stuck = new Set<string>() // jobs of which one waits: what was written after it comes after it
      for (const w of mine.value) {
        if (stuck.has(w.job)) continue
        try {
          await write(queries, w.job, w.body)
          await drop(w.body.id)
        } catch (thrown) {
          const fault = asFault(thrown)
          const fate = fateOf(fault)
          if (fate === 'stop') return
          if (fate === 'later') {
            stuck.add(w.job)
            continue
          }
          if (passing(w.body.content)) {
            await drop(w.body.id)
            continue
          }
          const { status, title, detail } = fault
          await refuse(w.body.id, { status, title, detail })
          void queries.invalidateQueries({ queryKey: jobKey(w.job) })
        }
      }
      void queries.invalidateQueries({ queryKey: ['today'] })
    })
  }
  /** again sends a refused entry as a new one, no longer as the correction of another. */
  async function again(w: Waiting) {
    await change((all) =>
      all.map((x) =>
        x.body.id === w.body.id
          ? { ...x, refused: undefined, body: { ...x.body, supersedes: undefined } }
          : x,
      ),
    )
    await flush()
  }

  void navigator.storage?.persist?.().catch(() => false) // a browser short of room sheds the rest first
  void read().then(flush)
  useEventListener('online', flush)
  useIntervalFn(() => mine.value.length && void flush(), 4000)
  watch(() => actor.value?.id, flush)

  return { list, mine, keep, wait, drop, again, flush }
})

/**
 * overlay shows what waits in the outbox on a job as if it had been taken. It is drawing
 * only: the server judges each entry when it arrives. unitNm is one of the shop's torque
 * units in newton metres.
 */
export function overlay(view: JobView, waiting: Waiting[], unitNm = 1): JobView {
  const ours = waiting.filter((w) => w.job === view.job.id && !w.refused)
  if (!ours.length) return view
  const bolts = [...(view.parts.bolts?.bolts ?? [])]
  const signs = [...view.signs]
  let { air, ride } = view.parts
  for (const { body, name } of ours) {
    const { torque, sign } = body.content
    if (body.content.ride_tried) ride &&= tried(ride, body, name)
    if (body.content.air) air &&= aired(air, body, name)
    if (torque) {
      const i = bolts.findIndex((b) => b.fastener === torque.fastener && b.position === torque.position)
      const bolt = bolts[i]
      if (!bolt) continue
      const nm = typed(torque.left_typed, unitNm)
      const inside = !bolt.rule || (nm !== undefined && nm >= bolt.rule.min_nm && nm <= bolt.rule.max_nm)
      bolts[i] = {
        ...bolt,
        log: { ...torque, left_nm: nm },
        log_id: body.id,
        by: name,
        at: body.at,
        verdict: undefined,
        stale: false,
        settled: inside || !!torque.felt || !!torque.set || !!torque.not_fitted,
      }
    }
    if (sign) {
      const i = signs.findIndex((s) => s.what === sign.what)
      if (signs[i]) signs[i] = { ...signs[i], sign, by: name, at: body.at, stale: false }
    }
  }
  const tight = view.parts.bolts && { ...view.parts.bolts, bolts }
  return { ...view, signs, parts: { ...view.parts, air, ride, bolts: tight } }
}

/** aired is the air of a bike with a pressure that waits: as typed, and judged by nobody yet. */
function aired(air: Schemas['AirPart'], { at, content }: Waiting['body'], by: string): Schemas['AirPart'] {
  const said = content.air
  if (!said) return air
  const plain = /^\s*(\d+(?:[.,]\d+)?)\s*(?:bar)?\s*$/i.exec(said.typed ?? '')?.[1]
  const bar = plain === undefined ? undefined : Number(plain.replace(',', '.'))
  const reading =
    bar === undefined ? [] : [{ bar, celsius: said.celsius, set: said.set, at: at ?? '', by, here: true }]
  const stands = {
    bar,
    set: said.set,
    mark: 'open' as const,
    says: said.solid ? 'A solid tyre.' : 'It waits on this tablet, and is judged once it is sent.',
    goes: said.set,
  }
  return {
    ...air,
    pressures: air.pressures.map((a) =>
      a.place === said.place ? { ...a, readings: [...a.readings, ...reading] } : a,
    ),
    bench: {
      ...air.bench,
      tyres: air.bench.tyres.map((t) => (t.place === said.place ? { ...t, stands } : t)),
    },
  }
}

/** tried is the ride card with a try that waits: the phone is out of reach of the shop while it is ridden. */
function tried(
  ride: Schemas['RidePart'],
  { id, at, content }: Waiting['body'],
  by: string,
): Schemas['RidePart'] {
  const told = content.ride_tried
  return {
    ...ride,
    tries: ride.tries.map((t) => {
      const shown = t.shows.find((x) => x.id === told?.shows)
      if (t.id !== told?.try) return t
      return {
        ...t,
        told: {
          entry: id,
          right: !told.shows,
          says: shown && (told.note || shown.say),
          fault: shown?.fault,
          point: shown?.point,
          stops: shown?.stops,
          by,
          at: at ?? '',
        },
      }
    }),
  }
}

/** typed is a figure in newton metres, typed plain or as such; one with another unit is left to the server. */
function typed(text: string | undefined, unitNm: number): number | undefined {
  const plain = /^\s*(\d+(?:[.,]\d+)?)\s*(n·?m)?\s*$/i.exec(text ?? '')
  return plain?.[1] ? Number(plain[1].replace(',', '.')) * (plain[2] ? 1 : unitNm) : undefined
}
