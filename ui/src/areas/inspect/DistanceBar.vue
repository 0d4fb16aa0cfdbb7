<script setup lang="ts">
import { computed, ref } from 'vue'

import { given } from '@/api/given'

import { useOpenJob, usePart } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** How far the bike has gone: what its parts' wear is reckoned against. */
const { pen, closed } = useOpenJob()
const walk = usePart('walk')
const { date } = useTimes()
const typed = ref('')
const taken = ref('')
/** Only what is wrong here; the rest of the page shows its own. */
const wrong = computed(() =>
  ['typed', 'ride', 'km'].includes(pen.fault.value?.field ?? '') ? pen.fault.value : undefined,
)
const known = computed(() => {
  const d = walk.value.distance
  const parts = []
  if (d.odometer_km !== undefined) parts.push(`${figure(d.odometer_km)} km on ${date(d.at)}`)
  if (d.rides) parts.push(`${d.rides} ${d.rides === 1 ? 'ride' : 'rides'} taken in`)
  if (d.week_km) parts.push(`about ${figure(d.week_km)} km a week`)
  return parts.join(' · ') || 'Nothing known: wear is reckoned in days.'
})

async function log() {
  await given([typed], ([figure = '']) => pen.record({ odometer: { typed: figure } }))
}
async function take(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (!file) return
  const before = walk.value.distance.rides
  const view = await pen.takeRide(file)
  if (view) taken.value = (view.parts.walk?.distance.rides ?? 0) > before ? `${file.name} is taken in.` : ''
  field.value = ''
}
</script>

<template>
  <section aria-labelledby="distance">
    <h2 id="distance" class="mb-1 border-b border-ink pb-1">Distance</h2>
    <p class="py-1 text-soft">{{ known }}</p>
    <FaultNote v-if="wrong" class="mb-2" :fault="wrong" @take="(v) => (typed = String(v))" />
    <form v-if="!closed" class="flex flex-wrap items-end gap-2" @submit.prevent="log">
      <label class="text-sm text-soft"
        >Odometer, km<input
          v-model="typed"
          class="input figure max-w-40 text-base text-ink"
          inputmode="decimal"
      /></label>
      <button type="submit" class="button" :disabled="!typed.trim()">Log it</button>
      <label class="button"
        >Take in a ride file<input type="file" class="sr-only" accept=".gpx,.fit" @change="take"
      /></label>
      <span role="status" class="text-soft">{{ taken }}</span>
    </form>
  </section>
</template>
