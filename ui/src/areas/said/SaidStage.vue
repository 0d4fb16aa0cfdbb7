<script setup lang="ts">
import { computed, ref } from 'vue'

import { useSession } from '@/api/session'
import { useOpenJob } from '@/areas/job/open'
import NextPiece from '@/areas/work/NextPiece.vue'
import FaultNote from '@/parts/FaultNote.vue'

import SaidRow from './SaidRow.vue'

/** What the owner said the bike does: each is answered before it leaves. */
const { job, pen, closed } = useOpenJob()
const { hands } = useSession()
const locked = computed(() => closed.value || !hands.value)
const open = computed(() => job.value.said.filter((c) => c.open).length)
const more = ref('')
async function add() {
  const words = more.value.trim()
  if (words && (await pen.record({ complaint: { words } }))) more.value = ''
}
</script>

<template>
  <section class="flex max-w-4xl flex-col gap-3 px-5 py-4" aria-labelledby="said">
    <RouterLink :to="{ name: 'job-verify' }" class="button button-quiet self-start">← Verify</RouterLink>
    <h1 id="said">What the owner said, and what the ride showed</h1>
    <p class="text-soft">“{{ job.job.words }}”</p>
    <p v-if="!job.said.length">Nothing is wrong with it, they say. Write down what they add.</p>
    <p v-else-if="open" role="status">
      <b>{{ open }} of {{ job.said.length }} not answered yet.</b> Each stands before the door until a search,
      something found, work, or a try answers it.
    </p>
    <template v-else>
      <p role="status"><b>All of it is answered.</b> The sheet says with what.</p>
      <NextPiece v-if="!locked" class="self-start" />
    </template>
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <ul class="border-t border-ink">
      <SaidRow v-for="c in job.said" :key="c.id" :said="c" :locked="locked" />
    </ul>
    <form v-if="!closed" class="flex flex-wrap gap-2" @submit.prevent="add">
      <input
        v-model="more"
        class="input min-w-64 flex-1"
        aria-label="Something else the owner says"
        placeholder="Something else they say it does, in their words"
      />
      <button type="submit" class="button" :disabled="!more.trim() || pen.busy.value">Add it</button>
    </form>
  </section>
</template>
