<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { figure } from '@/parts/words'

/** A tyre from the chain's side, valve on top: the two places that belong to a hole in its tube. */
const props = defineProps<{ search: Schemas['TyreSearch'] }>()
const middle = 100
const radius = 70
const at = (share: number, r: number) => {
  const a = 2 * Math.PI * share
  return [middle + r * Math.sin(a), middle - r * Math.cos(a)] as const
}
const places = computed(() =>
  [props.search.ahead_mm, props.search.behind_mm].map((mm) => {
    const share = mm / props.search.round_mm
    return {
      mm,
      spot: at(share, radius),
      from: at(share, radius - 14),
      to: at(share, radius + 14),
      text: at(share, radius - 34),
    }
  }),
)
const said = computed(
  () =>
    `The tyre from the chain's side: look ${figure(props.search.ahead_mm)} mm clockwise from the valve, and at ${figure(props.search.behind_mm)} mm`,
)
</script>

<template>
  <svg viewBox="0 0 200 200" class="w-full max-w-[230px]" role="img" :aria-label="said">
    <circle
      :cx="middle"
      :cy="middle"
      :r="radius + 8"
      fill="none"
      stroke="var(--color-ink)"
      stroke-width="2.4"
    />
    <circle
      :cx="middle"
      :cy="middle"
      :r="radius - 8"
      fill="none"
      stroke="var(--color-ink)"
      stroke-width="1.4"
    />
    <path :d="`M${middle} ${middle - radius + 2}v26`" stroke="var(--color-brick)" stroke-width="3" />
    <text
      :x="middle"
      :y="middle - radius + 42"
      text-anchor="middle"
      font-size="var(--text-fine)"
      fill="var(--color-soft)"
    >
      valve
    </text>
    <g v-for="p in places" :key="p.mm">
      <path
        :d="`M${p.from[0]} ${p.from[1]}L${p.to[0]} ${p.to[1]}`"
        stroke="var(--color-petrol)"
        stroke-width="4"
      />
      <text
        :x="p.text[0]"
        :y="p.text[1] + 5"
        text-anchor="middle"
        font-size="14"
        font-weight="700"
        class="figure"
        fill="var(--color-petrol)"
      >
        {{ figure(p.mm) }}
      </text>
    </g>
  </svg>
</template>
