<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import RuledScale from '@/drawing/RuledScale.vue'
import { scaleOf } from '@/drawing/scale'
import ZoneHatching from '@/drawing/ZoneHatching.vue'

import { figure } from './words'

/**
 * The gauge strip: a ruled scale like a steel rule. Limit zones are hatched, earlier
 * readings are ticks above it, today's is a notch with its figure, the target a bracket.
 */
const props = withDefaults(
  defineProps<{
    ruling: Schemas['Ruling']
    zones: Schemas['Zone'][]
    unit: string
    past?: number[]
    now?: number
    target?: readonly [number, number]
    /** how far off today's figure may be: where the true one lies */
    band?: readonly [number, number]
    label?: string
  }>(),
  { past: () => [], now: undefined, target: undefined, band: undefined, label: 'Gauge' },
)

const box = useTemplateRef('box')
const { width } = useElementSize(box)
const pattern = useId()
const height = 84
const edge = 22
const base = 54
const rail = 15

const w = computed(() => Math.max(width.value, 200))
const scale = computed(() => scaleOf(props.ruling, edge, w.value - edge))
const x = (v: number) => scale.value.x(v)
const hatched = computed(() => props.zones.filter((z) => z.mark !== 'sound' && z.mark !== 'open'))
const beyond = computed(
  () => props.now !== undefined && (props.now > props.ruling.max || props.now < props.ruling.min),
)
const said = computed(() => {
  const parts = [props.now === undefined ? 'no figure yet' : `${figure(props.now)} ${props.unit}`]
  if (props.target)
    parts.push(`target ${figure(props.target[0])} to ${figure(props.target[1])} ${props.unit}`)
  if (props.past.length) parts.push(`earlier ${props.past.map(figure).join(', ')}`)
  return `${props.label}: ${parts.join('; ')}`
})
</script>

<template>
  <div ref="box" class="w-full">
    <svg
      :width="w"
      :height="height"
      :viewBox="`0 0 ${w} ${height}`"
      role="img"
      :aria-label="said"
      class="block"
    >
      <ZoneHatching :id="pattern" />
      <rect :x="edge" :y="base - rail" :width="w - 2 * edge" :height="rail" fill="var(--color-paper)" />
      <rect
        v-for="z in hatched"
        :key="z.mark + z.from"
        :x="x(z.from)"
        :y="base - rail"
        :width="Math.max(0, x(z.to) - x(z.from))"
        :height="rail"
        :fill="`url(#${pattern}-${z.mark})`"
      />
      <rect
        :x="edge"
        :y="base - rail"
        :width="w - 2 * edge"
        :height="rail"
        fill="none"
        stroke="var(--color-ink)"
        stroke-width="1.4"
      />
      <RuledScale :ticks="scale.ticks" :base="base" />
      <line
        v-for="(v, i) in past"
        :key="i"
        :x1="x(v)"
        :x2="x(v)"
        :y1="base - rail - 8"
        :y2="base - rail"
        stroke="var(--color-soft)"
        stroke-width="1.6"
        :opacity="0.45 + (0.55 * (i + 1)) / past.length"
      />
      <path
        v-if="target"
        :d="`M${x(target[0])} ${base - rail - 5}v-8H${x(target[1])}v8`"
        fill="none"
        stroke="var(--color-petrol)"
        stroke-width="2.2"
      />
      <rect
        v-if="band"
        :x="x(band[0])"
        :y="base - rail"
        :width="Math.max(2, x(band[1]) - x(band[0]))"
        :height="rail"
        fill="var(--color-petrol)"
        opacity="0.35"
      />
      <g v-if="now !== undefined" :transform="`translate(${x(now)} 0)`">
        <line x1="0" x2="0" y1="14" :y2="base - 12" stroke="var(--color-ink)" stroke-width="1.6" />
        <path :d="`M0 ${base}l-8 -16h16z`" fill="var(--color-ink)" />
        <text
          x="0"
          y="11"
          font-size="14"
          font-weight="700"
          :text-anchor="x(now) > w - 60 ? 'end' : x(now) < 60 ? 'start' : 'middle'"
          fill="var(--color-ink)"
          class="figure"
        >
          {{ figure(now) }}{{ beyond ? ' beyond the scale' : '' }}
        </text>
      </g>
    </svg>
  </div>
</template>
