<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'

import { useBook } from '@/api/job'
import { useSession } from '@/api/session'
import { useOpenJob, usePart } from '@/areas/job/open'
import { useWalk } from '@/areas/job/walk'
import WalkList from '@/areas/job/WalkList.vue'
import NextPiece from '@/areas/work/NextPiece.vue'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import ChoiceField from '@/parts/ChoiceField.vue'
import { figure } from '@/parts/words'

import PointBench from './PointBench.vue'

/** The walk-round: the bike as a map, one point open at the bench, the route as a list. */
const { job, closed } = useOpenJob()
const round = usePart('walk')
const { hands } = useSession()

const markOf = (p: (typeof round.value.points)[number]) => p.reading?.judgement?.mark ?? 'open'
const { data: book } = useBook()
// How this tablet's mechanic walks round stays with the tablet.
const way = useLocalStorage('utensil-route', 'rear-to-front')
const route = computed(() => book.value?.routes.find((r) => r.id === way.value) ?? book.value?.routes[0])
/** The bike's points in the order of the route; those it leaves out come last. */
const walk = computed(() => {
  const order = route.value?.points ?? []
  const place = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length)
  return round.value.points
    .map((p, i) => ({ p, i }))
    .sort((a, b) => place(a.p.id) - place(b.p.id) || a.i - b.i)
    .map(({ p }) => p)
})
const points = computed(() => walk.value.map((p) => ({ id: p.id, name: p.name, mark: markOf(p), at: p.at })))
const read = computed(() => round.value.points.filter((p) => p.reading).length)
const over = computed(
  () => hands.value && !closed.value && round.value.points.every((p) => !p.required || p.reading),
)
const { chosen, here, onward, back, open } = useWalk({
  things: () => walk.value,
  key: (p) => p.id,
  todo: (p) => p.required && !p.reading,
  meant: (at) => {
    const finding = job.value.findings.find((f) => f.id === at)
    return walk.value.find((p) => p.id === finding?.point)
  },
  line: 'route',
})
const elsewhere = computed(() => [
  {
    to: 'job-hunt',
    name: job.value.hunts.length ? `Find a fault · ${job.value.hunts.length}` : 'Find a fault',
  },
  { to: 'job-brakes', name: 'Brakes' },
  { to: 'job-air', name: 'Air' },
])
const says = (p: (typeof round.value.points)[number]) =>
  p.reading?.passed_over
    ? 'passed over'
    : p.reading?.value !== undefined
      ? `${(p.reading.values ?? [p.reading.value]).map(figure).join('/')} ${p.gauge?.unit ?? ''}`
      : (p.reading?.word ?? '')
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
        :over="over"
        @onward="(skip) => onward(!!skip)"
        @back="back"
      >
        <NextPiece />
      </PointBench>
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
            class="flex min-h-11 flex-auto items-center justify-center border-l border-rule px-1 text-note font-[640] text-petrol first:border-l-0 hover:bg-wash"
          >
            {{ l.name }}
          </RouterLink>
        </p>
        <h2 class="flex items-center justify-between gap-2 pr-4 pl-3">
          <ChoiceField
            v-model="way"
            bare
            class="min-w-0"
            look="border-transparent! bg-transparent!"
            label="Route"
            :title="route?.about"
            :choices="(book?.routes ?? []).map((r) => [r.id, r.name] as const)"
          />
          <span class="shrink-0">{{ read }} of {{ points.length }}</span>
        </h2>
      </div>
      <WalkList
        v-slot="{ thing: p }"
        :things="walk"
        :key-of="(p) => p.id"
        :mark-of="markOf"
        :here="here"
        line="route"
        columns="grid-cols-[24px_minmax(0,1fr)_auto]"
        @choose="open"
      >
        <span class="leading-tight"
          >{{ p.name
          }}<span v-if="!p.required && !p.reading" class="block text-fine font-normal text-soft"
            >beyond this depth</span
          ></span
        >
        <span class="max-w-28 truncate text-right text-sm text-soft" :class="p.gauge && 'figure'">{{
          says(p)
        }}</span>
      </WalkList>
    </nav>
  </div>
</template>
