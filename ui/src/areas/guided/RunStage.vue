<script setup lang="ts">
import { computed } from 'vue'

import { useSession } from '@/api/session'
import { useOpenJob, useTarget } from '@/areas/job/open'

import RunBench from './RunBench.vue'

/** A run of guided work at the bench, and what was done in it. */
const { job, pen, closed } = useOpenJob()
const { target } = useTarget()
const { hands } = useSession()
const run = computed(
  () =>
    job.value.runs.find((r) => r.id === target()) ??
    job.value.runs.find((r) => !r.finished) ??
    job.value.runs.at(-1),
)
const locked = computed(() => closed.value || !hands.value)
const minutes = (seconds: number) => (seconds < 90 ? `${seconds} s` : `${Math.round(seconds / 60)} min`)

async function undo(why = 'a step back') {
  const last = run.value?.done.at(-1)
  if (last && !locked.value) await pen.record({ withdrawn: { reason: why } }, last.id)
}
async function abandon() {
  if (run.value && !locked.value)
    await pen.record({ withdrawn: { reason: 'the run was abandoned' } }, run.value.id)
}
</script>

<template>
  <p v-if="!run" class="px-5 py-4 text-soft">
    No guided work has begun on this bike.
    <RouterLink class="text-petrol underline" :to="{ name: 'job-guides' }">Choose some</RouterLink>
  </p>
  <div v-else class="grid h-full min-h-0 lg:grid-cols-[minmax(0,1fr)_300px]">
    <RunBench :key="run.id" :run="run" :locked="locked" @undo="undo" />
    <aside class="flex min-h-0 flex-col border-rule bg-paper px-4 py-3 lg:border-l" aria-label="Done so far">
      <div class="flex items-center">
        <h2>Done · {{ run.done.length }}</h2>
        <span class="figure ml-auto text-note text-soft">{{ minutes(run.seconds) }}</span>
      </div>
      <p v-if="run.chosen.length || run.bottle" class="text-sm text-soft">
        {{ [...run.chosen, run.bottle].filter(Boolean).join(' · ') }}
      </p>
      <ol class="mt-1 min-h-0 flex-1 lg:overflow-y-auto">
        <li v-for="d in run.done" :key="d.id" class="border-b border-rule py-1.5 text-note leading-tight">
          <span class="line-clamp-2">{{ d.do }}</span>
          <span class="text-[13.5px] text-soft"
            ><b v-if="d.outcome || d.note" class="text-ink"
              >{{ [d.outcome, d.note].filter(Boolean).join(' · ') }} · </b
            >{{ d.by }} · {{ minutes(d.seconds) }}</span
          >
        </li>
      </ol>
      <button v-if="!run.finished && !locked" type="button" class="button button-quiet mt-2" @click="abandon">
        Abandon this run
      </button>
    </aside>
  </div>
</template>
