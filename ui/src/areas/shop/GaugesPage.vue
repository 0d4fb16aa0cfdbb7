<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref } from 'vue'

import { ask, client, newId, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

import GaugeRow from './GaugeRow.vue'

/** The register of pressure gauges: how far each is off, and when it is to be checked again. */
const { hands } = useSession()
const {
  data: gauges,
  error,
  isPending,
} = useQuery({ queryKey: ['gauges'], queryFn: () => ask(client.GET('/api/gauges')) })
const fresh = ref<Schemas['PressureGauge']>()
const blank = (): Schemas['PressureGauge'] => ({
  id: newId(),
  name: '',
  most_bar: 0,
  class_pct: 0,
  months: 6,
  retired: false,
  version: 0,
})
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex flex-wrap items-center gap-3 border-b border-ink px-5 py-3">
      <h1>Pressure gauges</h1>
      <p class="text-soft">
        A gauge may be off by its class of the whole scale: little at the top, much for a wide tyre.
      </p>
      <button v-if="hands && !fresh" type="button" class="button ml-auto" @click="fresh = blank()">
        Add a gauge
      </button>
    </div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <div class="px-5 py-1">
      <p v-if="gauges && !gauges.length && !fresh" class="py-3 text-soft">
        None yet. Pressures can be read without one; with one that was held against another, what it shows is
        put right.
      </p>
      <ul>
        <GaugeRow v-if="fresh" :key="fresh.id" :gauge="fresh" :hands="hands" @done="fresh = undefined" />
        <GaugeRow v-for="g in gauges ?? []" :key="g.id" :gauge="g" :hands="hands" />
      </ul>
    </div>
  </main>
</template>
