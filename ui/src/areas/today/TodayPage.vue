<script setup lang="ts">
import { PlusIcon } from '@heroicons/vue/20/solid'
import { computed } from 'vue'

import { useToday } from '@/api/job'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { useTimes } from '@/parts/time'

import CallBackList from './CallBackList.vue'
import JobCard from './JobCard.vue'
import JobLine from './JobLine.vue'

/** The first screen: what is on the stands, and who or what waits for whom. */
const { data: today, error, isPending } = useToday()
const { day } = useTimes()

const by = (group: string) => computed(() => today.value?.jobs.filter((j) => j.group === group) ?? [])
const onStand = by('stand')
const lists = [
  { title: 'At the door', jobs: by('door'), empty: 'Nobody waits to be looked at.' },
  { title: 'Waiting for an answer', jobs: by('waiting'), empty: 'Every owner has answered.' },
  { title: 'Ready to go', jobs: by('ready'), empty: 'No bike waits to be fetched.' },
  { title: 'Went home today', jobs: by('gone'), empty: 'None has left yet today.' },
]
const summary = computed(() => {
  if (!today.value) return ''
  const { in_shop: here, promised_today: promised, late } = today.value
  const parts = [`${here} ${here === 1 ? 'bike' : 'bikes'} in the shop`]
  if (promised) parts.push(`${promised} promised today`)
  return parts.join(' · ') + (late ? '' : here ? ' · none late' : '')
})
</script>

<template>
  <main id="main" class="flex flex-1 flex-col">
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-ink px-5 py-3">
      <h1>{{ today ? day(today.now) : 'Today' }}</h1>
      <p class="text-soft">
        {{ summary }}<b v-if="today?.late" class="text-brick"> · {{ today.late }} late</b>
      </p>
      <RouterLink :to="{ name: 'check-in' }" class="button button-go ml-auto"
        ><PlusIcon class="size-5" /> Take a bike in</RouterLink
      >
    </div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <template v-if="today">
      <section class="border-b border-ink bg-paper px-5 pt-3 pb-5" aria-labelledby="on-stand">
        <h2 id="on-stand" class="mb-2">On the stands · {{ onStand.length }}</h2>
        <p v-if="!onStand.length" class="py-3 text-soft">
          The stands are free. Take a bike in, or start on one at the door.
        </p>
        <ul class="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
          <li v-for="job in onStand" :key="job.id"><JobCard :job="job" /></li>
        </ul>
      </section>
      <div class="grid sm:grid-cols-2 lg:grid-cols-4">
        <section
          v-for="list in lists"
          :key="list.title"
          class="border-rule px-5 pt-3 pb-6 not-last:border-r"
          :aria-label="list.title"
        >
          <h2 class="mb-1">
            {{ list.title }}<span v-if="list.jobs.value.length"> · {{ list.jobs.value.length }}</span>
          </h2>
          <p v-if="!list.jobs.value.length" class="py-2 text-note text-soft">{{ list.empty }}</p>
          <ul>
            <li v-for="job in list.jobs.value" :key="job.id" class="border-b border-rule">
              <JobLine :job="job" />
            </li>
          </ul>
        </section>
      </div>
      <CallBackList v-if="today.call_backs.length" :call-backs="today.call_backs" />
    </template>
  </main>
</template>
