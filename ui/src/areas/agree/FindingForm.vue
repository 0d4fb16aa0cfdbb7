<script setup lang="ts">
import { ref } from 'vue'

import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'

/** Something found that no inspection point holds, at any stage: it goes back to Agree for itself alone. */
const emit = defineEmits<{ done: [] }>()
const { pen } = useOpenJob()
const title = ref('')
const note = ref('')
const mark = ref<'watch' | 'due' | 'unsafe'>('due')

async function save() {
  if (await pen.record({ finding: { title: title.value, mark: mark.value, note: note.value || undefined } }))
    emit('done')
}
</script>

<template>
  <form class="my-2 flex flex-wrap items-end gap-2 border border-rule bg-paper p-3" @submit.prevent="save">
    <label class="min-w-60 flex-1 text-sm text-soft"
      >What is wrong<input v-model="title" class="input text-base text-ink"
    /></label>
    <ChoiceField
      v-model="mark"
      label="How bad"
      :choices="[
        ['watch', 'watch'],
        ['due', 'due'],
        ['unsafe', 'unsafe'],
      ]"
    />
    <label class="min-w-60 flex-1 text-sm text-soft"
      >Why, in plain words<input v-model="note" class="input text-base text-ink"
    /></label>
    <button type="submit" class="button button-go" :disabled="!title.trim()">Note it</button>
    <FaultNote v-if="pen.fault.value" class="w-full" :fault="pen.fault.value" />
  </form>
</template>
