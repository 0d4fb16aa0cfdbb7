<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Line } from '@/api/client'
import ZoneHatching from '@/drawing/ZoneHatching.vue'

import type { yearsOf } from './years'

/**
 * One place over the years: an upright where a part was fitted, a ring where it was read, a cross
 * where it came off, a wedge where it was tended, hatched where it will be due.
 */
const props = defineProps<{
  line: Line
  years: ReturnType<typeof yearsOf>
  width: number
}>()
const pattern = useId()
const x = (t: string | number) => props.years.at(t) * props.width
const today = computed(() => props.years.today * props.width)
const lives = computed(() =>
  props.line.lives.map((p) => {
    const seen = p.readings.find((r) => !r.moved)?.at ?? p.to ?? props.line.tended[0]?.at
    return {
      from: p.from ? x(p.from) : seen ? x(seen) : today.value,
      fitted: !!p.from,
      to: p.to ? x(p.to) : today.value,
      off: !!p.to,
      forNow: p.for_now,
      rings: p.readings.filter((r) => !r.moved).map((r) => ({ x: x(r.at), mark: r.mark })),
    }
  }),
)
const tended = computed(() => props.line.tended.map((c) => x(c.at)))
const due = computed(() => {
  if (!props.line.due_from || !props.line.due_to) return undefined
  const from = Math.max(x(props.line.due_from), today.value - 7)
  return { from, to: Math.max(x(props.line.due_to), from + 14) }
})
</script>

<template>
  <svg
    :width="width"
    height="30"
    :viewBox="`0 0 ${width} 30`"
    aria-hidden="true"
    class="block overflow-visible"
  >
    <ZoneHatching :id="pattern" />
    <line :x1="today" :x2="today" y1="-12" y2="42" stroke="var(--color-petrol)" stroke-width="1.6" />
    <line
      v-if="due && due.from > today"
      :x1="today"
      :x2="due.from"
      y1="15"
      y2="15"
      stroke="var(--color-soft)"
      stroke-width="1.6"
      stroke-dasharray="2 4"
    />
    <rect
      v-if="due"
      :x="due.from"
      y="9"
      :width="Math.min(due.to, width) - due.from"
      height="12"
      :fill="`url(#${pattern}-due)`"
      stroke="var(--color-ochre)"
      stroke-width="1.2"
    />
    <path
      v-for="(at, i) in tended"
      :key="i"
      :d="`M${at} 11l-5 -9h10z`"
      fill="var(--color-petrol)"
      stroke="var(--color-chalk)"
    />
    <g v-for="(p, i) in lives" :key="i" :stroke="p.off ? 'var(--color-soft)' : 'var(--color-ink)'">
      <line
        :x1="p.from"
        :x2="p.to"
        y1="15"
        y2="15"
        :stroke-width="p.off ? 1.6 : 3"
        :stroke-dasharray="p.forNow ? '7 3' : undefined"
      />
      <line v-if="p.fitted" :x1="p.from" :x2="p.from" y1="7" y2="23" :stroke-width="p.off ? 1.6 : 2.4" />
      <path
        v-if="p.off"
        :d="`M${p.to - 4.5} 10.5l9 9m0 -9l-9 9`"
        stroke="var(--color-ink)"
        stroke-width="1.6"
        fill="none"
      />
      <circle
        v-for="(r, n) in p.rings"
        :key="n"
        :cx="r.x"
        cy="15"
        r="3.6"
        fill="var(--color-chalk)"
        :stroke="
          r.mark === 'unsafe'
            ? 'var(--color-brick)'
            : r.mark === 'due'
              ? 'var(--color-ochre)'
              : 'var(--color-ink)'
        "
        stroke-width="1.6"
      />
    </g>
  </svg>
</template>
