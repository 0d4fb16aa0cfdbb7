<script setup lang="ts">
import { computed } from 'vue'

/**
 * The lever's gears as a row, the one in which the mark is set in petrol, and the hub's window with
 * its mark between the lines.
 */
const props = defineProps<{ mark?: 'right' | 'tight' | 'slack'; gears: number; set?: number }>()
const off = computed(() => ({ right: 0, slack: -26, tight: 26 })[props.mark ?? 'right'])
const tone = computed(() =>
  !props.mark ? 'var(--color-faint)' : props.mark === 'right' ? 'var(--color-petrol)' : 'var(--color-ochre)',
)
const row = computed(() => Array.from({ length: props.gears }, (_, i) => i + 1))
</script>

<template>
  <svg
    viewBox="0 0 640 210"
    class="w-full max-w-[820px]"
    role="img"
    aria-label="The mark in the hub's window"
  >
    <g v-for="g in row" :key="g">
      <rect
        :x="24 + (g - 1) * 40"
        y="16"
        width="32"
        height="32"
        :fill="g === set ? 'var(--color-wash)' : 'none'"
        :stroke="g === set ? 'var(--color-petrol)' : 'var(--color-rule)'"
        :stroke-width="g === set ? 2.6 : 1.2"
      />
      <text
        :x="40 + (g - 1) * 40"
        y="38"
        text-anchor="middle"
        font-size="16"
        class="figure"
        :font-weight="g === set ? 700 : 400"
        :fill="g === set ? 'var(--color-petrol)' : 'var(--color-soft)'"
      >
        {{ g }}
      </text>
    </g>
    <text v-if="set" :x="36 + row.length * 40" y="38" font-size="14" fill="var(--color-soft)">
      lever here
    </text>
    <path
      d="M60 96H470a20 20 0 0 1 20 20v50a20 20 0 0 1 -20 20H60z"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="1.8"
    />
    <path d="M60 84V198" stroke="var(--color-ink)" stroke-width="7" />
    <path d="M490 128H600M490 154H600" stroke="var(--color-ink)" stroke-width="1.6" />
    <path d="M600 132q14 9 0 18" fill="none" stroke="var(--color-soft)" stroke-width="1.4" />
    <rect
      x="200"
      y="112"
      width="160"
      height="58"
      rx="4"
      fill="var(--color-chalk)"
      stroke="var(--color-ink)"
      stroke-width="1.6"
    />
    <path d="M268 112v58M292 112v58" stroke="var(--color-soft)" stroke-width="1.4" />
    <rect :x="272 + off" y="116" width="16" height="50" :fill="tone" />
    <text x="366" y="146" font-size="var(--text-fine)" fill="var(--color-soft)">cable pulls →</text>
  </svg>
</template>
