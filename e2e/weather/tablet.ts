/** A tablet without a screen: the client's own code in Node, writing notes until it is told to stop. */
import { seen } from './ground'

import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'

import { ask, client, newId, persist, showAs } from '@/api/client'
import { show as showParts } from '@/api/held'
import { useRecord } from '@/api/job'
import { useOutbox } from '@/api/outbox'
import { useSession } from '@/api/session'

import { dice } from './dice'

const { STORM_SEED, STORM_NAME = '', STORM_STAFF = '', STORM_PIN = '', STORM_JOBS = '' } = process.env
const roll = dice(Number(STORM_SEED))
const jobs = STORM_JOBS.split(',')
const typed = new Map<string, string>() // by what it says, the entry's id

const refused: string[] = []

const app = createApp({})
app.use(VueQueryPlugin, { queryClient: new QueryClient() })

const tablet = app.runWithContext(() => {
  const session = useSession()
  return { session, outbox: useOutbox(), pens: jobs.map((id) => useRecord(id)) }
})

let stopping = false
process.on('message', (said) => {
  if (said === 'stop') stopping = true
  if (said === 'settle') void settle()
  if (said === 'show') void show()
})

async function work() {
  for (const id of jobs) showParts(id, '*')
  const who = await ask(client.POST('/api/session', { body: { staff: STORM_STAFF, secret: STORM_PIN } }))
  showAs(who.id)
  await tablet.session.refetch()
  process.send?.('ready')
  for (let n = 0; !stopping; n++) {
    const text = `${STORM_NAME} ${n}`
    const id = newId()
    typed.set(text, id)
    const pen = tablet.pens[roll(jobs.length)]
    await pen?.record({ note: { text } }, undefined, id)
    // What is said not to be kept is nobody's loss: on a screen it is still in its field.
    if (pen?.fault.value) {
      typed.delete(text)
      refused.push(pen.fault.value.title)
    }
    await new Promise((resolve) => setTimeout(resolve, roll(250)))
  }
  process.send?.('stopped')
}

/** settle sends what waits until nothing does, and tells what was typed, acknowledged and refused. */
async function settle() {
  for (let i = 0; i < 60 && tablet.outbox.mine.value.length; i++) {
    await tablet.outbox.flush()
    await new Promise((resolve) => setTimeout(resolve, 500))
  }
  process.send?.({
    typed: [...typed],
    acknowledged: [...seen.acknowledged],
    waiting: tablet.outbox.list.value.map((w) => w.body.id),
    statuses: [...seen.statuses],
    refused,
  })
}

/** show tells the jobs as this tablet has them, of which it asks for what has changed. */
async function show() {
  const shown = await Promise.all(
    jobs.map((id) => persist(() => ask(client.GET('/api/jobs/{id}', { params: { path: { id } } })))),
  )
  process.send?.(shown)
}

void work()
