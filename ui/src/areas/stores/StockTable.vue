<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, asFault, client } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'

/** A table of parts, looked through line by line before anything is written. */
const emit = defineEmits<{ done: [] }>()
const queries = useQueryClient()
const text = ref('')
const name = ref('')
const look = useMutation({
  mutationFn: (take: boolean) => ask(client.POST('/api/stores/table', { body: { text: text.value, take } })),
  onSuccess: (_, take) => {
    if (!take) return
    void queries.invalidateQueries({ queryKey: ['stores'] })
    emit('done')
  },
})
const fault = computed(() => (look.error.value ? asFault(look.error.value) : undefined))
const lines = computed(() => look.data.value ?? [])
const count = (does: string) => lines.value.filter((l) => l.does === does).length
const marks = { adds: '+', changes: '→', nothing: '·', refused: '!' }

async function choose(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  name.value = file.name
  text.value = await file.text()
  look.mutate(false)
}
</script>

<template>
  <section class="panel mb-4 p-4" aria-labelledby="table">
    <h2 id="table" class="mb-2">Take in a table</h2>
    <p class="mb-2 text-note text-soft">
      CSV with comma or semicolon. Parts are known by their code. Nothing is written before you have seen what
      changes.
    </p>
    <input
      type="file"
      accept=".csv,text/csv,text/plain"
      class="mb-2"
      aria-label="Table of parts"
      @change="choose"
    />
    <FaultNote v-if="fault" :fault="fault" class="mb-2" />
    <template v-if="lines.length">
      <p role="status" class="mb-1">
        <b>{{ name }}</b>: {{ count('adds') }} added, {{ count('changes') }} changed,
        {{ count('nothing') }} as they are,
        <b :class="count('refused') > 0 && 'text-brick'">{{ count('refused') }} refused</b>.
      </p>
      <div class="max-h-80 overflow-y-auto border-y border-rule" tabindex="0" role="group" aria-label="Lines">
        <table class="w-full text-note">
          <tbody>
            <tr v-for="l in lines" :key="l.line" class="border-b border-rule align-top">
              <td class="figure w-12 py-1 text-soft">{{ l.line }}</td>
              <td class="figure w-6 py-1 font-bold" :class="l.does === 'refused' && 'text-brick'">
                {{ marks[l.does] }}
              </td>
              <td class="figure w-24 py-1">{{ l.code }}</td>
              <td class="py-1">{{ l.name }}</td>
              <td class="py-1" :class="l.does === 'refused' ? 'text-brick' : 'text-soft'">
                {{ l.says.join('; ') }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <button
        type="button"
        class="button button-go mt-3"
        :disabled="look.isPending.value || count('refused') > 0 || count('adds') + count('changes') === 0"
        @click="look.mutate(true)"
      >
        Write {{ count('adds') + count('changes') }}
        {{ count('adds') + count('changes') === 1 ? 'line' : 'lines' }}
      </button>
    </template>
  </section>
</template>
