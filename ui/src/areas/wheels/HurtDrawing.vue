<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'

import { spokesOf } from './layout'
import WheelDisc from './WheelDisc.vue'

/**
 * The wheel from the chain's side: the spoke that broke, those that carry its load now, and those
 * laced as it was.
 */
const props = defineProps<{ lacing: Schemas['Lacing']; broke?: Schemas['BrokenSpokeView'] }>()
const spokes = computed(() => spokesOf(props.lacing))
const looks = computed(() =>
  spokes.value.map((s) => {
    const gone = props.broke?.spokes.includes(s.spoke)
    const like = props.broke?.like.includes(s.spoke)
    const beside = props.broke?.beside.includes(s.spoke)
    return { ...s, gone, like, beside, tone: gone ? 'brick' : like ? 'petrol' : beside ? 'ochre' : 'faint' }
  }),
)
/** A broken spoke is drawn as its two ends. */
const along = (s: { hub: readonly number[]; rim: readonly number[] }, share: number) =>
  [0, 1].map((i) => (s.hub[i] ?? 0) + share * ((s.rim[i] ?? 0) - (s.hub[i] ?? 0)))
const said = computed(() =>
  props.broke
    ? `Spoke ${props.broke.spokes.join(', ')} broke; looked at: ${props.broke.beside.join(', ')}; laced alike: ${props.broke.like.join(', ')}`
    : `The wheel from the chain's side, ${props.lacing.spokes} spokes`,
)
</script>

<template>
  <WheelDisc v-slot="{ spoke: s }" :said="said" :spokes="looks">
    <g>
      <template v-if="s.gone">
        <path
          :d="`M${s.hub.join(' ')}L${along(s, 0.38).join(' ')}M${along(s, 0.58).join(' ')}L${s.rim.join(' ')}`"
          stroke="var(--color-brick)"
          stroke-width="3"
        />
      </template>
      <line
        v-else
        :x1="s.hub[0]"
        :y1="s.hub[1]"
        :x2="s.rim[0]"
        :y2="s.rim[1]"
        :stroke="`var(--color-${s.tone})`"
        :stroke-width="s.like || s.beside ? 2.4 : 1"
        :stroke-dasharray="s.right ? undefined : '6 4'"
      />
      <text
        v-if="s.gone || s.like || s.beside"
        :x="s.label[0]"
        :y="s.label[1] + 5"
        text-anchor="middle"
        class="figure"
        :font-size="s.gone ? 16 : 13"
        :font-weight="s.gone ? 700 : 400"
        :fill="`var(--color-${s.tone})`"
      >
        {{ s.spoke }}
      </text>
    </g>
  </WheelDisc>
</template>
