import { useQuery } from '@tanstack/vue-query'
import { computed, reactive, watch } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client } from '@/api/client'

/** What is known of a bike's wheels before they are read, and of the shop's gauges. */
export const useKnownWheels = (id: () => string) =>
  useQuery({
    queryKey: computed(() => ['known-wheels', id()]),
    queryFn: () => ask(client.GET('/api/jobs/{id}/wheels', { params: { path: { id: id() } } })),
  })

/** Which wheel it is and how it is laced, as it is typed, and its spokes, worked out meanwhile. */
export function useLacing(end: () => 'front' | 'rear', id: () => string) {
  const { data, error } = useKnownWheels(id)
  const known = computed(() => data.value?.find((k) => k.end === end()))
  const form = reactive({
    where: 'stand' as 'stand' | 'frame',
    build: '',
    spokes: '',
    first: 'right' as 'left' | 'right',
    wire: '',
    cross: '',
    diameter: '',
    left_off: '',
    right_off: '',
    circle: '',
    most: '',
  })
  watch(
    known,
    (k) => {
      if (!k || form.build) return
      Object.assign(form, { build: k.builds[0]?.id ?? '', ...k.last })
    },
    { immediate: true },
  )
  const build = computed(() => known.value?.builds.find((b) => b.id === form.build))
  watch(
    build,
    (b, before) => {
      if (b && (!form.spokes || form.spokes === String(before?.spokes))) form.spokes = String(b.spokes)
    },
    { immediate: true }, // the hub may be known already
  )
  const measures = computed(
    () =>
      [
        ['wire', 'Spoke, middle, mm', build.value?.wire_mm],
        ['cross', 'Crossings', build.value?.left.cross],
        ['diameter', 'Rim at the nipples’ seats, mm across', undefined],
        ['circle', 'Spoke holes, mm across', build.value && 2 * build.value.left.radius_mm],
        ['left_off', 'Left flange from the middle, mm', build.value?.left.off_mm],
        ['right_off', 'Right flange from the middle, mm', build.value?.right.off_mm],
        ['most', 'Most that the rim’s maker allows, N', known.value?.aim.most_n],
      ] as const,
  )
  const typed = computed(() => {
    const { where, build: hub, first, spokes } = form
    const measured = Object.fromEntries(
      measures.value.flatMap(([name]) => (form[name].trim() ? [[name, form[name]]] : [])),
    )
    return { end: end(), where, build: hub, first, spokes, ...measured }
  })
  const { answer, fault } = useAnswer(
    () => (form.build ? typed.value : undefined),
    (body) => ask(client.POST('/api/jobs/{id}/wheels', { params: { path: { id: id() } }, body })),
  )
  return { known, error, form, measures, typed, answer, fault }
}
