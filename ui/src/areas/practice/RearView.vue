<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { columnsOf } from '@/areas/gears/layout'
import CentreLine from '@/drawing/CentreLine.vue'

/**
 * A rear gear from behind that moves: sprockets, the chain on one of them, guide pulley and cage
 * below it, barrel and screws to turn.
 */
const props = defineProps<{ view: Schemas['GearAttempt']; free: boolean }>()
const emit = defineEmits<{ act: [name: string] }>()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const w = computed(() => Math.max(width.value, 320))
const axle = 34
const laid = computed(() =>
  columnsOf({ gear: props.view.gear, stands_mm: [], band_mm: props.view.band_mm }, w.value, 140),
)
const here = computed(() => laid.value.columns[props.view.at])
const pulley = computed(() => (here.value ? here.value.at - props.view.off_mm * laid.value.scale : 0))
const noisy = computed(() => props.view.last === 'noisy' || props.view.last === 'slow')
const marks: Record<string, string> = {
  crisp: 'var(--color-moss)',
  slow: 'var(--color-ochre)',
  noisy: 'var(--color-ochre)',
}
const shifts = computed(() =>
  props.view.shifts.flatMap((s) => {
    const to = laid.value.columns[s.to]
    const from = laid.value.columns[s.up ? s.to - 1 : s.to + 1]
    return to && from && s.result
      ? [
          {
            ...s,
            x: (to.at + from.at) / 2,
            y: axle + (s.up ? 14 : 30),
            tone: marks[s.result] ?? 'var(--color-brick)',
          },
        ]
      : []
  }),
)
const knobs = computed(() => [
  {
    id: 'barrel',
    name: 'Barrel',
    x: w.value - 54,
    y: 262,
    r: 20,
    turn: props.view.barrel / 4,
    said: `${props.view.barrel} ¼`,
  },
  {
    id: 'low',
    name: 'Low limit',
    x: 54,
    y: 262,
    r: 13,
    turn: props.view.low / 8,
    said: `${props.view.low} ⅛`,
  },
  {
    id: 'high',
    name: 'High limit',
    x: 124,
    y: 262,
    r: 13,
    turn: props.view.high / 8,
    said: `${props.view.high} ⅛`,
  },
])
/** The guide pulley hangs close below the sprocket that the chain lies on. */
const at = computed(() => axle + (here.value?.height ?? 0) + 18)
/** How the chain leans on its way to a ring in the middle, ten times as much as it is. */
const lean = computed(() => {
  const n = props.view.gear.teeth.length
  return (props.view.at - (n - 1) / 2) * props.view.gear.spacing_mm
})
</script>

