<script setup lang="ts">
import { computed } from 'vue'

import { figure, typedNumber } from '@/parts/words'

/**
 * A chamber and the hose beside it, before and after: the same air, in more room. The levels are
 * what was typed.
 */
const props = defineProps<{ before: string; after: string }>()
const top = 18
const tall = 96
const level = computed(() => {
  const [before, after] = [typedNumber(props.before), typedNumber(props.after)]
  if (before === undefined || after === undefined || before <= 0 || after <= 0 || after > before)
    return undefined
  return { after: top + tall * (1 - after / before), lost: before - after }
})
const drop = computed(() => (level.value ? Math.max(level.value.after, top + 1.5) : top + tall * 0.16))
</script>

<template>
  <svg
    viewBox="0 0 300 150"
    class="w-full max-w-[300px]"
    role="img"
    aria-label="What the hose takes out of the chamber"
  >
    <g class="fill-none stroke-ink" stroke-width="1.5">
      <path :d="`M14 ${top} V${top + tall} H92 V${top}`" />
      <path :d="`M168 ${top} V${top + tall} H246 V${top}`" />
      <path :d="`M246 ${top + tall - 14} h16 v-${tall - 30} h12 v${tall - 18} h-28`" />
    </g>
    <rect x="15" :y="top" width="76" :height="tall - 1" class="fill-petrol/25" />
    <rect x="169" :y="drop" width="76" :height="top + tall - 1 - drop" class="fill-petrol/25" />
    <path :d="`M246 ${top + tall - 13} h17 v-${tall - 32} h10 v${tall - 20} h-27 z`" class="fill-petrol/25" />
    <path :d="`M92 ${top} H246`" class="stroke-soft" stroke-width="1" stroke-dasharray="4 4" />
    <path :d="`M150 ${top} V${drop}`" class="stroke-brick" stroke-width="3" />
    <text
      v-if="level"
      x="144"
      :y="Math.max(drop + 4, 34)"
      text-anchor="end"
      class="figure fill-brick text-fine"
    >
      −{{ figure(Math.round(level.lost * 100) / 100) }}
    </text>
    <text x="53" y="136" text-anchor="middle" class="fill-soft text-fine">off</text>
    <text x="207" y="136" text-anchor="middle" class="fill-soft text-fine">on again</text>
  </svg>
</template>
