<script setup lang="ts">
import { computed, watch } from 'vue'

import { useSession } from '@/api/session'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import { figure } from '@/parts/words'

import { useDesk, useTarget } from './desk'
import PointBench from './PointBench.vue'

/** The walk-round: the bike as a map, one point open at the bench, the route as a list. */
const { job, closed } = useDesk()
const { target, open } = useTarget()
const { hands } = useSession()

const markOf = (p: (typeof job.value.points)[number]) => p.reading?.judgement?.mark ?? 'open'
const points = computed(() => job.value.points.map((p) => ({ id: p.id, name: p.name, mark: markOf(p) })))
const todo = computed(() => job.value.points.filter((p) => p.required && !p.reading))
const read = computed(() => job.value.points.filter((p) => p.reading).length)
const chosen = computed(() => {
  const at = target()
  return (
    job.value.points.find((p) => p.id === at) ??
    job.value.points.find((p) => p.id === job.value.findings.find((f) => f.id === at)?.point) ??
    todo.value[0] ??
    job.value.points[0]
  )
})
const index = computed(() => job.value.points.findIndex((p) => p.id === chosen.value?.id))

/** The next point of the route that is still to be looked at, from the one that is open. */
function onward(skip = false) {
  const all = job.value.points
  for (let i = 1; i <= all.length; i++) {
    const p = all[(index.value + i) % all.length]
    if (p && !p.reading && p.required && p.id !== chosen.value?.id) return void open(p.id)
  }
  const after = all[index.value + 1]
  if (skip && after) void open(after.id)
}
const back = () => {
  const before = job.value.points[index.value - 1]
  if (before) void open(before.id)
}
const says = (p: (typeof job.value.points)[number]) =>
  p.reading?.passed_over
    ? 'passed over'
    : p.reading?.value !== undefined
      ? `${figure(p.reading.value)} ${p.gauge?.unit ?? ''}`
      : (p.reading?.word ?? '')

watch(
  () => chosen.value?.id,
  (id) => document.getElementById(`route-${id}`)?.scrollIntoView({ block: 'nearest' }),
)
</script>

<template>
  <div class="grid h-full min-h-0 lg:grid-cols-[minmax(0,1fr)_270px]">
    <div class="flex min-h-0 min-w-0 flex-col">
      <BikeDrawing
        class="h-[330px] shrink-0 lg:h-auto lg:flex-1"
        :facts="job.bike.facts"
        :points="points"
        :chosen="chosen?.id"
        :title="`${job.title}: points of the walk-round`"
        @choose="open"
      />
      <PointBench
        v-if="chosen"
        :key="chosen.id"
        class="shrink-0"
        :point="chosen"
        :locked="closed || !hands"
        @onward="onward"
        @back="back"
      />
    </div>
    <nav class="flex min-h-0 flex-col border-rule lg:border-l" aria-label="Route, rear to front">
      <div class="flex shrink-0 items-center justify-between gap-2 pr-2 pl-4">
        <h2 class="py-2 leading-tight">Rear to front<br />{{ read }} of {{ points.length }}</h2>
        <RouterLink :to="{ name: 'job-hunt' }" class="button button-quiet shrink-0">
          Find a fault<template v-if="job.hunts.length"> · {{ job.hunts.length }}</template>
        </RouterLink>
      </div>
      <ol class="min-h-0 lg:overflow-y-auto">
        <li v-for="p in job.points" :id="`route-${p.id}`" :key="p.id">
          <button
            type="button"
            class="grid min-h-11 w-full grid-cols-[24px_minmax(0,1fr)_auto] items-center gap-2 border-b border-rule px-4 py-1 text-left text-[15px] hover:bg-wash"
            :class="p.id === chosen?.id && 'bg-wash font-[680] shadow-[inset_4px_0_var(--color-petrol)]'"
            :aria-current="p.id === chosen?.id ? 'step' : undefined"
            @click="open(p.id)"
          >
            <ConditionMark :mark="markOf(p)" :size="18" />
            <span class="leading-tight"
              >{{ p.name
              }}<span v-if="!p.required && !p.reading" class="block text-[13px] font-normal text-soft"
                >beyond this depth</span
              ></span
            >
            <span class="max-w-28 truncate text-right text-[14px] text-soft" :class="p.gauge && 'figure'">{{
              says(p)
            }}</span>
          </button>
        </li>
      </ol>
    </nav>
  </div>
</template>
