<script setup lang="ts">
import { computed, ref } from 'vue'

import { newId } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'

/** An assembly that the book lacks, sketched by typing its parts. */
const emit = defineEmits<{ begin: [content: { name: string; parts: string[] }] }>()
const { pen } = useOpenJob()
const name = ref('')
const parts = ref('')
const id = newId()
const fault = computed(() =>
  ['name', 'parts'].includes(pen.fault.value?.field ?? '') ? pen.fault.value : undefined,
)
</script>

<template>
  <form
    class="mt-2 grid max-w-2xl gap-3"
    aria-label="Sketch"
    @submit.prevent="emit('begin', { name, parts: parts.split('\n') })"
  >
    <FaultNote v-if="fault" :fault="fault" />
    <TextField v-model="name" label="What is taken apart" name="name" :fault="fault" />
    <FormField
      v-slot="f"
      label="Its parts, one a line, in the order in which they come off"
      name="parts"
      :fault="fault"
    >
      <textarea :id="f.id ?? id" v-model="parts" class="input" rows="6" :aria-invalid="f.invalid"></textarea>
    </FormField>
    <button type="submit" class="button button-go justify-self-start" :disabled="pen.busy.value">
      Take it apart
    </button>
  </form>
</template>
