<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, asFault, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import { daysAfter, useTimes } from '@/parts/time'

/** Bikes that are to come back: joints that settle, fluid from dry, pads after bedding. */
const props = defineProps<{ callBacks: Schemas['CallBack'][] }>()
const queries = useQueryClient()
const times = useTimes()
const open = ref('')
const note = ref('')
const { date } = times
const today = times.today()
const chosen = computed(() => props.callBacks.find((c) => c.id === open.value))

const saving = useMutation({
  mutationFn: (change: { c: Schemas['CallBack']; state: 'open' | 'done' | 'dropped'; due?: string }) =>
    ask(
      client.PUT('/api/call-backs/{id}', {
        params: { path: { id: change.c.id } },
        body: {
          state: change.state,
          due: change.due ?? change.c.due,
          note: note.value,
          version: change.c.version,
        },
      }),
    ),
  onSuccess: () => {
    open.value = note.value = ''
    return queries.invalidateQueries({ queryKey: ['today'] })
  },
})
const fault = computed(() => (saving.error.value ? asFault(saving.error.value) : undefined))
const later = (c: Schemas['CallBack']) => daysAfter(c.due < today ? today : c.due, 7)
</script>

<template>
  <section class="border-t border-ink px-5 pt-3 pb-5" aria-labelledby="call-backs">
    <h2 id="call-backs" class="mb-1">To come back · {{ callBacks.length }}</h2>
    <FaultNote v-if="fault" :fault="fault" />
    <ul class="grid gap-x-8 md:grid-cols-2">
      <li v-for="c in callBacks" :key="c.id" class="border-b border-rule py-2">
        <div class="flex items-start gap-3">
          <div class="min-w-0 flex-1 leading-snug">
            <p>
              <RouterLink
                class="font-bold underline decoration-rule underline-offset-4"
                :to="{ name: 'bike', params: { id: c.bike_id } }"
                >{{ c.title }}</RouterLink
              >
              <span class="text-soft">
                · {{ c.owner }} · <span class="figure whitespace-nowrap">{{ c.phone }}</span></span
              >
            </p>
            <p class="text-note text-soft">{{ c.what }}</p>
          </div>
          <b class="figure shrink-0 text-note" :class="c.due < today && 'text-brick'">{{ date(c.due) }}</b>
          <button
            type="button"
            class="button button-quiet min-h-11!"
            :aria-expanded="open === c.id"
            :aria-label="`Settle ${c.title}: ${c.what}`"
            @click="open = open === c.id ? '' : c.id"
          >
            Settle
          </button>
        </div>
        <div v-if="chosen?.id === c.id" class="mt-1 flex flex-wrap gap-2">
          <input
            v-model="note"
            class="input min-w-48 flex-1"
            aria-label="Note"
            placeholder="Note; needed to drop it"
          />
          <button type="button" class="button" @click="saving.mutate({ c, state: 'done' })">Done</button>
          <button type="button" class="button" @click="saving.mutate({ c, state: 'open', due: later(c) })">
            In a week
          </button>
          <button type="button" class="button" @click="saving.mutate({ c, state: 'dropped' })">
            Drop it
          </button>
        </div>
      </li>
    </ul>
  </section>
</template>
