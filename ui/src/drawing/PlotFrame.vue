<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { nice, ticks } from 'd3-array'
import { computed, useTemplateRef } from 'vue'

import { figure } from '@/parts/words'

import RuledScale from './RuledScale.vue'

/**
 * A ruled frame in which one figure stands over another: a steel rule below, figures at the left.
 * What is drawn in it comes through the slot, with where a value stands.
 */
const props = defineProps<{
  xs: number[]
  ys: number[]
  across: string
  up: string
  label: string
  height: number
}>()

const box = useTemplateRef('box')
const { width } = useElementSize(box)
const w = computed(() => Math.max(width.value, 280))
const edge = { left: 50, right: 16, top: 22, bottom: 34 }
/** extent lays figures out between two edges, from a round figure to a round one. */
function extent(list: number[], from: number, to: number) {
  const [low, high] = [Math.min(...list), Math.max(...list)]
  const alone = high > low ? 0 : Math.abs(high) / 4 || 1 // what stands alone stands in the middle
  const [least, most] = nice(low - alone, high + alone, 5)
  return {
    at: (v: number) => from + ((v - least) / (most - least)) * (to - from),
    ticks: (count: number) => ticks(least, most, count),
  }
}
const base = computed(() => props.height - edge.bottom)
const x = computed(() => extent(props.xs, edge.left + 8, w.value - edge.right - 8))
const y = computed(() => extent(props.ys, base.value, edge.top))
const ruled = computed(() => {
  const great = x.value.ticks(Math.max(2, Math.floor(w.value / 110)))
  return x.value
    .ticks(great.length * 5)
    .map((v) => ({ x: x.value.at(v), major: great.includes(v), text: figure(Number(v.toPrecision(6))) }))
})
const rungs = computed(() =>
  y.value.ticks(5).map((v) => ({ y: y.value.at(v), text: figure(Number(v.toPrecision(6))) })),
)
</script>

<template>
  <div ref="box" class="w-full">
    <svg :width="w" :height="height" :viewBox="`0 0 ${w} ${height}`" role="img" :aria-label="label">
      <g v-for="r in rungs" :key="r.text">
        <line
          :x1="edge.left"
          :x2="w - edge.right"
          :y1="r.y"
          :y2="r.y"
          stroke="var(--color-rule)"
          stroke-width="0.8"
        />
        <text
          :x="edge.left - 8"
          :y="r.y + 4.5"
          text-anchor="end"
          font-size="var(--text-fine)"
          fill="var(--color-soft)"
          class="figure"
        >
          {{ r.text }}
        </text>
      </g>
      <text :x="edge.left - 8" y="12" text-anchor="end" font-size="var(--text-fine)" fill="var(--color-soft)">
        {{ up }}
      </text>
      <text
        :x="w - edge.right"
        :y="base - 6"
        text-anchor="end"
        font-size="var(--text-fine)"
        fill="var(--color-soft)"
      >
        {{ across }}
      </text>
      <line
        :x1="edge.left"
        :x2="edge.left"
        :y1="edge.top"
        :y2="base"
        stroke="var(--color-ink)"
        stroke-width="1.4"
      />
      <line
        :x1="edge.left"
        :x2="w - edge.right"
        :y1="base"
        :y2="base"
        stroke="var(--color-ink)"
        stroke-width="1.4"
      />
      <RuledScale :ticks="ruled" :base="base" />
      <slot :x="x.at" :y="y.at" :from="edge.left" :to="w - edge.right" />
    </svg>
  </div>
</template>
