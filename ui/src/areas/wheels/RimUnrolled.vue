<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { figure } from '@/parts/words'

import { runOf, scaleFor } from './layout'

/**
 * The rim unrolled from the valve round to the valve: as it was read, as it will stand, and what is
 * allowed.
 */
const props = defineProps<{
  bench: Schemas['WheelBench']
  way: 'side' | 'out'
  at?: number
  /** What is being typed, before it is kept. */
  typed?: Record<string, number>
}>()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const w = computed(() => Math.max(width.value, 240))
const left = 46
const height = 100
const top = 6
const base = height - 20
const spokes = computed(() => props.bench.lacing.spokes)
const band = computed(() => (props.way === 'side' ? props.bench.aim.wobble_mm : props.bench.aim.hop_mm))
const off = computed(() => (props.way === 'side' ? props.bench.now.wobble : props.bench.now.hop))
const then = computed(() => (props.way === 'side' ? props.bench.then?.wobble : props.bench.then?.hop))
const read = (r: Schemas['RimView']) => (props.way === 'side' ? r.mm : r.out_mm)
const expected = (r: Schemas['RimView']) => (props.way === 'side' ? r.then_mm : r.then_out_mm)
const typed = computed(() => Object.entries(props.typed ?? {}).map(([at, v]) => ({ at: Number(at), v })))
const most = computed(() =>
  scaleFor(
    [...props.bench.rim.flatMap((r) => [read(r), expected(r)]), ...typed.value.map((t) => t.v)],
    band.value,
  ),
)
const x = (at: number) => left + ((at - 0.5) / spokes.value) * (w.value - left - 8)
const y = (v: number) => (top + base) / 2 - (v / most.value) * ((base - top) / 2)
const lines = computed(() => [most.value, most.value / 2, 0, -most.value / 2, -most.value])
const title = computed(() => (props.way === 'side' ? 'Side to side, mm' : 'Up and down, mm'))
const said = computed(() =>
  off.value
    ? `${title.value}: at most ${figure(off.value.by)}, allowed ${figure(band.value)}${then.value ? `, expected ${figure(then.value.by)}` : ''}`
    : `${title.value}: not read yet, allowed ${figure(band.value)}`,
)
</script>

<template>
  <div ref="box" class="w-full">
    <div class="flex items-baseline justify-between gap-2 whitespace-nowrap">
      <h3 class="text-sm font-[680] text-soft">{{ title }}</h3>
      <span v-if="off" class="figure text-note" :class="off.mark !== 'sound' && 'text-ochre'"
        >{{ figure(off.by) }}<template v-if="then"> → {{ figure(then.by) }}</template></span
      >
    </div>
    <svg
      :width="w"
      :height="height"
      :viewBox="`0 0 ${w} ${height}`"
      role="img"
      :aria-label="said"
      class="block"
    >
      <rect
        :x="left"
        :y="y(band)"
        :width="w - left - 8"
        :height="y(-band) - y(band)"
        fill="var(--color-wash)"
      />
      <g v-for="v in lines" :key="v">
        <line
          :x1="left"
          :x2="w - 8"
          :y1="y(v)"
          :y2="y(v)"
          :stroke="v === 0 ? 'var(--color-soft)' : 'var(--color-rule)'"
          stroke-width="1"
        />
        <text
          :x="left - 6"
          :y="y(v) + 4"
          text-anchor="end"
          font-size="var(--text-fine)"
          class="figure"
          fill="var(--color-soft)"
        >
          {{ figure(v) }}
        </text>
      </g>
      <line
        v-if="at"
        :x1="x(at)"
        :x2="x(at)"
        :y1="top"
        :y2="base"
        stroke="var(--color-petrol)"
        stroke-width="1.4"
      />
      <path
        :d="runOf(bench.rim, expected, x, y)"
        fill="none"
        stroke="var(--color-petrol)"
        stroke-width="2"
        stroke-dasharray="6 4"
      />
      <path :d="runOf(bench.rim, read, x, y)" fill="none" stroke="var(--color-ink)" stroke-width="2" />
      <circle v-for="t in typed" :key="t.at" :cx="x(t.at)" :cy="y(t.v)" r="3" fill="var(--color-ink)" />
      <text
        v-for="n in [1, spokes / 4, spokes / 2, (3 * spokes) / 4, spokes].map(Math.round)"
        :key="n"
        :x="x(n)"
        :y="height - 5"
        text-anchor="middle"
        font-size="var(--text-fine)"
        class="figure"
        fill="var(--color-soft)"
      >
        {{ n }}
      </text>
      <text
        v-if="!bench.rim.some((r) => read(r) !== undefined) && !typed.length"
        :x="(left + w) / 2"
        :y="y(0) - 6"
        text-anchor="middle"
        font-size="var(--text-fine)"
        fill="var(--color-soft)"
      >
        not read yet; shaded: true enough
      </text>
    </svg>
  </div>
</template>
