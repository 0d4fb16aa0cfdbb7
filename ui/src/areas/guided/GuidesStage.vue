<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useSession } from '@/api/session'
import { useOpenJob, usePart, useTarget } from '@/areas/job/open'
import type { Schemas } from '@/api/client'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import { figure } from '@/parts/words'

import StartRun from './StartRun.vue'

/** Guided work on all but the brakes: where it is on the bike, what is asked for first. */
type Offer = Schemas['Offer']
const { job, closed } = useOpenJob()
const walk = usePart('walk')
const told = usePart('guides')
const { hands } = useSession()
const { target, open } = useTarget()
const locked = computed(() => closed.value || !hands.value)
const offer = computed(() => told.value.offers.find((o) => o.id === target()))
const points = computed(() =>
  walk.value.points
    .filter((p) => told.value.offers.some((o) => o.point === p.id))
    .map((p) => ({
      id: p.id,
      name: p.name,
      mark: p.reading?.judgement?.mark ?? p.history.at(-1)?.mark ?? ('open' as const),
    })),
)
const place = ref('')
const route = useRoute()
/** A bench sends for its own work alone. */
const bench = computed(() => String(route.query.bench ?? ''))
const ends = ['front', 'rear'] as const
const end = ref(ends.find((e) => e === route.query.end) ?? 'front')
const benches = [
  ['', 'Everything on this bike'],
  ['wheels', 'Wheels'],
  ['air', 'Tyres and suspension'],
] as const
const ofEnd = (o: Offer) => !o.end || Boolean(place.value) || o.end === end.value
/** What is asked for is shown whichever end it is at. */
const groups = computed(() =>
  benches
    .map(([id, name]) => ({
      id,
      name,
      offers: told.value.offers.filter(
        (o) =>
          (o.bench ?? '') === id &&
          (place.value ? o.point === place.value : ofEnd(o) || Boolean(o.wanted)) &&
          (!bench.value || bench.value === id),
      ),
    }))
    .filter((g) => g.offers.length),
)
const router = useRouter()
const begun = (id: string) => job.value.runs.find((r) => r.procedure === id && !r.finished)
/** What is begun goes on where it stands. */
function choose(id: string) {
  const run = begun(id)
  void (run ? router.push({ name: 'job-run', query: { at: run.id } }) : open(id))
}
</script>

<template>
  <StartRun v-if="offer" :key="offer.id" :offer="offer" :locked="locked" @leave="open('')" />
  <div v-else class="px-5 py-4">
    <div class="mb-2 flex flex-wrap items-center gap-3">
      <RouterLink :to="{ name: 'job-work' }" class="button button-quiet -ml-2">← Work</RouterLink>
      <h2>Step by step</h2>
    </div>
    <p v-if="!told.offers.length" class="text-soft">
      There is no guided work for this bike but that on its brakes.
    </p>
    <div v-else class="grid items-start gap-5 lg:grid-cols-2">
      <BikeDrawing
        :facts="job.bike.facts"
        :points="points"
        :chosen="place"
        :way="false"
        class="h-80 border border-rule bg-paper lg:h-96"
        title="The bike: press a place for the work on it"
        @choose="place = $event === place ? '' : $event"
      />
      <div>
        <p v-if="place" class="flex items-center border-b border-ink pb-1 font-bold">
          {{ points.find((p) => p.id === place)?.name }}
          <button type="button" class="button button-quiet ml-auto min-h-9!" @click="place = ''">
            Show all
          </button>
        </p>
        <section v-for="g in groups" :key="g.id" class="mb-4" :aria-labelledby="`guided-${g.id}`">
          <h3 :id="`guided-${g.id}`" class="flex min-h-11 items-center border-b border-ink pb-1">
            {{ g.name }}
            <span
              v-if="g.id && !place"
              class="ml-auto flex"
              role="group"
              :aria-label="`${g.name}: which end`"
            >
              <button
                v-for="e in ends"
                :key="e"
                type="button"
                class="min-h-11 border-b-2 px-2.5 text-note"
                :class="e === end ? 'border-petrol text-petrol' : 'border-transparent text-soft'"
                :aria-pressed="e === end"
                @click="end = e"
              >
                {{ e }}
              </button>
            </span>
          </h3>
          <ul>
            <li v-for="o in g.offers" :key="o.id" class="border-b border-rule">
              <button
                type="button"
                class="flex min-h-14 w-full items-center gap-3 px-1 py-2 text-left hover:bg-wash disabled:opacity-60"
                :class="o.wanted && 'shadow-[inset_4px_0_var(--color-petrol)] pl-3!'"
                :disabled="locked"
                @click="choose(o.id)"
              >
                <span class="min-w-0 flex-1 leading-tight"
                  ><b class="block">{{ o.name }}</b
                  ><span class="text-note text-soft">{{ o.about }}</span
                  ><b v-if="begun(o.id)" class="block text-note text-petrol">begun, not finished</b
                  ><b v-else-if="o.wanted" class="block text-note text-petrol">{{ o.wanted }}</b></span
                >
                <span class="figure shrink-0 text-note text-soft">{{ figure(o.here || o.minutes) }} min</span>
              </button>
            </li>
          </ul>
        </section>
        <p class="mt-2 text-note text-soft">
          Work on a brake begins beside
          <RouterLink class="text-petrol underline" :to="{ name: 'job-brakes' }">the brakes</RouterLink>; what
          comes apart, at
          <RouterLink class="text-petrol underline" :to="{ name: 'job-strip' }"
            >the strip-down bench</RouterLink
          >.
        </p>
      </div>
    </div>
  </div>
</template>
