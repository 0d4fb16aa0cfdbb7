import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { vi } from 'vitest'
import { type Component, defineComponent, h, nextTick, ref } from 'vue'

import type { Content, Fault, JobView } from '@/api/client'
import { type OpenJob, provideOpenJob } from '@/areas/job/open'

/** pen is a pen whose answers a test gives. */
export function pen() {
  const fault = ref<Fault>()
  return {
    fault,
    busy: ref(false),
    record: vi.fn<(content: Content, supersedes?: string) => Promise<JobView | undefined>>(() =>
      Promise.resolve({} as JobView),
    ),
  }
}

/** layOn shows a component within an open job, as JobPage does. */
export function layOn(
  job: Partial<JobView>,
  component: Component,
  props: Record<string, unknown>,
  with_ = pen(),
) {
  const desk = {
    job: ref({
      photos: [],
      findings: [],
      bottles: [],
      items: [],
      guided: [],
      ...job,
      parts: {
        walk: { points: [], distance: {} },
        bolts: { bolts: [], wrenches: [], tray: [] },
        ...job.parts,
      },
    }),
    closed: ref(false),
    early: ref(''),
    pen: with_,
  }
  const page = defineComponent(() => {
    provideOpenJob(desk as unknown as OpenJob)
    return () => h(component, { ...props }) // afresh, so that what a model is set to comes back
  })
  const laid = mount(page, {
    attachTo: document.body,
    global: { plugins: [VueQueryPlugin], stubs: { RouterLink: true } },
  })
  return { desk, pen: with_, page: laid, on: laid.findComponent(component) }
}

/** press presses keys one by one on what has the focus. */
export async function press(...keys: string[]) {
  for (const key of keys) {
    const on = document.activeElement ?? document.body
    on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
    await nextTick()
    await nextTick()
  }
}
