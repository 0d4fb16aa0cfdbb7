import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useSession } from '@/api/session'

import { useOpenJob } from './open'

export type Hand = Schemas['HandView']

/** useHandsAt is who has which piece of the open job in hand, and takes one up or lays it down. */
export function useHandsAt() {
  const { job, pen, closed } = useOpenJob()
  const { actor, hands } = useSession()
  const locked = computed(() => closed.value || !hands.value)
  /** What is in this person's hands, or what they laid down last. */
  const mine = computed(() => job.value.hands?.find((h) => h.who === actor.value?.id))
  /** What others have in hand. */
  const others = computed(() => (job.value.hands ?? []).filter((h) => h.who !== actor.value?.id && !h.down))
  const has = (piece: string) => mine.value?.piece === piece && !mine.value.down
  /** takeUp writes down that the piece is in these hands; again where it is already, it writes nothing. */
  async function takeUp(piece: string) {
    if (!locked.value && !has(piece)) await pen.record({ took_up: { piece } })
  }
  const layDown = () => pen.record({ laid_down: {} })
  return { locked, mine, others, has, takeUp, layDown }
}
