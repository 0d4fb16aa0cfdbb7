import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, type Ref, ref } from 'vue'

import { asFault } from '@/api/client'

/**
 * What a register is called among the queries. Others that show something of it hear of the change
 * as everybody does.
 */
interface Register<T> {
  key: string
  /** Writes a row and answers with the whole register. */
  save: (row: T) => Promise<T[]>
}

/** useRow is one row of a register: shown, or open to be changed. A new one is open. */
export function useRow<T extends { version: number }>(row: () => T, register: Register<T>, done: () => void) {
  const queries = useQueryClient()
  const open = ref(row().version === 0)
  /** A copy to its depth: what is typed is nobody else's until it is saved. */
  const copy = () => JSON.parse(JSON.stringify(row())) as T
  const form = ref(copy()) as Ref<T>

  function change() {
    form.value = copy()
    open.value = true
  }
  function leave() {
    open.value = false
    done()
  }
  const saving = useMutation({
    mutationFn: register.save,
    onSuccess: (all) => {
      queries.setQueryData([register.key], all)
      leave()
    },
  })
  const fault = computed(() => (saving.error.value ? asFault(saving.error.value) : undefined))
  return { open, form, saving, fault, change, leave }
}
