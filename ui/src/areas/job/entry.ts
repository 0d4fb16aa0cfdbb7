import { ref } from 'vue'

import type { Content } from '@/api/client'

import { useOpenJob } from './open'

/**
 * useEntry is one figure being typed for a point or a bolt, and its way to the server, one at a
 * time. What is typed while it is on its way belongs to the next thing; what is refused is given back.
 */
export function useEntry(takesFigure: boolean) {
  const { pen, early } = useOpenJob()
  const typed = ref(takesFigure ? early.value : '')
  early.value = ''
  const sending = ref(false)

  /** send writes the entry; it says whether it was taken. */
  async function send(content: Content, corrects?: string, why?: string): Promise<boolean> {
    if (sending.value) return false
    const sent = typed.value
    typed.value = ''
    sending.value = true
    const taken = await (why ? pen.record(content, corrects, undefined, why) : pen.record(content, corrects))
    sending.value = false
    if (taken) early.value = typed.value
    else typed.value ||= sent
    return !!taken
  }
  return { typed, sending, send }
}
