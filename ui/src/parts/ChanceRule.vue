<script setup lang="ts">
import { computed } from 'vue'

/** How likely something is, as a notch along a rule from 0 to 100 %. */
const props = defineProps<{ chance: number; strong?: boolean }>()
const at = computed(() => `${Math.round(props.chance * 1000) / 10}%`)
const ticks = Array.from({ length: 11 }, (_, i) => ({ at: i * 10, tall: i % 5 === 0 }))
</script>

<template>
  <svg class="h-3.5 w-full overflow-visible" aria-hidden="true">
    <rect x="0" y="0" :width="at" height="6" :fill="strong ? 'var(--color-petrol)' : 'var(--color-faint)'" />
    <line x1="0" x2="100%" y1="6" y2="6" stroke="var(--color-ink)" stroke-width="1" />
    <line
      v-for="t in ticks"
      :key="t.at"
      :x1="`${t.at}%`"
      :x2="`${t.at}%`"
      y1="6"
      :y2="t.tall ? 12 : 9"
      stroke="var(--color-ink)"
      stroke-width="0.8"
    />
  </svg>
</template>
