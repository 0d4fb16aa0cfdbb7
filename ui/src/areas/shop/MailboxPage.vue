<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'

import { ask, client } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'

/** What the demo's stand-in mail server was sent: nothing leaves this machine. */
const { data, error } = useQuery({
  queryKey: ['mailbox'],
  queryFn: () => ask(client.GET('/api/mailbox')),
  refetchInterval: 3000,
})
const { dayAndClock } = useTimes()
</script>

<template>
  <main id="main" class="flex-1">
    <div class="border-b border-ink px-5 py-3"><h1>What was sent</h1></div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <div v-if="data" class="max-w-3xl px-5 py-4">
      <p v-if="!data.standin" class="text-soft">
        This server sends for real; what was sent stands with each job.
      </p>
      <p v-else-if="!data.letters.length" class="text-soft">
        Nothing yet. Send an owner a link from a job’s agreement. Nothing leaves this machine.
      </p>
      <article v-for="l in data.letters" :key="l.at" class="mb-4 border border-rule bg-paper p-4">
        <h2 class="text-lg! text-ink!">{{ l.subject }}</h2>
        <p class="text-sm text-soft">to {{ l.to.join(', ') }} · {{ dayAndClock(l.at) }}</p>
        <p class="mt-2 break-words whitespace-pre-line">{{ l.body }}</p>
      </article>
    </div>
  </main>
</template>
