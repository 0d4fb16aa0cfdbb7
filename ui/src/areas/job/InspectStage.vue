<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, watch } from 'vue'

import { useBook } from '@/api/job'
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
const { data: book } = useBook()
// How this tablet's mechanic walks round stays with the tablet.
const way = useLocalStorage('utensil-route', 'rear-to-front')
const route = computed(() => book.value?.routes.find((r) => r.id === way.value) ?? book.value?.routes[0])
/** The bike's points in the order of the route; those it leaves out come last. */
const walk = computed(() => {
  const order = route.value?.points ?? []
  const place = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length)
  return job.value.points
    .map((p, i) => ({ p, i }))
    .sort((a, b) => place(a.p.id) - place(b.p.id) || a.i - b.i)
    .map(({ p }) => p)
})
const points = computed(() => walk.value.map((p) => ({ id: p.id, name: p.name, mark: markOf(p) })))
const todo = computed(() => walk.value.filter((p) => p.required && !p.reading))
const read = computed(() => job.value.points.filter((p) => p.reading).length)
const chosen = computed(() => {
  const at = target()
  return (
    job.value.points.find((p) => p.id === at) ??
    job.value.points.find((p) => p.id === job.value.findings.find((f) => f.id === at)?.point) ??
    todo.value[0] ??
    walk.value[0]
  )
})
const elsewhere = computed(() => [
  {
    to: 'job-hunt',
    name: job.value.hunts.length ? `Find a fault · ${job.value.hunts.length}` : 'Find a fault',
  },
  { to: 'job-brakes', name: 'Brakes' },
  { to: 'job-air', name: 'Air' },
])
const index = computed(() => walk.value.findIndex((p) => p.id === chosen.value?.id))

/** The next point of the route that is still to be looked at, from the one that is open. */
function onward(skip = false) {
  const all = walk.value
  for (let i = 1; i <= all.length; i++) {
    const p = all[(index.value + i) % all.length]
    if (p && !p.reading && p.required && p.id !== chosen.value?.id) return void open(p.id)
  }
  const after = all[index.value + 1]
  if (skip && after) void open(after.id)
}
const back = () => {
  const before = walk.value[index.value - 1]
  if (before) void open(before.id)
}
const says = (p: (typeof job.value.points)[number]) =>
  p.reading?.passed_over
    ? 'passed over'
    : p.reading?.value !== undefined
      ? `${(p.reading.values ?? [p.reading.value]).map(figure).join('/')} ${p.gauge?.unit ?? ''}`
      : (p.reading?.word ?? '')

watch(
  () => chosen.value?.id,
  (id) => document.getElementById(`route-${id}`)?.scrollIntoView({ block: 'nearest' }),
)
</script>

<template>
  <div class="grid h-full min-h-0 lg:grid-cols-[minmax(0,1fr)_220px] xl:grid-cols-[minmax(0,1fr)_270px]">
    <div class="flex min-h-0 min-w-0 flex-col lg:overflow-y-auto">
      <BikeDrawing
        class="h-[250px] shrink-0 sm:h-[330px] lg:h-auto lg:min-h-[210px] lg:flex-1"
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
    <nav
      class="flex min-h-0 flex-col border-rule lg:border-l"
      :aria-label="`Route, ${route?.name.toLowerCase() ?? ''}`"
    >
      <div class="shrink-0 border-b border-rule">
        <p class="flex border-b border-rule">
          <RouterLink
            v-for="l in elsewhere"
            :key="l.to"
            :to="{ name: l.to }"
            class="flex min-h-11 flex-auto items-center justify-center border-l border-rule px-1 text-[15px] font-[640] text-petrol first:border-l-0 hover:bg-wash"
          >
            {{ l.name }}
          </RouterLink>
        </p>
        <h2 class="flex items-center justify-between gap-2 pr-4 pl-3">
          <select v-model="way" class="min-h-11 min-w-0 truncate" aria-label="Route" :title="route?.about">
            <option v-for="r in book?.routes ?? []" :key="r.id" :value="r.id">{{ r.name }}</option>
          </select>
          <span class="shrink-0">{{ read }} of {{ points.length }}</span>
        </h2>
      </div>
      <ol class="min-h-0 lg:overflow-y-auto">
        <li v-for="p in walk" :id="`route-${p.id}`" :key="p.id">
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