<template>
  <div ref="box" class="w-full">
    <svg :width="w" height="320" :viewBox="`0 0 ${w} 320`" role="group" aria-label="The gear from behind">
      <text x="6" y="14" font-size="var(--text-fine)" fill="var(--color-soft)">spokes</text>
      <text :x="w - 6" y="14" font-size="var(--text-fine)" text-anchor="end" fill="var(--color-soft)">
        frame
      </text>
      <CentreLine :from="[8, axle]" :to="[w - 8, axle]" />
      <path
        :d="`M${laid.left - 34} ${axle}v150m-6 -150l-8 150m-2 -150l-14 150`"
        stroke="var(--color-faint)"
        stroke-width="1.2"
        fill="none"
      />
      <path :d="`M${laid.right + 34} ${axle - 10}v170`" stroke="var(--color-ink)" stroke-width="6" />
      <g v-for="(c, k) in laid.columns" :key="c.teeth">
        <rect
          :x="c.at - 4.5"
          :y="axle"
          width="9"
          :height="c.height"
          :fill="k === view.at ? 'var(--color-wash)' : 'var(--color-paper)'"
          :stroke="k === view.at ? 'var(--color-petrol)' : 'var(--color-ink)'"
          :stroke-width="k === view.at ? 2.2 : 1.3"
        />
        <text
          :x="c.at"
          :y="axle - 8"
          font-size="13.5"
          text-anchor="middle"
          class="figure"
          :fill="k === view.at ? 'var(--color-petrol)' : 'var(--color-ink)'"
        >
          {{ c.teeth }}
        </text>
      </g>
      <circle v-for="s in shifts" :key="`${s.to}${s.up}`" :cx="s.x" :cy="s.y" r="4" :fill="s.tone" />
      <g v-if="here">
        <line
          class="moves"
          :x1="here.at"
          :x2="pulley"
          :y1="axle + here.height"
          :y2="at + 4"
          stroke="var(--color-petrol)"
          :stroke-width="noisy ? 5 : 6"
          stroke-dasharray="6 3"
        />
        <path
          v-if="noisy"
          :d="`M${pulley - 16} ${at}q-5 6 0 12m-6 -15q-8 9 0 18M${pulley + 16} ${at}q5 6 0 12m6 -15q8 9 0 18`"
          fill="none"
          stroke="var(--color-ochre)"
          stroke-width="1.8"
        />
        <g class="moves" :transform="`translate(${pulley} ${at - 206})`">
          <path d="M-9 210v78M9 210v78" stroke="var(--color-soft)" stroke-width="2" />
          <rect
            x="-4"
            y="206"
            width="8"
            height="34"
            rx="3"
            fill="var(--color-paper)"
            stroke="var(--color-ink)"
            stroke-width="1.6"
          />
          <rect
            x="-4"
            y="262"
            width="8"
            height="30"
            rx="3"
            fill="var(--color-paper)"
            stroke="var(--color-ink)"
            stroke-width="1.6"
          />
          <line
            x1="0"
            x2="0"
            y1="240"
            y2="262"
            stroke="var(--color-petrol)"
            stroke-width="5"
            stroke-dasharray="6 3"
          />
        </g>
        <path
          :d="`M${here.at - view.band_mm * laid.scale} ${at - 3}v-5h${2 * view.band_mm * laid.scale}v5`"
          fill="none"
          stroke="var(--color-petrol)"
          stroke-width="1.6"
        />
      </g>
      <g :transform="`translate(${w / 2 - 40} 306)`" aria-hidden="true">
        <text x="-6" y="4" text-anchor="end" font-size="var(--text-fine)" fill="var(--color-soft)">
          chain’s line
        </text>
        <path d="M0 0H120" stroke="var(--color-faint)" stroke-dasharray="3 3" />
        <line
          x1="0"
          :y1="-lean * 0.5"
          x2="120"
          y2="0"
          stroke="var(--color-petrol)"
          stroke-width="2.4"
          class="moves"
        />
      </g>
      <g v-for="k in knobs" :key="k.id">
        <text
          :x="k.x"
          :y="k.y - k.r - 7"
          text-anchor="middle"
          font-size="var(--text-fine)"
          fill="var(--color-soft)"
        >
          {{ k.name }}
        </text>
        <circle
          :cx="k.x"
          :cy="k.y"
          :r="k.r"
          fill="var(--color-paper)"
          stroke="var(--color-ink)"
          stroke-width="1.8"
        />
        <g class="moves" :transform="`rotate(${-k.turn * 360} ${k.x} ${k.y})`">
          <path
            :d="k.id === 'barrel' ? `M${k.x} ${k.y - k.r}v9` : `M${k.x - k.r + 3} ${k.y}h${2 * k.r - 6}`"
            stroke="var(--color-petrol)"
            stroke-width="3"
          />
        </g>
        <text
          :x="k.x"
          :y="k.y + k.r + 16"
          text-anchor="middle"
          font-size="var(--text-fine)"
          class="figure"
          fill="var(--color-ink)"
        >
          {{ k.said }}
        </text>
        <g
          v-for="way in ['in', 'out']"
          :key="way"
          role="button"
          tabindex="0"
          class="cursor-pointer"
          :aria-label="`${k.name} ${way}`"
          :aria-disabled="!free"
          @click="emit('act', `${k.id}_${way}`)"
          @keydown.enter.stop.prevent="emit('act', `${k.id}_${way}`)"
          @keydown.space.stop.prevent="emit('act', `${k.id}_${way}`)"
        >
          <rect :x="way === 'in' ? k.x - 32 : k.x" :y="k.y - 22" width="32" height="44" fill="transparent" />
          <text
            :x="k.x + (way === 'in' ? -k.r - 9 : k.r + 9)"
            :y="k.y + 5"
            text-anchor="middle"
            font-size="16"
            fill="var(--color-petrol)"
          >
            {{ way === 'in' ? '↻' : '↺' }}
          </text>
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
@media (prefers-reduced-motion: no-preference) {
  .moves {
    transition: all 0.25s ease-out;
  }
}
</style>
