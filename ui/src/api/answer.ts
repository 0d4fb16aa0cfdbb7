import { type Ref, ref, watch } from 'vue'

import { asFault, type Fault } from './client'

/** useAnswer asks the server again whenever what is asked changes. Nothing is asked where there is no question: what is typed cannot be read yet. */
export function useAnswer<In, Out>(
  question: () => In | null | undefined,
  ask: (question: In) => Promise<Out>,
) {
  const answer: Ref<Out | undefined> = ref()
  const fault = ref<Fault>()
  let turn = 0
  watch(
    question,
    async (asked) => {
      const mine = ++turn
      if (asked == null) return void ([answer.value, fault.value] = [undefined, undefined])
      try {
        const said = await ask(asked)
        if (mine === turn) [answer.value, fault.value] = [said, undefined]
      } catch (thrown) {
        if (mine === turn) [answer.value, fault.value] = [undefined, asFault(thrown)]
      }
    },
    { immediate: true, deep: true },
  )
  return { answer, fault }
}
