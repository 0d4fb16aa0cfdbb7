<script setup lang="ts">
import { computed } from 'vue'

import type { Line, Schemas } from '@/api/client'
import PlotFrame from '@/drawing/PlotFrame.vue'
import { figure } from '@/parts/words'

/** How a part wears: its readings over the way, the line they follow with its band, and the limit. */
const props = defineProps<{ line: Line; plot: Schemas['Plot'] }>()

interface Point {
  x: number
  y: number
}
const lives = computed(() =>
  props.line.lives.map((p) =>
    p.readings.flatMap((r): Point[] => (r.value === undefined ? [] : [{ x: r.gone, y: r.value }])),
  ),
)
const now = computed(() => lives.value.at(-1) ?? [])
const band = computed(() => props.plot.line)
const xs = computed(() => [...lives.value.flat().map((p) => p.x), ...band.value.map((p) => p.gone)])
const ys = computed(() => [
  ...lives.value.flat().map((p) => p.y),
  ...band.value.flatMap((p) => [p.low, p.high]),
  props.plot.limit,
])
const due = computed(() => `due at ${figure(props.plot.limit)} ${props.plot.unit}`)
const said = computed(
  () =>
    `${props.line.name} over the way: ${now.value.map((p) => `${figure(p.y)} ${props.plot.unit} at ${figure(Math.round(p.x))} ${props.plot.way}`).join(', ')}; ${due.value}`,
)

type Scale = (v: number) => number
const path = (points: Point[], x: Scale, y: Scale) =>
  points.map((p, i) => `${i ? 'L' : 'M'}${x(p.x).toFixed(1)} ${y(p.y).toFixed(1)}`).join('')
const along = (of: 'low' | 'mid' | 'high') => band.value.map((p) => ({ x: p.gone, y: p[of] }))
</script>

<template>
  <figure>
    <PlotFrame
      v-slot="{ x, y, from, to }"
      :xs="xs"
      :ys="ys"
      :across="plot.way"
      :up="plot.unit"
      :label="said"
      :height="224"
    >
      <path
        v-if="band.length"
        :d="`${path([...along('high'), ...along('low').reverse()], x, y)}Z`"
        fill="var(--color-wash)"
      />
      <path :d="path(along('mid'), x, y)" fill="none" stroke="var(--color-petrol)" stroke-width="2.2" />
      <line
        :x1="from"
        :x2="to"
        :y1="y(plot.limit)"
        :y2="y(plot.limit)"
        stroke="var(--color-ochre)"
        stroke-width="1.8"
        stroke-dasharray="6 4"
      />
      <g
        v-for="(life, i) in lives"
        :key="i"
        :stroke="i === lives.length - 1 ? 'var(--color-ink)' : 'var(--color-faint)'"
        stroke-width="1.8"
      >
        <path :d="path(life, x, y)" fill="none" />
        <circle v-for="p in life" :key="p.x" :cx="x(p.x)" :cy="y(p.y)" r="4.5" fill="var(--color-chalk)">
          <title>{{ figure(p.y) }} {{ plot.unit }} at {{ figure(Math.round(p.x)) }} {{ plot.way }}</title>
        </circle>
      </g>
      <text
        :x="from + 8"
        :y="y(plot.limit) - 6"
        font-size="var(--text-fine)"
        fill="var(--color-ink)"
        stroke="var(--color-paper)"
        stroke-width="4"
        paint-order="stroke"
      >
        {{ due }}
      </text>
    </PlotFrame>
    <figcaption class="text-sm text-soft">
      {{
        plot.line.length
          ? 'The line is the middle of all slopes, with its band.'
          : 'One reading makes no line.'
      }}
    </figcaption>
  </figure>
</template>
