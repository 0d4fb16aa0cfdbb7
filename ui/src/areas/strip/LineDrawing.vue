<script setup lang="ts">
import { computed } from 'vue'

import CentreLine from '@/drawing/CentreLine.vue'
import { figure } from '@/parts/words'

/**
 * The chain's line from above: the middle of the bike, the rings in front, the sprockets behind, to
 * scale across.
 */
const props = defineProps<{ front: number; rear: number }>()
const middle = 20
const scale = 1.7
const at = computed(() => ({ front: middle + props.front * scale, rear: middle + props.rear * scale }))
const says = computed(
  () => `Rings ${figure(props.front)} mm from the middle, sprockets ${figure(props.rear)} mm`,
)
</script>

<template>
  <svg viewBox="0 0 280 150" class="mt-2 w-full max-w-80" role="img" :aria-label="says">
    <CentreLine :from="[10, middle]" :to="[270, middle]" />
    <line x1="60" x2="220" :y1="at.rear" :y2="at.front" stroke="var(--color-petrol)" stroke-width="3" />
    <line
      x1="60"
      x2="220"
      :y1="at.rear"
      :y2="at.rear"
      stroke="var(--color-ink)"
      stroke-width="1"
      stroke-dasharray="4 4"
    />
    <g
      v-for="s in [
        { x: 60, y: at.rear, reach: 20, says: `${figure(rear)} mm` },
        { x: 220, y: at.front, reach: 34, says: `${figure(front)} mm` },
      ]"
      :key="s.x"
    >
      <rect
        :x="s.x - s.reach"
        :y="s.y - 2.5"
        :width="2 * s.reach"
        height="5"
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        stroke-width="1.5"
      />
      <line :x1="s.x" :x2="s.x" :y1="middle" :y2="s.y - 3" stroke="var(--color-soft)" stroke-width="1" />
      <text
        :x="s.x < 140 ? s.x + 6 : s.x - 6"
        :text-anchor="s.x < 140 ? 'start' : 'end'"
        :y="(middle + s.y) / 2 + 4"
        font-size="var(--text-fine)"
        class="figure"
        fill="var(--color-ink)"
      >
        {{ s.says }}
      </text>
    </g>
    <text x="26" y="144" font-size="var(--text-fine)" fill="var(--color-soft)">sprockets</text>
    <text x="200" y="144" font-size="var(--text-fine)" fill="var(--color-soft)">rings</text>
  </svg>
</template>
