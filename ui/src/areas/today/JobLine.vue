<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useTimes } from '@/parts/time'

const props = defineProps<{ job: Schemas['TodayJob'] }>()
const { clock, dayAndClock } = useTimes()
const detail = computed(() => {
  const { group, words, detail: why, released_at: left, promised_at: promised } = props.job
  const by = promised ? `by ${dayAndClock(promised)}` : ''
  if (group === 'door') return [by, `“${words}”`].filter(Boolean).join(' · ')
  if (group === 'waiting') return [why, by].filter(Boolean).join(' · ')
  if (group === 'gone') return `handed over ${clock(left)}`
  return [props.job.next ? `${props.job.next}: ${why}` : 'ring the owner', props.job.phone].join(' · ')
})
</script>

<template>
  <RouterLink :to="{ name: 'job', params: { id: job.id } }" class="flex gap-2.5 py-2.5 hover:bg-wash">
    <ConditionMark :mark="job.mark" :size="18" />
    <span class="min-w-0 flex-1 leading-tight">
      <span class="line-clamp-2 text-note font-[560]">{{ job.title }}</span>
      <span class="line-clamp-2 text-sm text-soft"
        ><b v-if="job.late" class="text-brick">Late. </b>{{ job.owner }} · {{ detail }}</span
      >
    </span>
  </RouterLink>
</template>
