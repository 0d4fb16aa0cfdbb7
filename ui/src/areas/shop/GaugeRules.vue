<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'

import { ruled } from '@/areas/air/strip'
import { scaleOf } from '@/drawing/scale'
import ZoneHatching from '@/drawing/ZoneHatching.vue'
import { figure } from '@/parts/words'

/**
 * A gauge against the one that is believed: what it shows on the upper rule, what is true on the
 * lower one, a line from one to the other for each pressure they were held at. Upright lines are a
 * gauge that tells the truth; hatched is where nobody held it.
 */
const props = defineProps<{ most: number; pairs: { shown: number; true: number }[]; label: string }>()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const pattern = useId()
const [edge, upper, lower] = [64, 34, 78]
const w = computed(() => Math.max(width.value, 240))
const scale = computed(() => {
  const { step, major } = ruled([props.most / 1.2])
  return scaleOf({ min: 0, max: props.most, step, major }, edge, w.value - 20)
})
const x = (v: number) => scale.value.x(v)
const sorted = computed(() => [...props.pairs].sort((a, b) => a.true - b.true))
/** Where it was not held: before the first pair and after the last. */
const untried = computed(() => {
  const [first, last] = [sorted.value[0], sorted.value.at(-1)]
  const end = w.value - 20
  if (!first || !last) return [`${edge},${upper} ${end},${upper} ${end},${lower} ${edge},${lower}`]
  return [
    `${edge},${upper} ${x(first.shown)},${upper} ${x(first.true)},${lower} ${edge},${lower}`,
    `${x(last.shown)},${upper} ${end},${upper} ${end},${lower} ${x(last.true)},${lower}`,
  ]
})
const off = (p: { shown: number; true: number }) => {
  const by = Number((p.shown - p.true).toFixed(2))
  return by === 0 ? '0' : `${by > 0 ? '+' : '−'}${figure(Math.abs(by))}`
}
/** Figures of lines that stand close take turns above each other. */
const marks = computed(() => {
  let before = -Infinity
  return sorted.value.map((p) => {
    const close = x(p.shown) - before < 34
    before = close ? before : x(p.shown)
    return { ...p, off: off(p), y: close ? 9 : 22 }
  })
})
const said = computed(() =>
  marks.value.length
    ? `${props.label}: ${marks.value.map((p) => `shows ${figure(p.shown)} at ${figure(p.true)} bar`).join('; ')}`
    : `${props.label}: held against nothing yet`,
)
</script>

<template>
  <div ref="box" class="w-full">
    <svg :width="w" height="112" :viewBox="`0 0 ${w} 112`" role="img" :aria-label="said" class="block">
      <ZoneHatching :id="pattern" />
      <polygon
        :points="`${edge},${upper} ${w - 20},${upper} ${w - 20},${lower} ${edge},${lower}`"
        fill="var(--color-paper)"
      />
      <polygon v-for="p in untried" :key="p" :points="p" :fill="`url(#${pattern}-watch)`" />
      <g stroke="var(--color-ink)" stroke-width="1.4">
        <line :x1="edge" :x2="w - 20" :y1="upper" :y2="upper" />
        <line :x1="edge" :x2="w - 20" :y1="lower" :y2="lower" />
      </g>
      <g v-for="t in scale.ticks" :key="t.x" stroke="var(--color-ink)">
        <line
          :x1="t.x"
          :x2="t.x"
          :y1="upper"
          :y2="upper + (t.major ? 8 : 4)"
          :stroke-width="t.major ? 1.4 : 0.8"
        />
        <line
          :x1="t.x"
          :x2="t.x"
          :y1="lower"
          :y2="lower + (t.major ? 8 : 4)"
          :stroke-width="t.major ? 1.4 : 0.8"
        />
        <text
          v-if="t.major"
          :x="t.x"
          :y="lower + 24"
          text-anchor="middle"
          font-size="var(--text-fine)"
          stroke="none"
          fill="var(--color-soft)"
          class="figure"
        >
          {{ t.text }}
        </text>
      </g>
      <g v-for="p in marks" :key="p.true">
        <line
          :x1="x(p.shown)"
          :x2="x(p.true)"
          :y1="upper"
          :y2="lower"
          stroke="var(--color-petrol)"
          stroke-width="2.2"
        />
        <circle :cx="x(p.shown)" :cy="upper" r="3" fill="var(--color-petrol)" />
        <circle :cx="x(p.true)" :cy="lower" r="3" fill="var(--color-petrol)" />
        <text
          :x="x(p.shown)"
          :y="p.y"
          text-anchor="middle"
          font-size="var(--text-fine)"
          font-weight="700"
          fill="var(--color-petrol)"
          class="figure"
        >
          {{ p.off }}
        </text>
      </g>
      <g font-size="var(--text-fine)" fill="var(--color-soft)">
        <text x="0" :y="upper + 5">it shows</text>
        <text x="0" :y="lower + 5">is true</text>
        <text x="0" :y="lower + 24">bar</text>
      </g>
    </svg>
  </div>
</template>
