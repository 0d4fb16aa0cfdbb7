<script setup lang="ts">
import { computed, useId } from 'vue'

/** A stem and its spacers on a steerer, cut on the right: what is stacked, and the gap under the cap. */
const props = defineProps<{ stem: number; spacers: readonly number[]; gap: number }>()
const pattern = useId()
const total = computed(() => props.stem + props.spacers.reduce((a, b) => a + b, 0))
const scale = computed(() => Math.min(2.2, 130 / Math.max(total.value, 1)))
const foot = 158
const parts = computed(() => {
  let at = foot
  return [...props.spacers.map((mm) => ({ mm, stem: false })), { mm: props.stem, stem: true }].map((p) => {
    at -= p.mm * scale.value
    return { ...p, top: at, height: p.mm * scale.value }
  })
})
const end = computed(() => foot - (total.value - props.gap) * scale.value)
</script>

<template>
  <svg
    viewBox="0 0 240 172"
    class="h-44 w-full"
    role="img"
    :aria-label="`Stack of ${total} mm, gap ${gap} mm`"
  >
    <defs>
      <pattern :id="pattern" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--color-soft)" stroke-width="1" />
      </pattern>
    </defs>
    <g stroke="var(--color-ink)" stroke-width="1.3">
      <g v-for="(p, i) in parts" :key="i">
        <rect
          :x="p.stem ? 56 : 62"
          :y="p.top"
          :width="p.stem ? 26 : 20"
          :height="p.height"
          fill="var(--color-paper)"
        />
        <rect :x="118" :y="p.top" :width="p.stem ? 26 : 20" :height="p.height" :fill="`url(#${pattern})`" />
        <text
          x="156"
          :y="p.top + p.height / 2 + 4"
          stroke="none"
          class="figure text-fine"
          :class="p.stem ? 'fill-soft' : 'fill-ink'"
        >
          {{ p.mm }}{{ p.stem ? ' stem' : '' }}
        </text>
      </g>
      <path :d="`M84 ${foot}V${end}H116V${foot}`" fill="none" stroke="var(--color-petrol)" stroke-width="2" />
      <path :d="`M40 ${foot}H160`" />
    </g>
    <text x="100" :y="end + 14" text-anchor="middle" class="figure fill-petrol text-fine">{{ gap }} ↑</text>
  </svg>
</template>
