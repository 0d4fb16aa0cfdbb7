import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { newId } from '@/api/client'
import { useHandsAt } from '@/areas/job/hands'
import { useOpenJob } from '@/areas/job/open'

import type { Piece } from './thread'

export type Serve = ReturnType<typeof useServe>

/** useServe is a part of the service that was sold: what its large button does now, and how it is left out. */
export function useServe(piece: () => Piece) {
  const { job, pen } = useOpenJob()
  const { takeUp } = useHandsAt()
  const router = useRouter()
  const of = (is: NonNullable<Piece['step']>['left'][number]['is']) =>
    piece().step?.left.filter((n) => n.is === is) ?? []

  /** Several lines are being written down with one press: until the last of them is, nothing more is pressed. */
  const writing = ref(false)
  async function together(lines: Promise<unknown>[]) {
    writing.value = true
    await Promise.allSettled(lines)
    writing.value = false
  }

  /** What is written down with a tick, where the service asks for it. */
  const note = ref('')
  watch(
    () => piece().id,
    () => (note.value = ''),
  )

  /** What is oiled says so place by place, however many are pressed at once. */
  const oiled = (ids: string[]) => together(ids.map((what) => pen.record({ oiled: { what } })))

  /** done says that a part is done; what it leaves to itself goes on from now. */
  async function done() {
    const { step } = piece()
    if (!step) return
    if (!(await pen.record({ served: { part: step.part ?? '', note: note.value.trim() || undefined } })))
      return
    if (step.alone) await pen.record({ alone: { what: step.alone.id, minutes: step.alone.minutes } })
  }
  const leaveOut = (why: string) =>
    pen.record({ served: { part: piece().step?.part ?? '', left_out: true, why } })

  /** What opens a bench takes the piece up. */
  function go(name: string, at: string) {
    void takeUp(piece().id)
    return router.push({ name, params: { id: job.value.job.id }, query: { at } })
  }
  async function apart(assembly: string) {
    const id = newId()
    if (await pen.record({ strip: { assembly } }, undefined, id)) await go('job-strip', id)
  }

  /** What reads as it should be to eye and hand: a reading for each point, a log for each joint. */
  const plain = computed(
    () => piece().step?.left.filter((n) => n.is === 'feel' || (n.is === 'look' && n.word)) ?? [],
  )
  /** What the button for all of it says; without one there is no key for it either. */
  const says = computed(() => {
    const n = plain.value.length
    if (!n) return ''
    if (!piece().step?.part) return n > 1 ? `None of them turns · ${n}` : 'It does not turn'
    return n > 1 ? `All as it should be · ${n}` : 'As it should be'
  })
  const asItShouldBe = () =>
    together(
      plain.value.map((n) => {
        const [fastener = '', position] = n.id.split('/')
        return pen.record(
          n.is === 'feel'
            ? { torque: { fastener, position, found: 'not_checked', felt: true } }
            : { reading: { point: n.id, word: n.word ?? '' } },
        )
      }),
    )

  /** What the large button says and does, worst of what is left first; nothing where a guide leads on. */
  const next = computed(() => {
    const { step, begun, guide } = piece()
    if (!step || begun || guide) return undefined
    const [oil, look, [off], [feel]] = [of('oil'), of('look'), of('apart'), of('feel')]
    if (feel) return { says: 'One after another', does: () => go('job-verify', feel.id) }
    if (look[0]) {
      // What is measured first: the rest is one press.
      const at = (look.find((n) => !n.word) ?? look[0]).id
      return {
        says: look.length > 1 ? 'One after another' : `${look[0].word ? 'Look at' : 'Measure'} it`,
        does: () => go('job-inspect', at),
      }
    }
    if (off?.of) return { says: 'See which it is', does: () => go('job-strip', off.of ?? '') }
    if (off) return { says: 'Take it apart', does: () => apart(off.id) }
    if (oil.length)
      return {
        says: oil.length > 1 ? `All of it oiled · ${oil.length}` : 'Oiled',
        does: () => oiled(oil.map((o) => o.id)),
      }
    return { says: step.alone ? `Done: ${step.alone.name.toLowerCase()}` : 'Done', does: done }
  })
  return { writing, note, next, done, leaveOut, oiled, apart, says, asItShouldBe }
}
