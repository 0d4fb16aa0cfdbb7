import { computed, ref } from 'vue'

import type { BoltView, Schemas } from '@/api/client'
import { useEntry } from '@/areas/job/entry'
import { useOpenJob, usePart } from '@/areas/job/open'

import { type TorqueHabits, useInHand } from './habits'

type Found = Schemas['Torque']['found']

/** worse is what the one key for all that is worse than loose goes through. */
const worse: Found[] = ['over_tight', 'stuck', 'damaged', 'not_checked']

/**
 * useBoltLog is the log of one bolt while it is made: how it was found, what stands beside the
 * figure, and its way to the server.
 */
export function useBoltLog(bolt: () => BoltView, habits: TorqueHabits) {
  const { pen } = useOpenJob()
  const tight = usePart('bolts')
  const { typed, send } = useEntry(true)
  const was = bolt().stale ? undefined : bolt().log
  const found = ref<Found>(was?.found ?? 'not_checked')
  const foundTyped = ref(bolt().log?.found_typed ?? '')
  const note = ref(was?.note ?? '')
  const treatment = ref(was?.treatment ?? '')
  const inHand = useInHand(bolt, () => tight.value.wrenches, habits)

  // A joint left too tight is loosened and tightened again; that is a log of its own.
  const tooTight = computed(
    () => !bolt().stale && bolt().log?.left_nm !== undefined && bolt().verdict?.state === 'over',
  )
  const slip = ref(false)
  const bad = computed(() => found.value === 'stuck' || found.value === 'damaged')
  const base = computed(() => ({
    fastener: bolt().fastener,
    position: bolt().position,
    found: found.value,
    found_typed: foundTyped.value || undefined,
    note: note.value || undefined,
    treatment: treatment.value || undefined,
    wrench: inHand.value?.id,
    reason: inHand.value ? habits.reasons.value[inHand.value.id] : undefined,
    adapter: habits.adapter.value ?? undefined,
  }))

  /** write sends the log; it says whether it was taken. */
  function write(more: Partial<Schemas['Torque']>) {
    const loosened = (tooTight.value && !slip.value) || undefined
    // A log that work has disturbed since stays as it was, and so does one that was too tight:
    // the new one is new.
    const anew = bolt().stale || loosened
    const corrects = bolt().log_id && !anew ? bolt().log_id : undefined
    return send({ torque: { ...base.value, loosened, ...more } }, corrects)
  }
  return {
    typed,
    found,
    foundTyped,
    note,
    treatment,
    inHand,
    tooTight,
    slip,
    bad,
    base,
    pen,
    write,
    toggle: (how: Found) => (found.value = found.value === how ? 'not_checked' : how),
    cycle: () => (found.value = worse[(worse.indexOf(found.value) + 1) % worse.length] ?? 'not_checked'),
  }
}
