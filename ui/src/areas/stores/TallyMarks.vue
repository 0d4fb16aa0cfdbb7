<script setup lang="ts">
import { computed } from 'vue'

/** How many are left, as they are struck on a drawer's card: in fives, the fewest to keep marked by a stop. */
const props = defineProps<{ held: number; least: number; short?: boolean }>()
const most = 20
const shown = computed(() => Math.min(Math.max(0, props.held), most))
const x = (i: number) => 5 + i * 6 + Math.floor(i / 5) * 5
const strokes = computed(() =>
  Array.from({ length: shown.value }, (_, i) =>
    i % 5 === 4 ? `M${x(i - 4) - 3} 20L${x(i) - 3} 6` : `M${x(i)} 5v16`,
  ),
)
const stop = computed(() =>
  props.held > 0 && props.least > 0 && props.least < most ? x(props.least) - 3.5 : undefined,
)
</script>

<template>
  <svg
    viewBox="0 0 150 26"
    class="h-7 w-40 shrink-0"
    role="img"
    :aria-label="`${held} left${least ? `, fewest ${least}` : ''}`"
  >
    <path d="M1 24.5H149" stroke="var(--color-rule)" />
    <path
      v-for="d in strokes"
      :key="d"
      :d="d"
      :stroke="short ? 'var(--color-ochre)' : 'var(--color-ink)'"
      stroke-width="2"
      stroke-linecap="round"
    />
    <path
      v-if="stop !== undefined"
      :d="`M${stop} 2v22`"
      stroke="var(--color-petrol)"
      stroke-width="1.2"
      stroke-dasharray="3 2"
    />
    <text v-if="held > most" x="136" y="18" class="figure fill-ink text-fine">+</text>
    <text v-if="!held" x="4" y="18" class="fill-ochre text-fine">none left</text>
  </svg>
</template>
