import { computed, watch } from 'vue'

import { useTarget } from './open'

/** What there is to go through, and how. */
interface Walk<T> {
  /** the things in their order */
  things: () => T[]
  key: (thing: T) => string
  /** whether it is still to be done */
  todo: (thing: T) => boolean
  /** another thing that an address may lead to */
  meant?: (at: string) => T | undefined
  /** the ids of the lines of its list begin so */
  line: string
}

/**
 * useWalk goes through the things of a stage: the one that is open, kept in the address; onward to
 * the next that is still to be done; back to the one before. Its line in the list stays in sight.
 */
export function useWalk<T>(walk: Walk<T>) {
  const { target, open } = useTarget()
  const chosen = computed<T | undefined>(() => {
    const at = target()
    const all = walk.things()
    return (
      (at === undefined ? undefined : (all.find((t) => walk.key(t) === at) ?? walk.meant?.(at))) ??
      all.find(walk.todo) ??
      all[0]
    )
  })
  const here = computed(() => (chosen.value === undefined ? '' : walk.key(chosen.value)))
  const index = computed(() => walk.things().findIndex((t) => walk.key(t) === here.value))

  /** onward opens the next thing to do from here on, or simply the next one. */
  function onward(orNext = true) {
    const all = walk.things()
    for (let i = 1; i <= all.length; i++) {
      const t = all[(index.value + i) % all.length]
      if (t !== undefined && walk.todo(t) && walk.key(t) !== here.value) return void open(walk.key(t))
    }
    const after = all[index.value + 1]
    if (orNext && after !== undefined) void open(walk.key(after))
  }
  function back() {
    const before = walk.things()[index.value - 1]
    if (before !== undefined) void open(walk.key(before))
  }
  watch(here, (key) => document.getElementById(`${walk.line}-${key}`)?.scrollIntoView({ block: 'nearest' }))
  return { chosen, here, index, onward, back, open }
}
