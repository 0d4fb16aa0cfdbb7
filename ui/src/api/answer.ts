import { useTimeoutFn } from '@vueuse/core'
import { onScopeDispose, type Ref, ref, watch } from 'vue'

import { asFault, type Fault } from './client'

interface Asking {
  /** how long what is asked has to stand still, ms; the first question is put at once */
  wait?: number
  /** the answer of before stays on the screen while the next one comes */
  keep?: boolean
}

/**
 * useAnswer asks the server again whenever what is asked changes, once it stands still; what is
 * asked no more is broken off. Nothing is asked where there is no question: what is typed cannot be
 * read yet.
 */
export function useAnswer<In, Out>(
  question: () => In | null | undefined,
  ask: (question: In, signal: AbortSignal) => Promise<Out>,
  { wait = 150, keep = true }: Asking = {},
) {
  const answer: Ref<Out | undefined> = ref()
  const fault = ref<Fault>()
  let running: AbortController | undefined
  let asked = false

  async function put() {
    const about = question()
    if (about == null) return
    const mine = (running = new AbortController())
    try {
      const said = await ask(about, mine.signal)
      if (!mine.signal.aborted) [answer.value, fault.value] = [said, undefined]
    } catch (thrown) {
      if (!mine.signal.aborted) [answer.value, fault.value] = [undefined, asFault(thrown)]
    }
  }
  const { start, stop } = useTimeoutFn(() => void put(), wait, { immediate: false })
  /** off breaks off what is asked. */
  const off = () => {
    stop()
    running?.abort()
  }
  onScopeDispose(off)

  watch(
    question,
    (about) => {
      off()
      if (about == null || !keep) [answer.value, fault.value] = [undefined, undefined]
      if (about == null) return
      if (asked) start()
      else void put()
      asked = true
    },
    { immediate: true, deep: true },
  )
  return { answer, fault, off }
}
