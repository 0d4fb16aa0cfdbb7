import { computed, type Ref, ref } from 'vue'

import { readFigure } from '@/parts/figures'

/** useFigures is a row of figures being typed; nothing is read from it until all of them can be. */
export function useFigures<K extends string>(start: Record<K, string>) {
  const typed: Ref<Record<string, string>> = ref<Record<string, string>>({ ...start })
  const figures = computed(() => allRead(Object.keys(start) as K[], typed.value))
  return { typed, figures }
}

/** allRead reads the figures under these keys, or none where one of them is no figure. */
export function allRead<K extends string>(keys: K[], typed: Record<string, string>) {
  const read = keys.map((key) => [key, readFigure(typed[key] ?? '')] as const)
  return read.some(([, figure]) => figure === undefined)
    ? undefined
    : (Object.fromEntries(read) as Record<K, number>)
}
