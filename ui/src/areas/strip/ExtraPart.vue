<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'

/** Something that was found and is not in the picture. */
const props = defineProps<{ strip: Schemas['Strip'] }>()
const emit = defineEmits<{ done: [] }>()
const { pen } = useOpenJob()
const name = ref('')
const note = ref('')
const under = ref(props.strip.tray.at(-1) ?? '')
async function add() {
  const part_extra = {
    strip: props.strip.id,
    under: under.value || undefined,
    name: name.value,
    note: note.value || undefined,
  }
  if (await pen.record({ part_extra })) emit('done')
}
</script>

<template>
  <form
    class="flex flex-wrap items-end gap-2 px-4 py-2"
    aria-label="Found, not in the picture"
    @submit.prevent="add"
  >
    <label class="grow text-note text-soft"
      >What was found<input v-model="name" class="input text-ink" placeholder="Spacer 2.5 mm"
    /></label>
    <ChoiceField
      v-model="under"
      label="Under"
      :choices="[
        ['', 'nothing, topmost'],
        ...strip.parts.filter((x) => !x.stays).map((p) => [p.id, p.name] as const),
      ]"
    />
    <label class="grow text-note text-soft">Note<input v-model="note" class="input text-ink" /></label>
    <button type="submit" class="button button-go" :disabled="pen.busy.value">Add it</button>
  </form>
</template>
