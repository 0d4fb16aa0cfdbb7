<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import { polar } from '@/drawing/plane'

/** The hanger gauge: its arm turned round the clock, mm from its tip to the rim at each place. */
const props = defineProps<{ bench: Schemas['GearBench']; free: boolean }>()
const { pen } = useOpenJob()
const hours = ['12', '3', '6', '9'] as const
const readings = reactive<Record<string, string>>({ '12': '', '3': '', '6': '', '9': '' })
const reach = ref('300')
const enough = computed(() => hours.filter((h) => readings[h]?.trim()).length >= 3)
const wrong = (h: string) => pen.fault.value?.field === `readings.${h}`
async function log() {
  if (!props.free || !enough.value) return
  await pen.record({
    gear_look: {
      indexing: props.bench.id,
      place: props.bench.place,
      what: 'gauge',
      readings: { ...readings },
      reach: reach.value,
    },
  })
}
/** Where the arm leans in most, by the clock of the picture. */
const lean = computed(() => {
  const h = props.bench.hanger
  if (!h || h.within) return undefined
  const [x, y] = polar([70, 70], 46, 90 - h.clock * 30)
  return [x, 140 - y] as const
})
const spots = {
  '12': 'col-start-2 row-start-1',
  '3': 'col-start-3 row-start-2',
  '6': 'col-start-2 row-start-3',
  '9': 'col-start-1 row-start-2',
}
const called = { '12': 'above', '3': 'ahead', '6': 'below', '9': 'behind' }
</script>

<template>
  <form
    class="mt-3 flex flex-wrap items-center gap-x-6 gap-y-3 border-t border-rule pt-3"
    aria-label="Hanger gauge"
    @submit.prevent="log"
  >
    <div class="grid grid-cols-[88px_140px_88px] grid-rows-[auto_140px_auto] place-items-center gap-1">
      <label v-for="h in hours" :key="h" class="flex flex-col text-fine text-soft" :class="spots[h]"
        >{{ called[h] }}, mm<input
          v-model="readings[h]"
          class="input figure w-20 text-ink"
          inputmode="decimal"
          :aria-invalid="wrong(h)"
      /></label>
      <svg viewBox="0 0 140 140" class="col-start-2 row-start-2 size-[140px]" aria-hidden="true">
        <circle cx="70" cy="70" r="62" fill="none" stroke="var(--color-ink)" stroke-width="5" />
        <circle cx="70" cy="70" r="55" fill="none" stroke="var(--color-rule)" stroke-width="1.4" />
        <path d="M70 70V15" stroke="var(--color-petrol)" stroke-width="3" />
        <circle cx="70" cy="70" r="7" fill="var(--color-paper)" stroke="var(--color-ink)" stroke-width="2" />
        <path d="M64 74l-10 14h32l-10 -14" fill="none" stroke="var(--color-ink)" stroke-width="1.6" />
        <template v-if="lean">
          <path
            :d="`M70 70L${lean[0]} ${lean[1]}`"
            stroke="var(--color-ochre)"
            stroke-width="3"
            stroke-dasharray="5 4"
          />
          <circle :cx="lean[0]" :cy="lean[1]" r="6" fill="var(--color-ochre)" />
        </template>
      </svg>
    </div>
    <div class="flex min-w-52 flex-1 flex-col gap-2">
      <p class="text-note text-soft">
        Seen from the drive side: the arm’s tip to the rim, turned round by the clock. Turn the wheel along
        with it, so that the same place of the rim is read.
      </p>
      <label class="flex items-center gap-2 text-note text-soft"
        >Reach of the gauge, mm<input v-model="reach" class="input figure w-24 text-ink" inputmode="decimal"
      /></label>
      <button type="submit" class="button button-go self-start" :disabled="!free || !enough">
        Log the gauge
      </button>
    </div>
  </form>
</template>
