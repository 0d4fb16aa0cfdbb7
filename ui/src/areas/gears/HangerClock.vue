<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { polar } from '@/drawing/plane'
import { figure, typedNumber } from '@/parts/words'

/**
 * The gauge's arm round the clock: what was read at each hour, up to ten times its size, the plane
 * that was fitted through it, and where it leans in.
 */
const props = defineProps<{ readings: Record<string, string>; hanger?: Schemas['Hanger'] }>()
const centre = 160
const rim = 120
/** The farthest reading is drawn this far out, in pixels from the middle ring. */
const most = 24
const place = (clock: number, r: number) => {
  const [x, y] = polar([centre, centre], r, 90 - clock * 30)
  return [x, 2 * centre - y] as const
}
const read = computed(() =>
  Object.entries(props.readings).flatMap(([hour, text]) => {
    const gap = typedNumber(text)
    return gap === undefined ? [] : [{ hour: Number(hour), gap }]
  }),
)
const mean = computed(() => read.value.reduce((sum, r) => sum + r.gap, 0) / (read.value.length || 1))
const times = computed(() =>
  Math.min(10, most / Math.max(0.1, ...read.value.map((r) => Math.abs(r.gap - mean.value)))),
)
/** Nearer the rim is drawn farther out. */
const reach = (gap: number) => Math.max(40, Math.min(112, 76 - (gap - mean.value) * times.value))
const wave = computed(() => {
  const h = props.hanger
  if (!h) return ''
  const at = Array.from({ length: 49 }, (_, i) => {
    const clock = i / 4
    const [x, y] = place(
      clock,
      reach(mean.value - (h.spread_mm / 2) * Math.cos(((clock - h.clock) / 6) * Math.PI)),
    )
    return `${x.toFixed(1)} ${y.toFixed(1)}`
  })
  return `M${at.join('L')}Z`
})
const lean = computed(() => (props.hanger && !props.hanger.within ? props.hanger.clock : undefined))
</script>

<template>
  <svg
    viewBox="0 0 320 320"
    class="h-[300px] w-full max-w-[420px]"
    role="img"
    aria-label="The gauge round the clock"
  >
    <circle :cx="centre" :cy="centre" :r="rim + 22" fill="none" stroke="var(--color-ink)" stroke-width="6" />
    <circle
      :cx="centre"
      :cy="centre"
      :r="rim + 12"
      fill="none"
      stroke="var(--color-rule)"
      stroke-width="1.4"
    />
    <circle :cx="centre" :cy="centre" r="76" fill="none" stroke="var(--color-faint)" stroke-dasharray="2 4" />
    <line
      v-for="h in 12"
      :key="h"
      :x1="place(h, 71)[0]"
      :y1="place(h, 71)[1]"
      :x2="place(h, 76)[0]"
      :y2="place(h, 76)[1]"
      stroke="var(--color-soft)"
    />
    <path v-if="wave" :d="wave" fill="var(--color-wash)" stroke="var(--color-petrol)" stroke-width="2" />
    <template v-if="lean !== undefined">
      <line
        :x1="centre"
        :y1="centre"
        :x2="place(lean, 106)[0]"
        :y2="place(lean, 106)[1]"
        stroke="var(--color-ochre)"
        stroke-width="3"
        stroke-dasharray="6 4"
      />
      <circle :cx="place(lean, 106)[0]" :cy="place(lean, 106)[1]" r="6" fill="var(--color-ochre)" />
      <text
        :x="place(lean + 6, 40)[0]"
        :y="place(lean + 6, 40)[1] + 5"
        text-anchor="middle"
        font-size="14"
        class="figure"
        font-weight="700"
        fill="var(--color-ochre)"
      >
        {{ figure(Number(hanger?.angle_deg.toFixed(1))) }}°
      </text>
    </template>
    <g v-for="r in read" :key="r.hour">
      <line
        :x1="centre"
        :y1="centre"
        :x2="place(r.hour, reach(r.gap))[0]"
        :y2="place(r.hour, reach(r.gap))[1]"
        stroke="var(--color-ink)"
        stroke-width="1.6"
      />
      <circle
        :cx="place(r.hour, reach(r.gap))[0]"
        :cy="place(r.hour, reach(r.gap))[1]"
        r="4.5"
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        stroke-width="1.8"
      />
      <text
        :x="place(r.hour, rim)[0]"
        :y="place(r.hour, rim)[1] + 5"
        text-anchor="middle"
        font-size="15"
        class="figure"
        fill="var(--color-ink)"
      >
        {{ figure(r.gap) }}
      </text>
    </g>
    <circle
      :cx="centre"
      :cy="centre"
      r="9"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="2"
    />
  </svg>
</template>
