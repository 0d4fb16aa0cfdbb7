<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import ZoneHatching from '@/drawing/ZoneHatching.vue'
import { figure } from '@/parts/words'

/**
 * What each spoke bears, round from the valve: filled on the right, open on the left; hatched what
 * the rim does not bear.
 */
const props = defineProps<{ bench: Schemas['WheelBench']; at?: number }>()
const emit = defineEmits<{ pick: [spoke: number] }>()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const pattern = useId()
const w = computed(() => Math.max(width.value, 240))
const left = 46
const height = 92
const base = height - 8
const limit = computed(() => props.bench.lacing.most_n)
const most = computed(() =>
  Math.max(limit.value * 1.1, ...props.bench.spokes.map((s) => Math.max(s.tension_n ?? 0, s.then_n ?? 0))),
)
const y = (v: number) => base - (v / most.value) * (base - 6)
const step = computed(() => (w.value - left - 8) / props.bench.spokes.length)
const lines = computed(() => [0.25, 0.5, 0.75].map((s) => Math.round((limit.value * s) / 50) * 50))
const uneven = computed(() => props.bench.now.uneven)
const then = computed(() => props.bench.then?.uneven)
const said = computed(() =>
  uneven.value
    ? `Tension of each spoke, N: off the mean of its side by ${figure(uneven.value.by)} %, allowed ${figure(uneven.value.most)} %`
    : 'Tension of each spoke: not read yet',
)
</script>

<template>
  <div ref="box" class="w-full">
    <div class="flex items-baseline justify-between gap-2 whitespace-nowrap">
      <h3 class="text-sm font-[680] text-soft">
        Tension, N<span class="hidden font-normal xl:inline"> · filled right, open left</span>
      </h3>
      <span v-if="uneven" class="figure text-note" :class="uneven.mark !== 'sound' && 'text-ochre'"
        >± {{ Math.round(uneven.by) }} %<template v-if="then"> → {{ Math.round(then.by) }} %</template></span
      >
    </div>
    <svg
      :width="w"
      :height="height"
      :viewBox="`0 0 ${w} ${height}`"
      role="img"
      :aria-label="said"
      class="block"
    >
      <ZoneHatching :id="pattern" />
      <rect
        :x="left"
        :y="y(most)"
        :width="w - left - 8"
        :height="y(limit) - y(most)"
        :fill="`url(#${pattern}-unsafe)`"
      />
      <g v-for="v in [...lines, limit]" :key="v">
        <line :x1="left" :x2="w - 8" :y1="y(v)" :y2="y(v)" stroke="var(--color-rule)" />
        <text
          :x="left - 6"
          :y="y(v) + 4"
          text-anchor="end"
          font-size="var(--text-fine)"
          class="figure"
          fill="var(--color-soft)"
        >
          {{ v }}
        </text>
      </g>
      <g v-for="(s, i) in bench.spokes" :key="s.spoke" class="cursor-pointer" @click="emit('pick', s.spoke)">
        <template v-if="s.tension_n !== undefined">
          <rect
            :x="left + i * step + step * 0.2"
            :y="y(s.tension_n)"
            :width="step * 0.6"
            :height="base - y(s.tension_n)"
            :fill="
              s.spoke === at
                ? 'var(--color-petrol)'
                : s.side === 'left'
                  ? 'var(--color-paper)'
                  : s.mark
                    ? 'var(--color-ochre)'
                    : 'var(--color-ink)'
            "
            :stroke="s.mark ? 'var(--color-ochre)' : 'var(--color-ink)'"
            :stroke-width="s.mark ? 2 : 1"
          />
          <line
            v-if="s.then_n !== undefined"
            :x1="left + i * step"
            :x2="left + (i + 1) * step"
            :y1="y(s.then_n)"
            :y2="y(s.then_n)"
            stroke="var(--color-petrol)"
            stroke-width="2"
          />
        </template>
      </g>
      <line :x1="left" :x2="w - 8" :y1="base" :y2="base" stroke="var(--color-ink)" stroke-width="1.4" />
      <text
        v-if="bench.spokes.every((s) => s.tension_n === undefined)"
        :x="(left + w) / 2"
        :y="height / 2 + 14"
        text-anchor="middle"
        font-size="var(--text-fine)"
        fill="var(--color-soft)"
      >
        not read yet; hatched: more than the rim bears
      </text>
    </svg>
  </div>
</template>
