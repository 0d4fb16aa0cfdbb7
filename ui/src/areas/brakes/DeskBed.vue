<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'

import { useFigures } from './desk'
import DeskFields from './DeskFields.vue'
import KeepRiding from './KeepRiding.vue'
import { useRiding } from './riding'

const props = defineProps<{ side: Schemas['BrakeSide'] }>()
const rotor = props.side.end === 'front' ? 'front_rotor_mm' : 'rear_rotor_mm'
const { typed, riding, changed, known } = useRiding('road', ['mass_kg', rotor, 'level_m'])
const { typed: day, figures } = useFigures({ air: '15', share: '100' })
const { answer, fault } = useAnswer(
  () => riding.value && figures.value && { rides: riding.value, ...figures.value },
  ({ rides, air, share }) =>
    ask(
      client.POST('/api/brake/bed', {
        body: {
          rider: { mass_kg: rides.mass_kg },
          rotor: { diameter_mm: rides[rotor], mass_g: 0 },
          level_m: rides.level_m,
          air_c: air,
          share: share / 100,
        },
      }),
    ),
)

// The riding timer counts the stops out, so that eyes stay on the road.
const timed = ref<string>()
const stop = ref(0)
const seconds = ref(0)
const scheme = computed(() => answer.value?.find((s) => s.id === timed.value))
const calls = computed(() =>
  (scheme.value?.stages ?? []).flatMap((s) => Array.from({ length: s.stops }, () => s)),
)
const apart = 15 // seconds from one stop to the next, with speeding up again
const { pause, resume } = useIntervalFn(
  () => {
    seconds.value++
    if (seconds.value % apart === 0 && ++stop.value >= calls.value.length) pause()
  },
  1000,
  { immediate: false },
)
function ride(id: string) {
  timed.value = id
  stop.value = seconds.value = 0
  resume()
}
function end() {
  pause()
  timed.value = undefined
}
</script>

<template>
  <DeskFields
    v-model="typed"
    :fields="[
      { key: 'mass_kg', label: 'Rider, bike, load, kg' },
      { key: rotor, label: 'Rotor, mm' },
      { key: 'road', label: 'A quiet, level road', words: true },
      { key: 'level_m', label: 'Level for, m', unknown: true },
    ]"
  />
  <KeepRiding :riding="riding" :changed="changed" :known="known" />
  <DeskFields
    v-model="day"
    class="mt-4 border-t border-rule pt-3"
    :fields="[
      { key: 'air', label: 'Air, °C' },
      { key: 'share', label: 'This brake’s share, %' },
    ]"
  />
  <FaultNote v-if="fault" class="mt-3" :fault="fault" />
  <div v-if="scheme" class="mt-4 border border-ink bg-paper p-4" role="timer" aria-label="Riding timer">
    <p class="text-soft">{{ scheme.name }}. Heat, never lock, never quite stop. Mind the road first.</p>
    <template v-if="calls[stop]">
      <p class="text-5xl font-[640]">
        Stop {{ stop + 1 }} of {{ calls.length }}:
        <span class="figure">{{ calls[stop]?.from_kmh }} → {{ calls[stop]?.to_kmh }} km/h</span>
      </p>
      <p class="figure text-2xl">brake in {{ apart - (seconds % apart) }} s</p>
    </template>
    <p v-else class="text-4xl font-[640]">Done. Ride on without braking and let it cool.</p>
    <button type="button" class="button mt-2" @click="end">End the ride</button>
  </div>
  <div v-if="answer" class="mt-4 grid gap-4 md:grid-cols-3">
    <section v-for="s in answer" :key="s.id" class="border border-rule bg-paper p-3" :aria-label="s.name">
      <h3 class="font-[680]">{{ s.name }}</h3>
      <p class="text-sm text-soft">{{ s.about }}</p>
      <dl class="mt-2 grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 gap-y-0.5">
        <dt class="text-soft">Stops</dt>
        <dd class="figure text-right">{{ s.plan.stops }}</dd>
        <dt class="text-soft">Hardest</dt>
        <dd class="figure text-right">
          {{ Math.round(s.plan.per_stop_j) }} J, +{{ Math.round(s.plan.warmer_k) }} K
        </dd>
        <dt class="text-soft">In all</dt>
        <dd class="figure text-right">{{ (s.plan.energy_j / 1000).toFixed(1) }} kJ</dd>
        <dt class="text-soft">Hottest</dt>
        <dd class="figure text-right">{{ Math.round(s.plan.hottest_c) }} °C</dd>
        <dt class="text-soft">Road</dt>
        <dd class="figure text-right">{{ Math.round(s.plan.distance_m) }} m</dd>
        <dt class="text-soft">Time</dt>
        <dd class="figure text-right">{{ s.plan.minutes.toFixed(0) }} min</dd>
      </dl>
      <p v-if="s.road" class="mt-2 border-t border-rule pt-2">{{ s.road }}</p>
      <button type="button" class="button mt-2 w-full" @click="ride(s.id)">Ride it with the timer</button>
    </section>
  </div>
  <p class="mt-2 text-sm text-soft">
    A lumped model of the rotor: an estimate for comparing, no measurement.
  </p>
</template>
