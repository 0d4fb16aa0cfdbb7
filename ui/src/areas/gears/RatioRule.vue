<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import RuledScale from '@/drawing/RuledScale.vue'
import { typedNumber } from '@/parts/words'

import { logRule } from './rule'

/**
 * Every gear of a bike on one logarithmic rule of metres a turn, a row for each ring: what it has
 * above the rule, what it would have below. A chain that leans too far is dashed, a gear that is
 * felt as another is short.
 */
const props = defineProps<{ ratio?: Schemas['RatioAnswer']; cadence: string }>()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const w = computed(() => Math.max(width.value, 300))
const trains = computed(() => [props.ratio?.now, props.ratio?.then].filter((t) => t !== undefined))
const rule = computed(() =>
  logRule(
    trains.value.length ? trains.value.flatMap((t) => t.gears.map((g) => g.development_m)) : [2, 8],
    64,
    w.value - 20,
  ),
)
const row = 30
const rows = (t: Schemas['Geared']) => [...new Set(t.gears.map((g) => g.ring))].sort((a, b) => a - b)
const above = computed(() => (trains.value[0] ? rows(trains.value[0]).length : 1))
const base = computed(() => 26 + above.value * row)
const below = computed(() => (trains.value[1] ? rows(trains.value[1]).length : 0))
const height = computed(() => base.value + 74 + below.value * row)
const laid = computed(() =>
  trains.value.map((t, k) => {
    const rings = rows(t)
    return {
      name: k ? 'then' : 'now',
      rings: rings.map((ring, i) => ({ ring, y: yOf(k, i) })),
      gears: t.gears.map((g) => ({
        ...g,
        x: rule.value.x(g.development_m),
        y: yOf(k, rings.indexOf(g.ring)),
      })),
    }
  }),
)
/** The largest ring lies farthest from the rule. */
function yOf(train: number, ring: number) {
  return train ? base.value + 48 + ring * row + 10 : base.value - 12 - ring * row
}
/** A second scale: what those metres come to at a brisk cadence, km/h. */
const brisk = 85
const speeds = computed(() =>
  [5, 8, 10, 15, 20, 25, 30, 40, 50].flatMap((kmh) => {
    const m = (kmh * 1000) / 60 / brisk
    const x = rule.value.x(m)
    return x > 66 && x < w.value - 24 ? [{ kmh, x }] : []
  }),
)
const slow = computed(() => typedNumber(props.cadence) ?? 60)
</script>

<template>
  <div ref="box" class="w-full">
    <svg
      :width="w"
      :height="height"
      :viewBox="`0 0 ${w} ${height}`"
      role="img"
      aria-label="Every gear on one rule of metres a turn"
    >
      <g v-for="t in laid" :key="t.name">
        <g v-for="r in t.rings" :key="r.ring">
          <text x="6" :y="r.y + 4" font-size="var(--text-fine)" fill="var(--color-soft)">
            {{ t.name }}
            <tspan class="figure" fill="var(--color-ink)">{{ r.ring }}</tspan>
          </text>
          <line x1="64" :x2="w - 20" :y1="r.y" :y2="r.y" stroke="var(--color-rule)" />
        </g>
        <g v-for="g in t.gears" :key="`${g.ring}-${g.sprocket}-${g.hub}`">
          <line
            :x1="g.x"
            :x2="g.x"
            :y1="g.y - (g.double ? 5 : 10)"
            :y2="g.y + (g.double ? 5 : 10)"
            :stroke="
              g.askew ? 'var(--color-faint)' : t.name === 'then' ? 'var(--color-petrol)' : 'var(--color-ink)'
            "
            :stroke-width="g.askew ? 1.6 : 2.8"
            :stroke-dasharray="g.askew ? '3 3' : undefined"
          />
        </g>
      </g>
      <rect
        x="64"
        :y="base + 4"
        :width="w - 84"
        height="14"
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        stroke-width="1.3"
      />
      <RuledScale :ticks="rule.ticks" :base="base + 18" />
      <text x="6" :y="base + 40" font-size="var(--text-fine)" fill="var(--color-soft)">m a turn</text>
      <g v-for="s in speeds" :key="s.kmh">
        <line :x1="s.x" :x2="s.x" :y1="base + 4" :y2="base + 9" stroke="var(--color-soft)" />
        <text
          v-if="!below"
          :x="s.x"
          :y="base + 62"
          font-size="var(--text-fine)"
          text-anchor="middle"
          class="figure"
          fill="var(--color-soft)"
        >
          {{ s.kmh }}
        </text>
      </g>
      <text v-if="!below" x="6" :y="base + 62" font-size="var(--text-fine)" fill="var(--color-soft)">
        km/h
      </text>
    </svg>
    <p class="text-sm text-soft">
      Dashed: the chain leans too far. Short: felt as another gear. Hills at {{ slow }} turns a
      minute<template v-if="!below">, km/h at {{ brisk }}</template
      >.
    </p>
  </div>
</template>
