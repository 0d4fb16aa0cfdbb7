<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useWords } from '@/api/words'

/**
 * The way of a job from door to door, as a ruled line. The pointer is where it stands; the heavy
 * name is what is open on the screen.
 */
const props = defineProps<{
  job: string
  stage: string
  stages: Schemas['StageView'][]
  shown: string
  gone: boolean
}>()

const words = useWords()
const marks = computed(() =>
  props.stages.map((s, i) => ({
    ...s,
    name: words.stage(s.stage),
    at: (100 * i) / (props.stages.length - 1),
    here: !props.gone && s.stage === props.stage,
  })),
)
const ticks = Array.from({ length: 51 }, (_, i) => ({ at: i * 2, tall: i % 10 === 0, half: i % 5 === 0 }))
</script>

<template>
  <nav aria-label="Stages of this job" class="relative mx-[52px] h-[58px]">
    <svg class="absolute inset-x-0 top-0 h-7 w-full overflow-visible" aria-hidden="true">
      <line x1="0" x2="100%" y1="12" y2="12" stroke="var(--color-ink)" stroke-width="1.4" />
      <line
        v-for="t in ticks"
        :key="t.at"
        :x1="`${t.at}%`"
        :x2="`${t.at}%`"
        y1="12"
        :y2="t.tall ? 22 : t.half ? 18 : 15.5"
        stroke="var(--color-faint)"
        stroke-width="1"
      />
    </svg>
    <RouterLink
      v-for="s in marks"
      :key="s.stage"
      :to="{ name: `job-${s.stage}`, params: { id: job } }"
      class="absolute top-0 flex h-[58px] outline-offset-[-3px] w-[104px] -translate-x-1/2 flex-col items-center justify-between"
      :class="shown === s.stage ? 'font-[720] text-petrol' : 'text-soft hover:text-ink'"
      :style="{ left: `${s.at}%` }"
      :aria-current="shown === s.stage ? 'page' : undefined"
    >
      <svg width="26" height="26" viewBox="0 0 26 26" aria-hidden="true">
        <path v-if="s.here" d="M13 19 3.5 3h19z" fill="var(--color-petrol)" />
        <circle
          v-else
          cx="13"
          cy="12"
          r="7"
          :fill="s.done ? 'var(--color-ink)' : 'var(--color-chalk)'"
          stroke="var(--color-ink)"
          stroke-width="1.6"
        />
      </svg>
      <span
        class="flex items-baseline gap-1.5 border-b-2 pb-0.5 text-note leading-tight whitespace-nowrap"
        :class="shown === s.stage ? 'border-petrol' : 'border-transparent'"
      >
        {{ s.name }}
        <span v-if="s.open" class="figure text-sm font-normal"
          >{{ s.open }}<span class="sr-only"> open</span></span
        >
        <span v-if="s.done" class="sr-only">done</span>
        <span v-if="s.here" class="sr-only">the job stands here</span>
      </span>
    </RouterLink>
  </nav>
</template>
