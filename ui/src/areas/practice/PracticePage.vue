<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { ask, client, type Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { useTimes } from '@/parts/time'

import PracticeRecord from './PracticeRecord.vue'

/** What can be practised, by the part of the bike, with what was done before. */
const { data: parts, error } = useQuery({
  queryKey: ['practice', 'parts'],
  queryFn: () => ask(client.GET('/api/practice')),
})
const { data: book } = useBook()
const { date } = useTimes()
const router = useRouter()
/** A bike that has most of what is practised at. */
const facts = computed(() => book.value?.kinds.find((k) => k.id === 'trail')?.facts)
const points = computed(() => (parts.value ?? []).map((p) => ({ id: p.at, name: p.name, mark: p.mark })))
const place = ref('')
const part = computed(() => parts.value?.find((p) => p.at === place.value))
const tried = (list: Schemas['Exercise'][]) => list.filter((e) => e.times).length
function begin(e: Schemas['Exercise']) {
  if (e.kind === 'hunt') void router.push({ name: 'practice-hunt', query: { fault: e.id } })
  else if (e.kind === 'brake') void router.push({ name: 'practice-brake', query: { end: e.id } })
  else
    void router.push({
      name: e.kind === 'wheel' ? 'practice-wheel' : 'practice-gears',
      query: { level: e.id },
    })
}
</script>

<template>
  <main id="main" class="flex flex-1 flex-col">
    <div class="flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b border-ink px-5 py-3">
      <h1>Practice</h1>
      <p class="text-soft">Bikes with a hidden fault. Nothing can be broken here.</p>
    </div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="!parts && !error" class="m-5" />
    <div v-if="parts" class="grid items-start gap-5 px-5 py-4 lg:grid-cols-2">
      <div class="lg:sticky lg:top-4">
        <BikeDrawing
          v-if="facts"
          :facts="facts"
          :points="points"
          :chosen="place"
          :way="false"
          class="h-80 border border-rule bg-paper lg:h-[440px]"
          title="The bike: press a part for what can be practised at it"
          @choose="place = $event === place ? '' : $event"
        />
        <p class="mt-1 text-sm text-soft">Dashed: not tried yet. Half: tried. Ring: all of it done well.</p>
      </div>
      <section v-if="part" aria-labelledby="part">
        <h2 id="part" class="flex items-center border-b border-ink pb-1">
          {{ part.name }}
          <button type="button" class="button button-quiet ml-auto min-h-9!" @click="place = ''">
            The whole bike
          </button>
        </h2>
        <ul>
          <li v-for="e in part.exercises" :key="e.kind + e.id" class="border-b border-rule">
            <button
              type="button"
              class="flex min-h-14 w-full items-center gap-3 px-1 py-1.5 text-left hover:bg-wash"
              @click="begin(e)"
            >
              <ConditionMark :mark="e.mark" />
              <span class="min-w-0 flex-1 leading-tight"
                ><b>{{ e.name }}</b
                ><span v-if="e.about" class="block text-note text-soft">{{ e.about }}</span></span
              >
              <span v-if="e.times" class="shrink-0 text-right text-note leading-tight text-soft"
                ><span class="figure text-ink">{{ e.best }}</span> at best<span class="block text-sm"
                  >{{ e.times }} × · {{ e.last && date(e.last) }}</span
                ></span
              >
            </button>
          </li>
        </ul>
      </section>
      <section v-else aria-labelledby="whole">
        <h2 id="whole" class="border-b border-ink pb-1">What can be practised, by the part of the bike</h2>
        <ul>
          <li v-for="p in parts" :key="p.at" class="border-b border-rule">
            <button
              type="button"
              class="flex min-h-12 w-full items-center gap-3 px-1 py-1.5 text-left hover:bg-wash"
              @click="place = p.at"
            >
              <ConditionMark :mark="p.mark" />
              <b class="min-w-0 flex-1">{{ p.name }}</b>
              <span class="text-note text-soft"
                ><span class="figure text-ink">{{ tried(p.exercises) }}</span> of
                <span class="figure">{{ p.exercises.length }}</span> done</span
              >
            </button>
          </li>
        </ul>
      </section>
    </div>
    <PracticeRecord class="px-5 pb-6" />
  </main>
</template>
