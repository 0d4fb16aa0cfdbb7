<script setup lang="ts">
import { computed } from 'vue'

import { useSession } from '@/api/session'
import { useOpenJob, usePart, useTarget } from '@/areas/job/open'

import AirMap from './AirMap.vue'
import LegBench from './LegBench.vue'
import { bar } from './strip'
import TyreBench from './TyreBench.vue'

/** The air in tyres and legs: what it was left at, what is found, what is advised, what was liked. */
const { closed } = useOpenJob()
const told = usePart('air')
const { hands } = useSession()
const { target, open } = useTarget()
const locked = computed(() => closed.value || !hands.value)
const places = computed(() =>
  told.value.pressures.map((air) => ({
    air,
    tyre: told.value.bench.tyres.find((t) => t.place === air.place),
    leg: told.value.bench.legs.find((l) => l.place === air.place),
  })),
)
const here = computed(() => places.value.find((p) => p.air.place === target()))
</script>

<template>
  <div class="flex h-full min-h-0 flex-col">
    <nav class="flex shrink-0 items-center gap-1 overflow-x-auto border-b border-rule px-3" aria-label="Air">
      <RouterLink :to="{ name: 'job-inspect' }" class="button button-quiet shrink-0">← Walk-round</RouterLink>
      <button
        type="button"
        class="min-h-11 shrink-0 border-b-2 px-2.5 whitespace-nowrap"
        :class="here ? 'border-transparent hover:bg-wash' : 'border-petrol font-[720] text-petrol'"
        :aria-current="here ? undefined : 'true'"
        @click="open('')"
      >
        The bike
      </button>
      <button
        v-for="p in places"
        :key="p.air.place"
        type="button"
        class="min-h-11 shrink-0 border-b-2 px-2.5 whitespace-nowrap"
        :class="p === here ? 'border-petrol font-[720] text-petrol' : 'border-transparent hover:bg-wash'"
        :aria-current="p === here ? 'true' : undefined"
        @click="open(p.air.place)"
      >
        {{ p.air.name
        }}<span v-if="p.air.readings.length" class="figure ml-1.5 font-normal text-soft">
          {{ bar(p.air.readings.at(-1)?.bar ?? 0) }}</span
        >
      </button>
      <RouterLink
        :to="{
          name: 'job-guides',
          query: { bench: 'air', end: here?.air.place === 'rear_tyre' ? 'rear' : 'front' },
        }"
        class="button button-quiet ml-auto shrink-0"
        >Step by step</RouterLink
      >
    </nav>
    <div class="min-h-0 flex-1 lg:overflow-hidden">
      <AirMap v-if="!here" @open="open" />
      <TyreBench
        v-else-if="here.tyre"
        :key="here.air.place"
        :bench="here.tyre"
        :air="here.air"
        :locked="locked"
      />
      <LegBench
        v-else-if="here.leg"
        :key="here.air.place"
        :bench="here.leg"
        :air="here.air"
        :locked="locked"
      />
    </div>
  </div>
</template>
