<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useTimes } from '@/parts/time'

/**
 * The days from the last service to the next, as a rule: where today stands, and between which days
 * it is due.
 */
const props = defineProps<{ due: Schemas['LegDue'] }>()
const { date } = useTimes()
const day = (text: string) => new Date(text).getTime()
const span = computed(() => {
  const { at, from, to } = props.due
  if (!from || !to) return undefined
  const begun = day(at)
  const now = Date.now()
  // What is due late in years says little: the rule ends a while past the earlier day.
  const end = Math.max(Math.min(day(to), begun + 2.2 * (day(from) - begun)), now)
  const x = (t: number) => 8 + 584 * Math.min(1, Math.max(0, (t - begun) / Math.max(1, end - begun)))
  return { from: x(day(from)), to: x(day(to)), now: x(now), today: now }
})
const said = computed(() =>
  span.value
    ? `Served ${date(props.due.at)}, due between ${date(props.due.from ?? '')} and ${date(props.due.to ?? '')}`
    : 'Not ridden: not due by its hours',
)
</script>

<template>
  <svg v-if="span" viewBox="0 0 600 58" class="w-full" role="img" :aria-label="said">
    <path d="M8 34H592" stroke="var(--color-ink)" stroke-width="1.6" />
    <path d="M8 26v16" stroke="var(--color-ink)" stroke-width="1.6" />
    <rect
      :x="span.from"
      y="24"
      :width="Math.max(3, span.to - span.from)"
      height="20"
      fill="var(--color-wash)"
    />
    <path :d="`M${span.from} 20v28M${span.to} 20v28`" stroke="var(--color-petrol)" stroke-width="2.2" />
    <path :d="`M${span.now} 42l-7 12h14z`" :fill="due.late ? 'var(--color-ochre)' : 'var(--color-ink)'" />
    <text x="8" y="18" font-size="var(--text-fine)" class="figure" fill="var(--color-soft)">opened</text>
    <text
      :x="Math.min(span.from + 4, 480)"
      y="15"
      font-size="var(--text-fine)"
      class="figure"
      fill="var(--color-petrol)"
    >
      {{ due.every_hours }} h reached
    </text>
    <text
      :x="Math.min(Math.max(span.now + 10, 20), 550)"
      y="55"
      font-size="var(--text-fine)"
      class="figure"
      :fill="due.late ? 'var(--color-ochre)' : 'var(--color-ink)'"
    >
      today
    </text>
  </svg>
</template>
