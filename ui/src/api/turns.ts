import { computed, ref } from 'vue'

/**
 * useTurns lets work begin only when what was begun before it has ended, whether well or not:
 * two answers about one job then never overtake each other, and nothing pressed is dropped.
 */
export function useTurns() {
  const open = ref(0)
  let last: Promise<unknown> = Promise.resolve()
  function inTurn<T>(run: () => Promise<T>): Promise<T> {
    open.value++
    const mine = last.then(run).finally(() => open.value--)
    last = mine.catch(() => undefined)
    return mine
  }
  return { inTurn, busy: computed(() => open.value > 0) }
}
