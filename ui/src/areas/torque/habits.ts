import { useSessionStorage } from '@vueuse/core'
import { computed, type MaybeRefOrGetter, type Ref, toValue } from 'vue'

import type { BoltView, Schemas } from '@/api/client'

type Run = Schemas['Run']

/** The order in which the likeliest to be loose come first. It is the shop's record, not a file. */
export const loosestFirst = 'loosest'

/** inOrder puts bolts into an order of the run, keeping the bolts of a set together. */
export function inOrder(bolts: BoltView[], order: string, runs: Run[]): BoltView[] {
  const place = new Map(bolts.map((b, i) => [b, i]))
  const rank = (b: BoltView) => {
    if (order === loosestFirst) return -(b.loose_here?.low ?? -1)
    const components = runs.find((r) => r.id === order)?.components ?? []
    const at = components.indexOf(b.component)
    return at < 0 ? components.length : at
  }
  return [...bolts].sort((a, b) => rank(a) - rank(b) || (place.get(a) ?? 0) - (place.get(b) ?? 0))
}

/** Habits of this tablet that last while its page is open: order, wrench, half rounds done. */
export interface TorqueHabits {
  order: Ref<string>
  /** the wrench in hand: '' for the closest of the register, 'none' for one that is not in it */
  wrench: Ref<string>
  /** why a wrench past its calibration is used, by wrench */
  reasons: Ref<Record<string, string>>
  adapter: Ref<Schemas['Adapter'] | null>
  /** the device whose pulls fill the run, '' for none */
  listening: Ref<string>
  /** sets whose half round is done, by job and fastener */
  halves: Ref<string[]>
}

const plain = {
  read: (text: string) => JSON.parse(text) as Schemas['Adapter'] | null,
  write: (adapter: Schemas['Adapter'] | null) => JSON.stringify(adapter),
}

export const useTorqueHabits = (): TorqueHabits => ({
  order: useSessionStorage('run-order', ''),
  wrench: useSessionStorage('run-wrench', ''),
  reasons: useSessionStorage<Record<string, string>>('run-reasons', {}),
  adapter: useSessionStorage<Schemas['Adapter'] | null>('run-adapter', null, { serializer: plain }),
  listening: useSessionStorage('run-listening', ''),
  halves: useSessionStorage<string[]>('run-halves', []),
})

/** useHalfRound is the first round of a set that is tightened in two: nothing of it is logged yet. */
export function useHalfRound(
  bolt: () => BoltView,
  set: Ref<BoltView[]>,
  job: () => string,
  habits: TorqueHabits,
) {
  const key = () => `${job()}/${bolt().fastener}`
  return {
    half: computed(
      () =>
        !!bolt().pattern && set.value.every((b) => !b.log || b.stale) && !habits.halves.value.includes(key()),
    ),
    halve: () => habits.halves.value.push(key()),
  }
}

/** useInHand is the wrench that a bolt is tightened with: chosen, or the closest that is in date. */
export function useInHand(
  bolt: MaybeRefOrGetter<BoltView>,
  wrenches: MaybeRefOrGetter<Schemas['Wrench'][]>,
  habits: TorqueHabits,
) {
  return computed(() => {
    const all = toValue(wrenches)
    if (habits.wrench.value === 'none') return undefined
    if (habits.wrench.value) return all.find((w) => w.id === habits.wrench.value)
    const closest = all.find((w) => w.id === toValue(bolt).wrench)
    return closest?.due ? undefined : closest
  })
}
