<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'

import { ask, client } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import FoldBox from '@/parts/FoldBox.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { strip } from '@/parts/scale'

import HoseDrawing from './HoseDrawing.vue'

/** A simulated circuit to bleed: bubbles move by the same computation that judges hoses at the bench. */
const seed = ref(Math.floor(Math.random() * 1e9))
const route = useRoute()
const cache = useQueryClient()
const rear = ref(route.query.end !== 'front')
const acts = ref<string[]>([])
const groups = [
  {
    name: 'The bike',
    acts: [
      { act: 'level', name: 'Bike level' },
      { act: 'tilt_30', name: 'Tilt the bike 30°' },
      { act: 'tilt_70', name: 'Tilt the bike 70°' },
      { act: 'hang', name: 'Hang the caliper' },
    ],
  },
  {
    name: 'By hand',
    acts: [
      { act: 'tap', name: 'Tap, caliper to lever' },
      { act: 'flick', name: 'Flick the lever' },
      { act: 'wait', name: 'Wait an hour' },
    ],
  },
  {
    name: 'Syringe at the caliper',
    acts: [
      { act: 'push', name: 'Push 10 ml' },
      { act: 'vacuum', name: 'Pull a vacuum' },
      { act: 'seat', name: 'Seat its joint' },
    ],
  },
  {
    name: 'Syringe at the lever',
    acts: [
      { act: 'second', name: 'Put it on' },
      { act: 'draw', name: 'Draw up' },
      { act: 'press', name: 'Press down' },
    ],
  },
] as const

const frame = ref(0)
const look = useMutation({
  mutationFn: (all: string[]) =>
    ask(client.POST('/api/practice/brake', { body: { seed: seed.value, rear: rear.value, acts: all } })),
  onSuccess: (shown, all) => {
    if (shown.bled && all.length) void cache.invalidateQueries({ queryKey: ['practice'] })
    acts.value = all
    frame.value = 0
    roll.resume()
  },
})
const view = computed(() => look.data.value)
const roll = useIntervalFn(() => {
  if (frame.value < (view.value?.frames.length ?? 0)) frame.value++
  else roll.pause()
}, 90)
const bubbles = computed(() => view.value?.frames[frame.value] ?? view.value?.bubbles ?? [])

function fresh(back = rear.value) {
  rear.value = back
  seed.value = Math.floor(Math.random() * 1e9)
  look.mutate([])
}
look.mutate([])
/** The lever has a cup or a second syringe. */
const possible = (act: string) =>
  act === 'second' ? !view.value?.second : act === 'draw' || act === 'press' ? !!view.value?.second : true
const took = (act: string) => {
  const s = view.value?.takes_s[act] ?? 0
  return s >= 3600 ? '1 h' : s >= 60 ? `${(s / 60).toFixed(1)} min` : `${s} s`
}
</script>

<template>
  <main id="main" class="flex flex-1 flex-col">
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-ink px-5 py-3">
      <h1>Practice brake</h1>
      <p class="text-soft">Get the air out with little fluid and few minutes. Nothing can be broken here.</p>
      <span class="ml-auto flex gap-2">
        <button type="button" class="button" @click="fresh(false)">A front brake</button>
        <button type="button" class="button" @click="fresh(true)">A rear brake</button>
      </span>
    </div>
    <FaultNote v-if="look.error.value" class="m-5" :fault="look.error.value" />
    <div v-if="view" class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_400px]">
      <div class="flex min-h-80 flex-col px-5 py-4">
        <HoseDrawing class="h-[min(58dvh,500px)] w-full" :practice="view" :bubbles="bubbles" />
        <GaugeStrip
          class="max-w-[760px]"
          v-bind="strip(view.travel)"
          :now="Number(view.lever_mm.toFixed(1))"
          label="Lever travel on the first pull"
        />
        <p class="text-sm text-soft">Lever travel on the first pull, mm. Firm is about {{ view.firm_mm }}.</p>
      </div>
      <aside class="border-rule px-5 py-4 lg:border-l">
        <section
          v-if="view.bled"
          class="mb-4 border border-ink bg-paper p-4"
          aria-live="polite"
          aria-labelledby="bled"
        >
          <h2 id="bled">Bled</h2>
          <p class="text-3xl font-[720]">
            <span class="figure">{{ view.score }}</span> of 100
          </p>
          <p>{{ view.better }}</p>
        </section>
        <dl class="grid grid-cols-[minmax(0,1fr)_auto] gap-y-1">
          <dt class="text-soft">Air left</dt>
          <dd class="figure font-bold">{{ view.air_ml.toFixed(2) }} ml</dd>
          <dt class="text-soft">Air out</dt>
          <dd class="figure">{{ view.gone_ml.toFixed(2) }} ml</dd>
          <template v-if="view.entered_ml">
            <dt class="text-soft">Air let in on the way</dt>
            <dd class="figure">{{ view.entered_ml.toFixed(2) }} ml</dd>
          </template>
          <dt class="text-soft">Fluid poured</dt>
          <dd class="figure">{{ view.fluid_ml }} ml</dd>
          <dt class="text-soft">Minutes</dt>
          <dd class="figure">{{ (view.seconds / 60).toFixed(1) }}</dd>
          <dt class="text-soft">Score so far</dt>
          <dd class="figure">{{ view.score }}</dd>
        </dl>
        <div v-for="g in groups" :key="g.name" role="group" :aria-label="g.name" class="mt-3">
          <p class="mb-1 text-sm text-soft">{{ g.name }}</p>
          <div class="grid gap-2" :class="g.acts.length > 3 ? 'grid-cols-2' : 'grid-cols-3'">
            <button
              v-for="n in g.acts"
              :key="n.act"
              type="button"
              class="button min-h-14 flex-col! gap-0! px-1.5! leading-tight"
              :disabled="look.isPending.value || view.bled || !possible(n.act)"
              @click="look.mutate([...acts, n.act])"
            >
              {{ n.name }}<span class="figure text-fine font-normal text-soft">{{ took(n.act) }}</span>
            </button>
          </div>
        </div>
        <FoldBox v-if="!view.bled" class="mt-4">
          <template #row>What would a good mechanic do now?</template>
          <p class="border-l-4 border-petrol pl-3">{{ view.better }}</p>
        </FoldBox>
      </aside>
    </div>
  </main>
</template>
