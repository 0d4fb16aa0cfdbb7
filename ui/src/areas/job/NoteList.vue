<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'

import { given } from '@/api/given'

import { useTimes } from '@/parts/time'

import { useOpenJob } from './open'

/** Notes on the job. Whatever is refused stays in the box, and what is typed outlives a tablet that stops. */
const { job, pen, closed } = useOpenJob()
const { dayAndClock } = useTimes()
const text = useLocalStorage(() => `utensil-note-${job.value.job.id}`, '')

async function add() {
  await given([text], ([typed = '']) => pen.record({ note: { text: typed } }))
}
</script>

<template>
  <section aria-labelledby="notes">
    <h2 id="notes" class="mb-1 border-b border-ink pb-1">Notes · {{ job.notes.length }}</h2>
    <ul>
      <li v-for="n in job.notes" :key="n.id" class="border-b border-rule py-2">
        <p class="max-h-60 overflow-auto break-words whitespace-pre-line">{{ n.text }}</p>
        <p class="text-sm text-soft">{{ n.by }}, {{ dayAndClock(n.at) }}</p>
      </li>
    </ul>
    <form v-if="!closed" class="mt-2 flex gap-2" @submit.prevent="add">
      <textarea
        v-model="text"
        rows="1"
        class="input flex-1"
        aria-label="Note on the job"
        placeholder="Note on the job; it stands on the sheet"
        @keydown.ctrl.enter="add"
      ></textarea>
      <button type="submit" class="button" :disabled="!text.trim()">Add</button>
    </form>
  </section>
</template>
