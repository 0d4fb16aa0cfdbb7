<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import CentreLine from '@/drawing/CentreLine.vue'
import { figure } from '@/parts/words'

/** The tubes that a seal slides on, with the way it goes and the marks on them. To the scale of the travel. */
const props = defineProps<{
  travel: number
  nicks: Schemas['NickView'][]
  typed?: number
  side: string
  felt: string
  shock: boolean
}>()
const seal = 196
const scale = computed(() => 130 / Math.max(20, Math.min(260, props.travel)))
const y = (mm: number) => Math.max(14, seal - mm * scale.value)
const tubes = computed(() =>
  props.shock
    ? [{ side: 'shaft', x: 100 }]
    : [
        { side: 'right', x: 62 },
        { side: 'left', x: 138 },
      ],
)
const xOf = (side: string) => tubes.value.find((t) => t.side === side)?.x ?? 100
/** A groove is cut deeper than an edge stands proud. */
const mark = (x: number, mm: number, felt: string) =>
  felt === 'deep'
    ? `M${x - 12} ${y(mm)}h24l-6 4h-12z`
    : felt === 'edge'
      ? `M${x - 12} ${y(mm)}l6 -4l6 4l6 -4l6 4`
      : `M${x - 10} ${y(mm)}h20`
const said = computed(
  () =>
    `The seal goes up ${figure(props.travel)} mm. ` +
    (props.nicks.length
      ? `Marks at ${props.nicks.map((n) => `${figure(n.above_mm)} mm`).join(', ')} over it.`
      : 'No mark is written down.'),
)
</script>

<template>
  <svg viewBox="0 0 200 250" class="mx-auto w-full max-w-[200px]" role="img" :aria-label="said">
    <CentreLine v-for="t in tubes" :key="t.side" :from="[t.x, 6]" :to="[t.x, 246]" />
    <template v-for="t in tubes" :key="`tube-${t.side}`">
      <rect
        :x="t.x - 16"
        y="14"
        width="32"
        :height="seal - 14"
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        stroke-width="1.8"
      />
      <rect :x="t.x - 16" :y="y(travel)" width="32" :height="seal - y(travel)" fill="var(--color-wash)" />
      <path
        :d="`M${t.x - 22} ${seal}h44v8h4v40h-52v-40h4z`"
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        stroke-width="1.8"
      />
      <text :x="t.x" y="240" text-anchor="middle" font-size="var(--text-fine)" fill="var(--color-soft)">
        {{ t.side }}
      </text>
    </template>
    <path
      :d="`M8 ${seal}h8M8 ${y(travel)}h8M12 ${seal}V${y(travel)}`"
      fill="none"
      stroke="var(--color-petrol)"
      stroke-width="1.8"
    />
    <text x="4" :y="y(travel) - 6" font-size="var(--text-fine)" class="figure" fill="var(--color-petrol)">
      {{ figure(travel) }}
    </text>
    <path
      v-for="n in nicks"
      :key="n.id"
      :d="mark(xOf(n.side), n.above_mm, n.felt)"
      fill="none"
      :stroke="n.mark === 'due' ? 'var(--color-ochre)' : 'var(--color-ink)'"
      stroke-width="2.6"
    />
    <path
      v-if="typed !== undefined && typed >= 0"
      :d="mark(xOf(side), typed, felt)"
      fill="none"
      stroke="var(--color-petrol)"
      stroke-width="2.6"
    />
  </svg>
</template>
