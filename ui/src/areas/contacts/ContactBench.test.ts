// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'

import type { JobView } from '@/api/client'
import { layOn, pen, press } from '@/testing/desk'

import ContactBench from './ContactBench.vue'

vi.mock('@/api/session', () => ({
  useSession: () => ({ settings: ref({ time_zone: 'UTC' }), hands: ref(true) }),
}))

const height = {
  id: 'saddle-height',
  name: 'Saddle height',
  unit: 'mm',
  how: '',
  within: 2,
  wanted: true,
  owed: false,
}

describe('a figure of how it is set', () => {
  it('is not lost while something else is on its way', async () => {
    const busy = pen()
    busy.busy.value = true
    const { on, page } = layOn(
      {} as Partial<JobView>,
      ContactBench,
      { contact: height, locked: false, over: false },
      busy,
    )
    await nextTick()
    await on.get<HTMLInputElement>('#contact-figure').setValue('742')
    await press('Enter')
    expect(busy.record.mock.calls[0]?.[0]).toMatchObject({
      contact_read: { contact: 'saddle-height', typed: '742' },
    })
    page.unmount()
  })
})
