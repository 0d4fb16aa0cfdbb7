import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createSSRApp, ref } from 'vue'

import { useRecord } from './job'
import type { Waiting } from './outbox'
import { useOutbox } from './outbox'

// A store that can be made slow, and a server that answers when it is told to.
const store = vi.hoisted(() => ({ all: [] as unknown[], slow: undefined as Promise<void> | undefined }))
vi.mock('idb-keyval', () => ({
  get: async () => {
    const seen = [...store.all]
    await store.slow
    return seen
  },
  update: async (_: string, make: (all: unknown[]) => unknown[]) => {
    store.all = make(store.all)
  },
}))
vi.mock('./session', () => ({
  useSession: () => ({ actor: ref({ id: 'ida', name: 'Ida' }), unitNm: ref(1) }),
}))
const sends = vi.hoisted(() => vi.fn())
vi.mock('./entries', () => ({ write: sends }))

const app = createSSRApp({})
app.use(VueQueryPlugin, { queryClient: new QueryClient() })
const within = <T>(use: () => T) => app.runWithContext(use)
const soon = () => new Promise((resolve) => setTimeout(resolve))

beforeEach(() => {
  vi.stubGlobal('navigator', {})
  store.all = []
  store.slow = undefined
})
afterEach(() => vi.unstubAllGlobals())

describe('what is pressed', () => {
  it('is written down at once, while another is still on its way', async () => {
    sends.mockReturnValue(new Promise(() => undefined))
    const pen = within(() => useRecord('job-1'))
    void pen.record({ note: { text: 'first' } })
    void pen.record({ note: { text: 'second' } })
    await soon()
    expect((store.all as Waiting[]).map((w) => w.body.content.note?.text)).toEqual(['first', 'second'])
    expect(sends, 'and sent in turn').toHaveBeenCalledTimes(1)
  })

  it('is shown as waiting though the list was being read meanwhile', async () => {
    const outbox = within(useOutbox)
    await soon()
    let read: () => void = () => undefined
    store.slow = new Promise((resolve) => (read = resolve))
    const flushing = outbox.flush() // begins by reading what is kept
    const w = {
      job: 'job-2',
      by: 'wren',
      name: 'Wren',
      body: { id: 'e-9', content: { note: { text: 'late' } } },
    }
    await outbox.keep(w as Waiting)
    outbox.wait(w as Waiting)
    read()
    await flushing
    expect(outbox.list.value.map((x) => x.body.id)).toContain('e-9')
  })
})
