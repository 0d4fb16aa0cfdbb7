import { computed } from 'vue'
import { useRouter } from 'vue-router'

import { newId } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'

import type { Piece } from './thread'

/** useServe is a part of the service that was sold: what its large button does now, and how it is left out. */
export function useServe(piece: () => Piece) {
  const { job, pen } = useOpenJob()
  const router = useRouter()
  const of = (is: 'look' | 'oil' | 'apart') => piece().step?.left.filter((n) => n.is === is) ?? []

  /** What is oiled says so place by place, however many are pressed at once. */
  const oiled = (ids: string[]) => Promise.all(ids.map((what) => pen.record({ oiled: { what } })))

  /** done says that a part is done; what it leaves to itself goes on from now. */
  async function done() {
    const { step } = piece()
    if (!step) return
    if (!(await pen.record({ served: { part: step.part } }))) return
    if (step.alone) await pen.record({ alone: { what: step.alone.id, minutes: step.alone.minutes } })
  }
  const leaveOut = (why: string) =>
    pen.record({ served: { part: piece().step?.part ?? '', left_out: true, why } })

  async function apart(assembly: string) {
    const id = newId()
    if (await pen.record({ strip: { assembly } }, undefined, id))
      await router.push({ name: 'job-strip', params: { id: job.value.job.id }, query: { at: id } })
  }

  /** What the large button says and does, worst of what is left first; nothing where a guide leads on. */
  const next = computed(() => {
    const { step, begun, guide } = piece()
    if (!step || begun || guide) return undefined
    const [oil, look, comesOff] = [of('oil'), of('look'), of('apart')]
    if (look[0]) {
      const at = look[0].id
      return {
        says: look.length > 1 ? `Look at them · ${look.length}` : 'Look at it',
        does: () => router.push({ name: 'job-inspect', params: { id: job.value.job.id }, query: { at } }),
      }
    }
    if (comesOff[0]) return { says: `Take it apart`, does: () => apart(comesOff[0]!.id) }
    if (oil.length)
      return {
        says: oil.length > 1 ? `All of it oiled · ${oil.length}` : 'Oiled',
        does: () => oiled(oil.map((o) => o.id)),
      }
    return { says: step.alone ? `Done: ${step.alone.name.toLowerCase()}` : 'Done', does: done }
  })
  return { next, done, leaveOut, oiled, apart }
}
