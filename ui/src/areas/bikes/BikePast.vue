<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useTimes } from '@/parts/time'

import CalledFor from './CalledFor.vue'
import PastJobs from './PastJobs.vue'

/** What was done to this bike before, what was read of what sits there now, and what will be due. */
const props = defineProps<{
  history: Pick<Schemas['BikeHistory'], 'jobs'> &
    Partial<Pick<Schemas['BikeHistory'], 'lines' | 'call_backs'>>
}>()
const { month } = useTimes()
const groups = computed(() => {
  const lines = props.history.lines ?? []
  return [
    { name: 'Due, or due within three months', lines: lines.filter((l) => l.soon) },
    { name: 'Read last', lines: lines.filter((l) => !l.soon && (l.last || l.left) && l.mark !== 'sound') },
    { name: 'Sound when it was read', lines: lines.filter((l) => !l.soon && l.mark === 'sound' && l.plot) },
  ].filter((g) => g.lines.length)
})
</script>

<template>
  <div>
    <p v-if="!history.jobs.length" class="py-2 text-soft">The first time we see this bike.</p>
    <div v-else class="flex flex-col gap-5">
      <CalledFor :calls="history.call_backs ?? []" />
      <section v-for="g in groups" :key="g.name">
        <h2 class="mb-1">{{ g.name }}</h2>
        <ul>
          <li v-for="l in g.lines" :key="l.place" class="flex items-center gap-2.5 border-b border-rule py-2">
            <ConditionMark :mark="l.mark" :size="18" />
            <span class="min-w-0 flex-1 leading-tight"
              >{{ l.name }}<span class="block text-fine text-soft">{{ l.says }}</span></span
            >
            <span class="text-right leading-tight">
              <b class="figure">{{ l.last }}</b> <span class="text-sm text-soft">{{ month(l.last_at) }}</span>
              <span class="block text-fine" :class="l.soon ? 'font-[680] text-ochre' : 'text-soft'">{{
                /\d/.test(l.left) ? `${l.left} left` : l.left
              }}</span>
            </span>
          </li>
        </ul>
      </section>
      <section>
        <h2 class="mb-1">Earlier jobs</h2>
        <PastJobs :jobs="history.jobs" />
      </section>
    </div>
  </div>
</template>
