<script setup lang="ts">
import { computed } from 'vue'

import { polar } from '@/drawing/plane'

/** A barrel or a screw from its head, with how far and which way it is turned: out is against the clock. */
const props = defineProps<{ turn: number; says: string }>()
const middle = [36, 36] as const
const arc = computed(() => {
  const sweep = Math.min(Math.abs(props.turn), 0.97) * 360
  const end = 90 + Math.sign(props.turn) * sweep
  const [x, y] = polar([middle[0], middle[1]], 17, 90)
  const [tx, ty] = polar([middle[0], middle[1]], 17, end)
  // Angles grow against the clock and upward; the picture's y grows downward.
  const flip = (v: number) => 2 * middle[1] - v
  return {
    d: `M${x} ${flip(y)}A17 17 0 ${sweep > 180 ? 1 : 0} ${props.turn > 0 ? 0 : 1} ${tx} ${flip(ty)}`,
    tip: { x: tx, y: flip(ty) },
  }
})
const knurls = Array.from({ length: 16 }, (_, i) => {
  const [a, b] = [polar([36, 36], 24, i * 22.5), polar([36, 36], 28, i * 22.5)]
  return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`
}).join('')
const turns = computed(() => Math.trunc(Math.abs(props.turn)))
</script>

<template>
  <svg width="72" height="72" viewBox="0 0 72 72" role="img" :aria-label="says" class="shrink-0">
    <circle cx="36" cy="36" r="24" fill="var(--color-paper)" stroke="var(--color-ink)" stroke-width="2" />
    <path :d="knurls" stroke="var(--color-ink)" stroke-width="2" />
    <path :d="arc.d" fill="none" stroke="var(--color-petrol)" stroke-width="4" />
    <circle :cx="arc.tip.x" :cy="arc.tip.y" r="4.5" fill="var(--color-petrol)" />
    <text v-if="turns" x="36" y="41" font-size="14" text-anchor="middle" class="figure">{{ turns }}×</text>
  </svg>
</template>
