<script setup lang="ts">
import { ref } from 'vue'

import { useOpenJob } from '@/areas/job/open'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import FaultNote from '@/parts/FaultNote.vue'
import SendButton from '@/parts/SendButton.vue'

/** Something found that no inspection point holds, at any stage: it goes back to Agree for itself alone. */
const emit = defineEmits<{ done: [] }>()
const { pen } = useOpenJob()
const title = ref('')
const note = ref('')
/** Nothing is said of how bad it is before somebody has. */
const mark = ref<'watch' | 'due' | 'unsafe'>()

async function save() {
  if (!mark.value) return
  const finding = { title: title.value, mark: mark.value, note: note.value || undefined }
  if (await pen.record({ finding })) emit('done')
}
</script>

<template>
  <form class="my-2 flex flex-wrap items-end gap-2 border border-rule bg-paper p-3" @submit.prevent="save">
    <label class="min-w-60 flex-1 text-sm text-soft"
      >What is wrong<input v-model="title" class="input text-base text-ink"
    /></label>
    <ChoiceRow
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
    <SendButton class="button-go" :wants="(!title.trim() && 'what is wrong') || (!mark && 'how bad it is')"
      >Note it</SendButton
    >
    <FaultNote v-if="pen.fault.value" class="w-full" :fault="pen.fault.value" />
  </form>
</template>
