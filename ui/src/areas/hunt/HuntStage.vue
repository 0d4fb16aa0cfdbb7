<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { newId } from '@/api/client'
import { useComplaints } from '@/api/job'
import { useSession } from '@/api/session'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'

import HuntBench from './HuntBench.vue'
import HuntCauses from './HuntCauses.vue'

/** The search for a cause: what the bike does, what to check next, and what is believed so far. */
const { job, pen, closed } = useOpenJob()
const { hands } = useSession()
const route = useRoute()
const router = useRouter()
const { data: complaints } = useComplaints(() => job.value.job.id)

const at = computed(() => (typeof route.query.at === 'string' ? route.query.at : undefined))
const hunt = computed(() => job.value.hunts.find((h) => h.id === at.value))
const locked = computed(() => closed.value || !hands.value)
const show = (id?: string) => router.replace({ query: id ? { at: id } : { new: '1' } })

// A job with searches opens the one that is not finished.
watch(
  () => job.value.hunts.length,
  () => {
    if (at.value || route.query.new) return
    const open = job.value.hunts.find((h) => !h.cured && !h.finding) ?? job.value.hunts.at(-1)
    if (open) void show(open.id)
  },
  { immediate: true },
)

async function start(fault: string) {
  const id = newId()
  if (await pen.record({ hunt: { fault } }, undefined, id)) void show(id)
}
</script>

<template>
  <div class="flex min-h-full flex-col">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-5 py-2">
      <RouterLink :to="{ name: 'job-inspect' }" class="button button-quiet">← Walk-round</RouterLink>
      <nav v-if="job.hunts.length" class="flex flex-wrap gap-2" aria-label="Searches">
        <button
          v-for="h in job.hunts"
          :key="h.id"
          type="button"
          class="button"
          :class="h.id === hunt?.id && 'bg-wash shadow-[inset_0_-3px_var(--color-petrol)]'"
          :aria-pressed="h.id === hunt?.id"
          @click="show(h.id)"
        >
          {{ h.name }}
        </button>
      </nav>
      <button
        v-if="hunt"
        type="button"
        class="button button-quiet ml-auto"
        :disabled="locked"
        @click="show()"
      >
        Another complaint
      </button>
    </div>

    <div v-if="hunt" class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_340px]">
      <HuntBench :key="hunt.id" :hunt="hunt" :locked="locked" />
      <HuntCauses :hunt="hunt" :locked="locked" class="border-rule lg:border-l" />
    </div>
    <section v-else class="max-w-4xl px-5 py-4" aria-labelledby="what-it-does">
      <h1 id="what-it-does">What does it do?</h1>
      <p class="my-2 text-soft">
        “{{ job.job.words }}”<template v-if="job.job.reading"> · {{ job.job.reading }}</template>
      </p>
      <FaultNote v-if="pen.fault.value" class="my-2" :fault="pen.fault.value" />
      <ul class="mt-4 grid gap-2 sm:grid-cols-2">
        <li v-for="c in complaints" :key="c.id">
          <button
            type="button"
            class="button w-full justify-between! text-left"
            :class="c.fits && 'border-petrol bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
            :disabled="locked || pen.busy.value"
            @click="start(c.id)"
          >
            {{ c.name }}<span v-if="c.fits" class="text-sm font-normal text-soft">sounds like it</span>
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>
