<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import CentreLine from '@/drawing/CentreLine.vue'
import MarkShape from '@/drawing/MarkShape.vue'
import { markWords } from '@/parts/marks'
import { figure } from '@/parts/words'

import { columnsOf } from './layout'

/**
 * The sprockets from behind as a ruler: what each shift did between them, and where the pulley stands below
 * each, on a rule with the band in which it may stand. Pressing a shift says what it did.
 */
const props = defineProps<{ bench: Schemas['GearBench']; chosen?: { to: number; up: boolean } }>()
const emit = defineEmits<{ choose: [to: number, up: boolean] }>()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const w = computed(() => Math.max(width.value, 280))
const axle = 40
const base = 268
const laid = computed(() => columnsOf(props.bench, w.value, 176))
const known = computed(() => props.bench.done.length > 0)
const shifts = computed(() =>
  props.bench.shifts.flatMap((s) => {
    const to = laid.value.columns[s.to]
    const from = laid.value.columns[s.up ? s.to - 1 : s.to + 1]
    if (!to || !from) return []
    const chosen = props.chosen?.to === s.to && props.chosen.up === s.up
    const name = `${s.up ? 'Climb' : 'Drop'} from ${from.teeth} to ${to.teeth}: ${s.result ? s.result.replace('_', ' ') : markWords(s.mark)}`
    return [{ ...s, x: (to.at + from.at) / 2, y: axle + (s.up ? 22 : 62), chosen, name }]
  }),
)
const ticks = computed(() => {
  const { left, right, scale } = laid.value
  const from = left - scale * 2
  return Array.from({ length: Math.floor((right - left + 4 * scale) / (scale / 2)) + 1 }, (_, i) => ({
    x: from + (i * scale) / 2,
    long: i % 2 === 0,
  }))
})
const asked = computed(() => props.chosen?.to)
</script>

<template>
  <div ref="box" class="w-full">
    <svg :width="w" height="306" :viewBox="`0 0 ${w} 306`" role="group" aria-label="Sprockets from behind">
      <text x="6" y="14" font-size="var(--text-fine)" fill="var(--color-soft)">spokes</text>
      <text :x="w - 6" y="14" font-size="var(--text-fine)" text-anchor="end" fill="var(--color-soft)">
        frame
      </text>
      <CentreLine :from="[8, axle]" :to="[w - 8, axle]" />
      <g v-for="(c, k) in laid.columns" :key="c.teeth">
        <line
          :x1="c.at"
          :x2="c.at"
          :y1="axle + c.height"
          :y2="base - 30"
          stroke="var(--color-rule)"
          stroke-dasharray="2 3"
        />
        <rect
          :x="c.at - 4.5"
          :y="axle"
          width="9"
          :height="c.height"
          :fill="asked === k ? 'var(--color-wash)' : 'var(--color-paper)'"
          :stroke="asked === k ? 'var(--color-petrol)' : 'var(--color-ink)'"
          :stroke-width="asked === k ? 2.4 : 1.4"
        />
        <text
          :x="c.at"
          :y="axle - 9"
          font-size="14"
          text-anchor="middle"
          class="figure"
          :font-weight="asked === k ? 700 : 400"
          :fill="asked === k ? 'var(--color-petrol)' : 'var(--color-ink)'"
        >
          {{ c.teeth }}
        </text>
        <path
          :d="`M${c.at - bench.band_mm * laid.scale} ${base - 22}v-6h${2 * bench.band_mm * laid.scale}v6`"
          fill="none"
          stroke="var(--color-petrol)"
          stroke-width="1.8"
        />
        <template v-if="known">
          <path
            :d="`M${c.pulley} ${base - 1}l-6 -14h12z`"
            :fill="c.right ? 'var(--color-ink)' : 'var(--color-ochre)'"
          />
          <text
            v-if="w > 520 || k % 2 === 0"
            :x="c.pulley"
            :y="base + 26"
            font-size="var(--text-fine)"
            text-anchor="middle"
            class="figure"
            :fill="c.right ? 'var(--color-soft)' : 'var(--color-ochre)'"
          >
            {{ figure(Number(c.off.toFixed(1))) }}
          </text>
        </template>
      </g>
      <rect
        :x="laid.left - 2.4 * laid.scale"
        :y="base - 16"
        :width="laid.right - laid.left + 4.8 * laid.scale"
        height="16"
        fill="none"
        stroke="var(--color-ink)"
        stroke-width="1.4"
      />
      <line
        v-for="t in ticks"
        :key="t.x"
        :x1="t.x"
        :x2="t.x"
        :y1="base"
        :y2="base + (t.long ? 7 : 4)"
        stroke="var(--color-ink)"
        stroke-width="0.8"
      />
      <g
        v-for="s in shifts"
        :key="`${s.to}${s.up}`"
        role="button"
        tabindex="0"
        class="cursor-pointer"
        :aria-label="s.name"
        :aria-pressed="s.chosen"
        @click="emit('choose', s.to, s.up)"
        @keydown.enter.stop.prevent="emit('choose', s.to, s.up)"
        @keydown.space.stop.prevent="emit('choose', s.to, s.up)"
      >
        <rect :x="s.x - 15" :y="s.y - 16" width="30" height="38" fill="transparent" />
        <circle
          v-if="s.chosen"
          :cx="s.x"
          :cy="s.y + (s.up ? 8 : -2)"
          r="12.5"
          fill="none"
          stroke="var(--color-petrol)"
          stroke-width="2"
        />
        <path
          :d="s.up ? `M${s.x + 6} ${s.y - 9}h-12m4 -3l-4 3l4 3` : `M${s.x - 6} ${s.y + 15}h12m-4 -3l4 3l-4 3`"
          fill="none"
          stroke="var(--color-soft)"
          stroke-width="1.3"
        />
        <g :transform="`translate(${s.x - 8} ${s.y + (s.up ? 0 : -10)}) scale(0.8)`">
          <MarkShape :mark="s.mark" />
        </g>
      </g>
    </svg>
  </div>
</template>
