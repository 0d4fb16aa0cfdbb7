import { useMutation } from '@tanstack/vue-query'
import { type Ref, ref } from 'vue'

import { ask, client, type Facts, type Schemas } from '@/api/client'

/**
 * useDescribing describes a bike fact by fact. What is chosen stands at once; what follows from it
 * the server says, and only that is taken from its answer: something else may be chosen meanwhile.
 */
export function useDescribing(facts: Ref<Facts>) {
  const said = ref<Schemas['Described']>()
  const asking = useMutation({
    scope: { id: 'facts' },
    mutationFn: (body: Schemas['Describing']) => ask(client.POST('/api/facts', { body })),
    onSuccess: (answer) => {
      said.value = answer
      if (!answer.also.length) return
      const follows = answer.also.map((fact) => [fact, answer.facts[fact as keyof Facts]] as const)
      facts.value = { ...facts.value, ...Object.fromEntries(follows) }
    },
  })
  asking.mutate({ facts: facts.value, was: facts.value })

  function choose(next: Facts, filled = false) {
    const was = facts.value
    facts.value = next
    asking.mutate({ facts: next, was, filled })
  }
  return {
    said,
    choose,
    set: <K extends keyof Facts>(fact: K, value: Facts[K]) => choose({ ...facts.value, [fact]: value }),
  }
}
