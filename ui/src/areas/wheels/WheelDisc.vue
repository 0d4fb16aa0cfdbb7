<script setup lang="ts" generic="S extends Drawn">
import { type Drawn, middle, radius } from './layout'

/**
 * A wheel from the chain's side, valve on top: rim, hub, and each spoke as the slot draws it. A rim
 * that is drawn as it was read stands over the round one.
 */
defineProps<{ said: string; spokes: S[]; rim?: string }>()
defineSlots<{ default(props: { spoke: S }): unknown }>()
</script>

<template>
  <svg viewBox="6 8 388 388" class="mx-auto w-full max-w-[336px]" role="img" :aria-label="said">
    <circle
      :cx="middle"
      :cy="middle"
      :r="radius + 8"
      fill="none"
      :stroke="rim ? 'var(--color-rule)' : 'var(--color-ink)'"
      :stroke-width="rim ? 1 : 4.5"
    />
    <circle :cx="middle" :cy="middle" :r="radius" fill="none" stroke="var(--color-faint)" stroke-width="1" />
    <path v-if="rim" :d="rim" fill="none" stroke="var(--color-ink)" stroke-width="4.5" />
    <template v-for="s in spokes" :key="s.spoke"><slot :spoke="s" /></template>
    <circle
      :cx="middle"
      :cy="middle"
      r="21"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="2"
    />
    <circle :cx="middle" :cy="middle" r="6" fill="none" stroke="var(--color-ink)" stroke-width="2" />
    <path :d="`M${middle} ${middle - radius - 16}v16`" stroke="var(--color-brick)" stroke-width="3" />
    <text
      :x="middle"
      :y="middle - radius + 24"
      text-anchor="middle"
      font-size="var(--text-fine)"
      fill="var(--color-soft)"
      stroke="var(--color-chalk)"
      stroke-width="4"
      paint-order="stroke"
    >
      {{ rim ? 'valve · hop drawn × 20' : 'valve' }}
    </text>
  </svg>
</template>
