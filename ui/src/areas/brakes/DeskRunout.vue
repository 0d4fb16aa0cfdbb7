<script setup lang="ts">
import { computed, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import CentreLine from '@/drawing/CentreLine.vue'
import FaultNote from '@/parts/FaultNote.vue'

defineProps<{ side: Schemas['BrakeSide'] }>()
const typed = ref('0 0.10 0.25 0.30 0.20 0.05 -0.05 -0.05')
const { answer, fault } = useAnswer(
  () => typed.value,
  (text) => ask(client.POST('/api/brake/runout', { body: { typed: text } })),
)
const dial = computed(() =>
  typed.value
    .split(/[\s/;]+/)
    .map((t) => Number(t.replace(',', '.').replace('−', '-')))
    .filter(Number.isFinite),
)
const spots = computed(() =>
  dial.value.map((v, i) => {
    const angle = (i / dial.value.length) * 2 * Math.PI - Math.PI / 2
    const r = 70 + Math.max(-25, Math.min(25, v * 60))
    return { x: 110 + r * Math.cos(angle), y: 110 + r * Math.sin(angle), i }
  }),
)
const high = computed(() => {
  const angle = (((answer.value?.high_deg ?? 0) - 90) * Math.PI) / 180
  return { x: 110 + 100 * Math.cos(angle), y: 110 + 100 * Math.sin(angle) }
})
</script>

<template>
  <label class="block text-sm text-soft"
    >Dial readings in mm at even steps, in the order they were taken<input
      v-model="typed"
      class="input figure text-xl text-ink"
  /></label>
  <FaultNote v-if="fault" class="mt-3" :fault="fault" />
  <div v-if="answer" class="mt-4 flex flex-wrap items-center gap-8">
    <svg
      viewBox="0 0 220 220"
      class="size-56 border border-rule bg-paper"
      role="img"
      aria-label="The readings round the rotor, the wobble made large"
    >
      <CentreLine :from="[6, 110]" :to="[214, 110]" />
      <CentreLine :from="[110, 6]" :to="[110, 214]" />
      <circle cx="110" cy="110" r="70" fill="none" stroke="var(--color-rule)" stroke-width="2" />
      <polygon
        :points="spots.map((s) => `${s.x},${s.y}`).join(' ')"
        fill="none"
        stroke="var(--color-ink)"
        stroke-width="2"
      />
      <g v-for="s in spots" :key="s.i">
        <circle :cx="s.x" :cy="s.y" :r="s.i === answer.worst ? 6 : 3.5" fill="var(--color-ink)" />
      </g>
      <line x1="110" y1="110" :x2="high.x" :y2="high.y" stroke="var(--color-petrol)" stroke-width="3" />
    </svg>
    <div class="min-w-60 flex-1">
      <p class="text-5xl font-[560] tabular-nums">
        {{ answer.wobble_mm.toFixed(2) }} <span class="text-2xl">mm</span>
      </p>
      <p class="mt-1 border-l-4 border-petrol pl-3 text-xl">{{ answer.says }}</p>
      <p class="mt-1 text-soft">
        Left over after one wobble: {{ answer.rest_mm.toFixed(2) }} mm at reading {{ answer.worst + 1 }}.
      </p>
    </div>
  </div>
</template>
