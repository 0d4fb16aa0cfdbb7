<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { closedCurve } from '@/drawing/curve'

import { angleOf, middle, onRim, radius, spokesOf } from './layout'
import WheelDisc from './WheelDisc.vue'

/**
 * The wheel from the chain's side, valve on top: its lacing from the hub's figures, what is to be
 * turned written outside the rim, the rim's own hop drawn twenty times as large. Pressing a spoke
 * picks it.
 */
const props = defineProps<{ bench: Schemas['WheelBench']; at?: number }>()
const emit = defineEmits<{ pick: [spoke: number] }>()
/** How many times as large as it is the hop is drawn, as px for each mm. */
const magnified = 20
const spokes = computed(() => spokesOf(props.bench.lacing))
const turns = computed(() => {
  const sum = new Map<number, number>()
  for (const t of props.bench.turns) sum.set(t.spoke, (sum.get(t.spoke) ?? 0) + t.quarters)
  return sum
})
const done = computed(() => new Set(props.bench.turned.filter((t) => !t.seized).map((t) => t.spoke)))
const looks = computed(() =>
  spokes.value.map((s) => {
    const seen = props.bench.spokes[s.spoke - 1]
    const turn = turns.value.get(s.spoke)
    const here = s.spoke === props.at
    return {
      ...s,
      turn,
      here,
      done: done.value.has(s.spoke) && turn === undefined,
      seized: seen?.seized,
      mark: seen?.mark,
      tone: here ? 'petrol' : turn ? 'ink' : 'faint',
      width: here ? 3 : turn ? 2 : 1,
    }
  }),
)
const hop = computed(() => {
  const angle = (at: number) => angleOf(at, props.bench.lacing.spokes)
  const places = props.bench.rim.filter((r) => r.out_mm !== undefined)
  if (places.length < 3) return ''
  return closedCurve(
    places.map((r) => {
      const out = Math.max(-1, Math.min(1, r.out_mm ?? 0))
      return onRim(middle, radius + 8 + out * magnified, angle(r.at))
    }),
  )
})
const said = computed(
  () =>
    `The wheel from the chain's side, ${props.bench.lacing.spokes} spokes` +
    (props.at ? `; spoke ${props.at} is the one at hand` : ''),
)
const turnText = (n: number) => (n > 0 ? `+${n}` : `−${-n}`)
</script>

<template>
  <WheelDisc v-slot="{ spoke: s }" :said="said" :spokes="looks" :rim="hop">
    <g class="cursor-pointer" @click="emit('pick', s.spoke)">
      <line
        :x1="s.hub[0]"
        :y1="s.hub[1]"
        :x2="s.rim[0]"
        :y2="s.rim[1]"
        stroke="transparent"
        stroke-width="12"
      />
      <line
        :x1="s.hub[0]"
        :y1="s.hub[1]"
        :x2="s.rim[0]"
        :y2="s.rim[1]"
        :stroke="`var(--color-${s.tone})`"
        :stroke-width="s.width"
        :stroke-dasharray="s.right ? undefined : '6 4'"
      />
      <path
        v-if="s.seized"
        :d="`M${s.rim[0] - 5} ${s.rim[1] - 5}l10 10m0 -10l-10 10`"
        stroke="var(--color-brick)"
        stroke-width="2"
      />
      <text
        v-if="s.turn || s.here || s.mark || s.done"
        :x="s.label[0]"
        :y="s.label[1] + 5"
        text-anchor="middle"
        class="figure"
        :font-size="s.here ? 16 : 14"
        :font-weight="s.here ? 700 : 400"
        :fill="
          s.here
            ? 'var(--color-petrol)'
            : s.mark
              ? 'var(--color-ochre)'
              : s.turn
                ? 'var(--color-ink)'
                : 'var(--color-soft)'
        "
      >
        {{ s.turn ? turnText(s.turn) : s.done ? '✓' : s.spoke }}
      </text>
    </g>
  </WheelDisc>
</template>
