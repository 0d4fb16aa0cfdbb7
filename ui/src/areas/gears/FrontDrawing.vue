<script setup lang="ts">
import { computed } from 'vue'

import CentreLine from '@/drawing/CentreLine.vue'
import { markOn, type Scale } from '@/parts/scale'
import { figure, typedNumber } from '@/parts/words'

/**
 * A front mech from above, its cage turned as it was sighted, three times as much; and from behind,
 * its height over the teeth.
 */
const props = defineProps<{
  rings: number
  height: string
  angle: string
  rubs: readonly string[]
  scales: { height?: Scale; angle?: Scale }
}>()
const turned = computed(() => typedNumber(props.angle))
const over = computed(() => typedNumber(props.height))
const right = computed(() => ({
  angle: markOn(props.scales.angle, turned.value) === 'sound',
  height: markOn(props.scales.height, over.value) === 'sound',
}))
const apart = 26
const lines = computed(() =>
  Array.from({ length: props.rings }, (_, i) => ({
    y: 118 + (i - (props.rings - 1) / 2) * apart,
    rub: props.rubs[i] ?? 'none',
  })),
)
const outer = computed(() => lines.value.at(-1)?.y ?? 118)
const lift = computed(() => Math.max(-14, Math.min(34, (over.value ?? 2) * 7)))
const tone = (ok: boolean, known: boolean) => (!known ? 'faint' : ok ? 'petrol' : 'ochre')
</script>

<template>
  <svg
    viewBox="0 0 640 230"
    class="w-full max-w-[820px]"
    role="img"
    aria-label="Front mech from above and from behind"
  >
    <text x="6" y="16" font-size="var(--text-fine)" fill="var(--color-soft)">
      from above, front to the right
    </text>
    <text x="6" y="222" font-size="var(--text-fine)" fill="var(--color-soft)">away from the frame</text>
    <CentreLine :from="[10, 44]" :to="[390, 44]" />
    <text x="392" y="48" font-size="var(--text-fine)" fill="var(--color-soft)">frame</text>
    <g v-for="(l, i) in lines" :key="i">
      <rect
        x="40"
        :y="l.y - 3"
        width="320"
        height="6"
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        stroke-width="1.4"
      />
      <line x1="0" x2="200" :y1="l.y" :y2="l.y" stroke="var(--color-rule)" stroke-width="3" />
      <circle
        v-if="l.rub !== 'none'"
        cx="150"
        :cy="l.y + (l.rub === 'inner' ? -8 : 8)"
        r="5"
        fill="var(--color-ochre)"
      />
    </g>
    <g :transform="`rotate(${(turned ?? 0) * -3} 200 ${outer})`">
      <path
        v-for="side in [-1, 1]"
        :key="side"
        :d="`M110 ${outer + side * 17 + (side < 0 ? -6 : 0)}H270q16 0 22 ${side * -5}`"
        fill="none"
        :stroke="`var(--color-${tone(right.angle, turned !== undefined)})`"
        stroke-width="3.5"
      />
      <line
        :x1="110"
        :x2="110"
        :y1="outer - 23"
        :y2="outer + 17"
        stroke="var(--color-ink)"
        stroke-width="1.4"
      />
    </g>
    <text
      v-if="turned !== undefined"
      x="96"
      :y="outer + 40"
      font-size="14"
      class="figure"
      :fill="`var(--color-${right.angle ? 'petrol' : 'ochre'})`"
    >
      {{ figure(turned) }}°
    </text>
    <text x="520" y="16" font-size="var(--text-fine)" fill="var(--color-soft)">from behind</text>
    <path
      d="M470 200V120l6 -10l6 10V200"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="1.6"
    />
    <line x1="440" x2="600" y1="110" y2="110" stroke="var(--color-rule)" stroke-dasharray="3 3" />
    <g :transform="`translate(0 ${-lift})`">
      <path
        d="M492 40V110M450 40V132M450 40H492"
        fill="none"
        :stroke="`var(--color-${tone(right.height, over !== undefined)})`"
        stroke-width="4"
      />
    </g>
    <path d="M520 89v-4h10v4M520 103v4h10v-4" fill="none" stroke="var(--color-petrol)" stroke-width="1.8" />
    <text v-if="scales.height?.target" x="538" y="100" font-size="var(--text-fine)" fill="var(--color-soft)">
      {{ figure(scales.height.target.from) }} to {{ figure(scales.height.target.to) }} mm
    </text>
    <text
      v-if="over !== undefined"
      x="500"
      :y="114 - lift"
      font-size="15"
      class="figure"
      font-weight="700"
      :fill="`var(--color-${right.height ? 'petrol' : 'ochre'})`"
    >
      {{ figure(over) }}
    </text>
  </svg>
</template>
