<script setup lang="ts">
import { computed, ref } from 'vue'

import { useSession } from '@/api/session'
import FaultNote from '@/parts/FaultNote.vue'

import { useDesk } from './desk'
import FindingForm from './FindingForm.vue'
import NoteList from './NoteList.vue'
import WorkRow from './WorkRow.vue'

/** What the owner agreed to, item by item. */
const { job, pen, closed } = useDesk()
const { hands } = useSession()
const agreed = computed(() => job.value.items.filter((i) => i.answer?.answer === 'yes'))
const todo = computed(() => agreed.value.filter((i) => !i.work))
const waiting = computed(() => job.value.items.filter((i) => !i.answer).length)
const minutes = computed(() => todo.value.reduce((sum, i) => sum + i.item.minutes, 0))
const finding = ref(false)
const open = computed(() => job.value.runs.filter((r) => !r.finished))
</script>

<template>
  <div class="flex flex-col gap-6 px-5 py-4">
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <div v-if="job.brakes.length" class="flex flex-wrap items-center gap-2">
      <RouterLink class="button" :to="{ name: 'job-brakes', params: { id: job.job.id } }"
        >Brakes, and guided work on them</RouterLink
      >
      <RouterLink
        v-for="r in open"
        :key="r.id"
        class="button button-go"
        :to="{ name: 'job-run', params: { id: job.job.id }, query: { at: r.id } }"
        >Go on: {{ r.work.name }}</RouterLink
      >
    </div>
    <section aria-labelledby="agreed-work">
      <div class="mb-1 flex flex-wrap items-center gap-3 border-b border-ink pb-1">
        <h2 id="agreed-work">
          Agreed work · {{ agreed.length - todo.length }} of {{ agreed.length }} done<template v-if="minutes">
            · about {{ minutes }} min to go</template
          >
        </h2>
        <button
          v-if="hands && !closed"
          type="button"
          class="button button-quiet ml-auto min-h-9!"
          :aria-expanded="finding"
          @click="finding = !finding"
        >
          Found something else
        </button>
      </div>
      <FindingForm v-if="finding" @done="finding = false" />
      <p v-if="waiting" class="py-2 text-soft">
        {{ waiting }} {{ waiting === 1 ? 'item waits' : 'items wait' }} for the owner’s answer.
        <RouterLink class="text-petrol underline" :to="{ name: 'job-agree', params: { id: job.job.id } }"
          >To the answers</RouterLink
        >
      </p>
      <p v-if="!agreed.length && !waiting" class="py-2 text-soft">
        Nothing is agreed. If there is nothing to do, go on to Verify.
      </p>
      <ul>
        <WorkRow v-for="i in agreed" :key="i.id" :item="i" :locked="closed || !hands" />
      </ul>
    </section>
    <NoteList />
  </div>
</template>
