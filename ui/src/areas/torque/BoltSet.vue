<script setup lang="ts">
import { computed } from 'vue'

import type { BoltView } from '@/api/client'
import { figure } from '@/parts/words'

/** The bolts of one joint in the order they are tightened, with the next one shown. */
const props = defineProps<{ bolts: BoltView[]; current: BoltView; half: boolean }>()

const round = computed(() => props.current.pattern === 'star' && props.bolts.length > 2)
const size = 132
// Round a circle in a star; else side by side. Position names tell which is which on the bike.
const places = computed(() => {
  const n = props.bolts.length
  const byPosition = [...props.bolts].sort((a, b) => (a.position ?? '').localeCompare(b.position ?? ''))
  return byPosition.map((bolt, i) => {
    const angle = (i / n) * 2 * Math.PI - Math.PI / 2
    return round.value
      ? { bolt, x: size / 2 + 46 * Math.cos(angle), y: size / 2 + 46 * Math.sin(angle) }
      : { bolt, x: ((i + 0.5) / n) * size, y: 22 }
  })
})
const path = computed(() =>
  [...props.bolts]
    .sort((a, b) => (a.turn ?? 0) - (b.turn ?? 0))
    .map((bolt) => places.value.find((p) => p.bolt === bolt))
    .map((p, i) => (p ? `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}` : ''))
    .join(''),
)
const done = (b: BoltView) => b.settled
const said = computed(
  () =>
    `${props.bolts.length} bolts ${round.value ? 'in a star' : 'in turns'}: ` +
    [...props.bolts]
      .sort((a, b) => (a.turn ?? 0) - (b.turn ?? 0))
      .map((b) => b.position)
      .join(', '),
)
</script>

<template>
  <figure class="w-44 shrink-0 self-start border border-rule bg-paper px-2 pt-2 pb-1.5">
    <svg :viewBox="`0 0 ${size} ${round ? size : 60}`" class="block w-full" role="img" :aria-label="said">
      <path :d="path" fill="none" stroke="var(--color-rule)" stroke-width="2" />
      <g v-for="p in places" :key="p.bolt.position" :transform="`translate(${p.x} ${p.y})`">
        <circle
          r="14"
          :fill="
            p.bolt === current
              ? 'var(--color-petrol)'
              : done(p.bolt)
                ? 'var(--color-ink)'
                : 'var(--color-paper)'
          "
          stroke="var(--color-ink)"
          stroke-width="1.6"
          :stroke-dasharray="done(p.bolt) || p.bolt === current ? undefined : '3 3'"
        />
        <text
          y="5"
          text-anchor="middle"
          font-size="14"
          font-weight="700"
          :fill="
            p.bolt === current
              ? 'var(--color-on-petrol)'
              : done(p.bolt)
                ? 'var(--color-chalk)'
                : 'var(--color-ink)'
          "
        >
          {{ p.bolt.turn }}
        </text>
        <text v-if="!round" y="32" text-anchor="middle" font-size="var(--text-fine)" fill="var(--color-soft)">
          {{ p.bolt.position }}
        </text>
      </g>
    </svg>
    <figcaption class="text-center text-sm leading-snug">
      <template v-if="half && current.half_nm"
        ><b>First round: half</b>, <b class="figure">{{ figure(current.half_nm) }} N·m</b></template
      >
      <template v-else><b>Full round</b>, bolt {{ current.turn }} of {{ current.of }}</template>
    </figcaption>
  </figure>
</template>
