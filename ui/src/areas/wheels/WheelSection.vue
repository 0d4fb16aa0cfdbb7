<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Schemas } from '@/api/client'
import CentreLine from '@/drawing/CentreLine.vue'
import ZoneHatching from '@/drawing/ZoneHatching.vue'

/**
 * A wheel cut through its axle, seen from behind: flanges, spokes and rim to scale, with the
 * spokes' lengths.
 */
const props = defineProps<{ figured: Schemas['WheelAnswer'] }>()
const pattern = useId()
const middle = 170
const axle = 250
/** px for each mm: across the axle twice as wide as up, or flanges could not be told apart. */
const across = 2.2
const up = computed(() => 205 / props.figured.lacing.radius_mm)
const rim = computed(() => axle - props.figured.lacing.radius_mm * up.value)
const sides = computed(() =>
  (['left', 'right'] as const).map((side, i) => {
    const flange = props.figured.lacing[side]
    const x = middle + (side === 'left' ? -1 : 1) * flange.off_mm * across
    return {
      side,
      x,
      top: axle - Math.max(14, flange.radius_mm * up.value),
      flange,
      fits: props.figured.spokes[i],
    }
  }),
)
const shown = (mm: number) => mm.toFixed(1).replace(/\.0$/, '')
const said = computed(
  () =>
    `The wheel cut through its axle: ${sides.value.map((s) => `${s.side} spokes ${shown(s.fits?.length_mm ?? 0)} mm`).join(', ')}`,
)
</script>

<template>
  <svg viewBox="0 0 340 300" class="w-full max-w-[380px]" role="img" :aria-label="said">
    <ZoneHatching :id="pattern" />
    <CentreLine :from="[20, axle]" :to="[320, axle]" />
    <CentreLine :from="[middle, 14]" :to="[middle, 284]" />
    <path
      :d="`M${middle - 17} ${rim - 14}v8l7 9h20l7 -9v-8l-5 -2v6h-24v-6z`"
      :fill="`url(#${pattern}-watch)`"
      stroke="var(--color-ink)"
      stroke-width="2"
    />
    <rect
      :x="(sides[0]?.x ?? 0) - 4"
      :y="axle - 8"
      :width="(sides[1]?.x ?? 0) - (sides[0]?.x ?? 0) + 8"
      height="16"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="1.6"
    />
    <g v-for="s in sides" :key="s.side">
      <line
        :x1="s.x"
        :y1="s.top + 4"
        :x2="middle"
        :y2="rim + 2"
        stroke="var(--color-petrol)"
        stroke-width="2.2"
        :stroke-dasharray="s.side === 'right' ? undefined : '7 4'"
      />
      <rect
        :x="s.x - 4"
        :y="s.top"
        width="8"
        :height="2 * (axle - s.top)"
        :fill="`url(#${pattern}-watch)`"
        stroke="var(--color-ink)"
        stroke-width="1.6"
      />
      <text
        :x="s.x + (s.side === 'left' ? -14 : 14)"
        :y="(rim + s.top) / 2 - 12"
        :text-anchor="s.side === 'left' ? 'end' : 'start'"
        font-size="17"
        font-weight="700"
        class="figure"
        fill="var(--color-ink)"
      >
        {{ shown(s.fits?.length_mm ?? 0) }}
      </text>
      <text
        :x="s.x + (s.side === 'left' ? -14 : 14)"
        :y="(rim + s.top) / 2 + 6"
        :text-anchor="s.side === 'left' ? 'end' : 'start'"
        font-size="var(--text-fine)"
        fill="var(--color-soft)"
      >
        mm, {{ s.side }}
      </text>
      <text
        :x="(s.x + middle) / 2"
        :y="axle + 42"
        text-anchor="middle"
        font-size="var(--text-fine)"
        class="figure"
        fill="var(--color-soft)"
      >
        {{ shown(s.flange.off_mm) }}
      </text>
      <path
        :d="`M${s.x} ${axle + 22}v8H${middle}v-8`"
        fill="none"
        stroke="var(--color-soft)"
        stroke-width="1"
      />
    </g>
  </svg>
</template>
