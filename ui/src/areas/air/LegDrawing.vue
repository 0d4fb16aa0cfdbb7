<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Schemas } from '@/api/client'
import CentreLine from '@/drawing/CentreLine.vue'
import ZoneHatching from '@/drawing/ZoneHatching.vue'
import { figure, percent } from '@/parts/words'

/** A leg with its ring: how far it sank of its travel, and how far it should. To the scale of its travel. */
const props = defineProps<{ bench: Schemas['LegBench']; sag?: number; travel?: number }>()
const pattern = useId()
const seal = 190
const top = 30
const travel = computed(() => props.travel ?? props.bench.reads.at(-1)?.travel_mm ?? 120)
const scale = computed(() => (seal - top - 14) / travel.value)
const y = (mm: number) => seal - mm * scale.value
const sag = computed(() => props.sag ?? props.bench.reads.at(-1)?.sag_mm)
const share = computed(() => (sag.value === undefined ? undefined : sag.value / travel.value))
const within = computed(
  () => share.value !== undefined && share.value >= props.bench.from && share.value <= props.bench.to,
)
const ring = computed(() => (sag.value === undefined ? undefined : Math.max(top, y(sag.value))))
const said = computed(() =>
  sag.value === undefined
    ? 'The leg, not read yet'
    : `The leg: it sank ${figure(sag.value)} of ${figure(travel.value)} mm, ${percent(share.value ?? 0)}; to be ${percent(props.bench.from)} to ${percent(props.bench.to)}`,
)
</script>

<template>
  <svg viewBox="0 0 300 290" class="w-full max-w-[320px]" role="img" :aria-label="said">
    <ZoneHatching :id="pattern" />
    <CentreLine :from="[120, 8]" :to="[120, 284]" />
    <rect
      x="84"
      y="12"
      width="72"
      height="18"
      :fill="`url(#${pattern}-watch)`"
      stroke="var(--color-ink)"
      stroke-width="1.6"
    />
    <rect
      x="100"
      :y="top"
      width="40"
      :height="seal - top"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="2"
    />
    <rect
      x="100"
      :y="y(bench.to * travel)"
      width="40"
      :height="y(bench.from * travel) - y(bench.to * travel)"
      fill="var(--color-wash)"
    />
    <path
      :d="`M92 ${seal}h56v10h6v84h-68v-84h6z`"
      :fill="`url(#${pattern}-watch)`"
      stroke="var(--color-ink)"
      stroke-width="2"
    />
    <path
      :d="`M168 ${y(bench.from * travel)}h10V${y(bench.to * travel)}h-10`"
      fill="none"
      stroke="var(--color-petrol)"
      stroke-width="2.2"
    />
    <text
      x="186"
      :y="(y(bench.from * travel) + y(bench.to * travel)) / 2 + 5"
      font-size="14"
      class="figure"
      fill="var(--color-petrol)"
    >
      {{ Math.round(bench.from * 100) }}–{{ Math.round(bench.to * 100) }} %
    </text>
    <template v-if="ring !== undefined">
      <rect
        x="95"
        :y="ring - 4"
        width="50"
        height="8"
        :fill="within ? 'var(--color-ink)' : 'var(--color-ochre)'"
      />
      <path :d="`M88 ${seal}H72V${ring}h16`" fill="none" stroke="var(--color-soft)" stroke-width="1" />
      <text
        x="64"
        :y="(seal + ring) / 2 + 6"
        text-anchor="end"
        font-size="19"
        font-weight="700"
        class="figure"
        fill="var(--color-ink)"
      >
        {{ figure(sag ?? 0) }}
      </text>
      <text
        x="64"
        :y="(seal + ring) / 2 + 24"
        text-anchor="end"
        font-size="var(--text-fine)"
        class="figure"
        fill="var(--color-soft)"
      >
        {{ percent(share ?? 0) }}
      </text>
    </template>
    <text x="186" :y="top + 14" font-size="var(--text-fine)" class="figure" fill="var(--color-soft)">
      {{ figure(travel) }} mm in all
    </text>
  </svg>
</template>
