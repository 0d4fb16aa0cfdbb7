<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useTimes } from '@/parts/time'

/** The jobs of a bike, newest first. */
defineProps<{ jobs: Schemas['EarlierJob'][] }>()
const { date } = useTimes()
</script>

<template>
  <p v-if="!jobs.length" class="py-2 text-soft">The first time we see this bike.</p>
  <ul v-else>
    <li v-for="job in jobs" :key="job.id" class="border-b border-rule">
      <RouterLink
        :to="{ name: 'job-hand-over', params: { id: job.id } }"
        class="flex gap-3 py-2 hover:bg-wash"
      >
        <span class="figure w-28 shrink-0 whitespace-nowrap text-note text-soft">{{
          date(job.opened_at)
        }}</span>
        <span class="min-w-0 flex-1 leading-tight">
          <span class="line-clamp-2">“{{ job.words }}”</span>
          <b v-if="!job.released_at" class="text-sm text-petrol">in the shop</b>
        </span>
      </RouterLink>
    </li>
  </ul>
</template>
