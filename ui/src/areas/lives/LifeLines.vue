<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { Line } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useTimes } from '@/parts/time'

import LifeStory from './LifeStory.vue'
import LifeTrack from './LifeTrack.vue'
import { yearsOf } from './years'

/** What is on a bike, each place on one ruler of time, what is due first on top. One press opens its story. */
const props = defineProps<{ lines: Line[] }>()
const open = defineModel<string>('open')
defineSlots<{ default?: (props: { line: Line }) => unknown }>()
const { month } = useTimes()

const known = computed(() => props.lines.filter((l) => l.known || l.place === open.value))
const silent = computed(() => props.lines.filter((l) => !l.known && l.place !== open.value))
const years = computed(() => yearsOf(props.lines, new Date()))
const ruler = useTemplateRef('ruler')
const { width } = useElementSize(ruler)
const w = computed(() => Math.max(width.value, 120))
const toggle = (place: string) => (open.value = open.value === place ? undefined : place)
</script>

<template>
  <div class="relative">
    <p class="mb-2 text-right text-sm text-soft">
      upright: fitted · ring: read · wedge: tended · cross: came off · hatched: due in this span
    </p>
    <div class="grid grid-cols-[minmax(0,1fr)] items-end gap-x-5 md:grid-cols-[220px_minmax(0,1fr)_190px]">
      <span class="hidden md:block"></span>
      <div ref="ruler" class="hidden md:block">
        <svg
          :width="w"
          height="40"
          :viewBox="`0 0 ${w} 40`"
          aria-hidden="true"
          class="block overflow-visible"
        >
          <line x1="0" :x2="w" y1="36" y2="36" stroke="var(--color-ink)" stroke-width="1.4" />
          <g v-for="m in years.months" :key="m.at">
            <line
              :x1="m.at * w"
              :x2="m.at * w"
              :y1="m.year ? 20 : 30"
              y2="36"
              stroke="var(--color-ink)"
              :stroke-width="m.year ? 1.6 : 1"
            />
            <text
              v-if="m.year && m.at < 0.95"
              :x="m.at * w + 5"
              y="18"
              font-size="var(--text-fine)"
              fill="var(--color-soft)"
              class="figure"
            >
              {{ month(m.year.toISOString()) }}
            </text>
          </g>
          <line
            :x1="years.today * w"
            :x2="years.today * w"
            y1="16"
            y2="40"
            stroke="var(--color-petrol)"
            stroke-width="2"
          />
          <text
            :x="years.today * w"
            y="11"
            font-size="var(--text-fine)"
            font-weight="700"
            text-anchor="middle"
            fill="var(--color-petrol)"
          >
            today
          </text>
        </svg>
      </div>
      <span class="hidden md:block"></span>
    </div>
    <ul>
      <li
        v-for="line in known"
        :key="line.place"
        class="border-b border-rule"
        :class="open === line.place && 'bg-paper'"
      >
        <button
          type="button"
          class="grid w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-x-5 py-1.5 text-left hover:bg-wash md:grid-cols-[220px_minmax(0,1fr)_190px]"
          :aria-expanded="open === line.place"
          @click="toggle(line.place)"
        >
          <span class="flex min-w-0 items-center gap-2.5">
            <ConditionMark :mark="line.mark" :size="18" />
            <span class="min-w-0 leading-tight">
              <b class="block truncate">{{ line.name }}</b>
              <span class="block truncate text-fine text-soft">{{ line.says }}</span>
            </span>
          </span>
          <LifeTrack class="hidden md:block" :line="line" :years="years" :width="w" />
          <span class="flex min-w-0 items-baseline justify-between gap-3 text-right">
            <b class="figure truncate">{{ line.last }}</b>
            <span class="shrink-0 text-note" :class="line.soon ? 'font-[680] text-ochre' : 'text-soft'">{{
              line.left
            }}</span>
          </span>
        </button>
        <LifeStory v-if="open === line.place" :line="line"><slot :line="line" /></LifeStory>
      </li>
    </ul>
    <p v-if="!known.length" class="py-3 text-soft">Nothing is known yet of what is on this bike.</p>
    <p v-if="silent.length" class="mt-3 text-note leading-8 text-soft">
      Nothing known of:
      <button
        v-for="line in silent"
        :key="line.place"
        type="button"
        class="mr-3 min-h-8 text-petrol underline"
        @click="toggle(line.place)"
      >
        {{ line.name.toLowerCase() }}
      </button>
    </p>
  </div>
</template>
