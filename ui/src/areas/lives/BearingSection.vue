<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Schemas } from '@/api/client'
import CentreLine from '@/drawing/CentreLine.vue'
import type { Place } from '@/drawing/plane'
import { halfSection } from '@/drawing/section'
import { figure } from '@/parts/words'

/** A bearing in half section, to its own proportions: cut on the right, seen on the left. */
const props = defineProps<{ bearing: Schemas['Likely'] }>()
const pattern = useId()
const axis = 126
const top = 26

const drawn = computed(() => {
  const b = props.bearing
  const scale = Math.min(2 * (92 / b.outside), 84 / b.width)
  const [bore, outside, width] = [(b.bore / 2) * scale, (b.outside / 2) * scale, b.width * scale]
  const wall = outside - bore
  const ring = wall * 0.36
  const bevel = (degrees?: number) => {
    if (!degrees) return [0, 0] as const
    const out = ring * 0.75
    return [out, Math.min(width * 0.55, out / Math.tan((degrees * Math.PI) / 180))] as const
  }
  const [inOut, inUp] = bevel(b.inner)
  const [outOut, outUp] = bevel(b.outer)
  const foot = top + width
  const inner: Place[] = [
    [bore, top],
    [bore + ring, top],
    [bore + ring, foot],
    [bore + inOut, foot],
    [bore, foot - inUp],
  ]
  const outer: Place[] = [
    [outside - ring, top],
    [outside - outOut, top],
    [outside, top + outUp],
    [outside, foot],
    [outside - ring, foot],
  ]
  const middle = (bore + outside) / 2
  return {
    rings: [halfSection(axis, inner), halfSection(axis, outer)],
    balls: [axis - middle, axis + middle],
    ball: Math.min(wall * 0.3, width * 0.42),
    level: top + width / 2,
    foot,
    bore,
    outside,
  }
})
</script>

<template>
  <svg
    viewBox="0 0 290 178"
    class="h-44 w-full max-w-72"
    role="img"
    :aria-label="`Half section of a bearing of ${bearing.size} mm`"
  >
    <defs>
      <pattern :id="pattern" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--color-soft)" stroke-width="1" />
      </pattern>
    </defs>
    <CentreLine :from="[axis, 8]" :to="[axis, drawn.foot + 14]" />
    <g stroke="var(--color-ink)" stroke-width="1.6" stroke-linejoin="round">
      <template v-for="(r, i) in drawn.rings" :key="i">
        <path :d="r.seen" fill="var(--color-paper)" />
        <path :d="r.cut" :fill="`url(#${pattern})`" />
      </template>
      <circle
        v-for="x in drawn.balls"
        :key="x"
        :cx="x"
        :cy="drawn.level"
        :r="drawn.ball"
        fill="var(--color-chalk)"
      />
    </g>
    <g
      stroke="var(--color-petrol)"
      stroke-width="1.2"
      fill="var(--color-petrol)"
      font-size="var(--text-fine)"
      text-anchor="middle"
    >
      <path :d="`M${axis - drawn.bore} ${drawn.foot + 22}H${axis + drawn.bore}`" fill="none" />
      <path :d="`M${axis - drawn.outside} ${drawn.foot + 44}H${axis + drawn.outside}`" fill="none" />
      <path :d="`M${axis + drawn.outside + 12} ${top}V${drawn.foot}`" fill="none" />
      <g stroke="none" class="figure">
        <text :x="axis" :y="drawn.foot + 36">{{ figure(bearing.bore) }}</text>
        <text :x="axis" :y="drawn.foot + 58">{{ figure(bearing.outside) }}</text>
        <text :x="axis + drawn.outside + 16" :y="drawn.level + 4" text-anchor="start">
          {{ figure(bearing.width) }}
        </text>
      </g>
    </g>
  </svg>
</template>
