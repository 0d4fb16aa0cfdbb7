<script setup lang="ts">
import { ref } from 'vue'

import { newId } from '@/api/client'
import { useBook } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import FormFault from '@/parts/FormFault.vue'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'

/** A bolt that the catalogue lacks: with its figure, or with its thread to estimate one from. */
const emit = defineEmits<{ done: [key?: string] }>()
const { pen } = useOpenJob()
const { data: book } = useBook()
const bolt = ref({
  name: '',
  typed_min: '',
  typed_max: '',
  source: '',
  thread: '',
  class: '8.8' as const,
  into: 'aluminium' as 'aluminium' | 'steel' | 'carbon',
  treatment: 'grease',
  critical: false,
})
const known = ref(true)

async function add() {
  const { typed_min, typed_max, source, thread, class: strength, into, ...rest } = bolt.value
  const id = newId()
  const figures = { typed_min, typed_max, source }
  const estimate = { thread, class: strength, into }
  if (await pen.record({ bolt: { ...rest, ...(known.value ? figures : estimate) } }, undefined, id))
    emit('done', id)
}
</script>

<template>
  <form class="flex flex-col gap-2 border-b border-ink bg-chalk px-4 py-3" @submit.prevent="add">
    <TextField
      v-model="bolt.name"
      label="What it holds"
      name="name"
      :fault="pen.fault.value"
      placeholder="Basket bracket"
    />
    <div class="flex gap-2" role="group" aria-label="What is known of it">
      <button
        type="button"
        class="button flex-1"
        :class="known && 'button-go'"
        :aria-pressed="known"
        @click="known = true"
      >
        Its torque
      </button>
      <button
        type="button"
        class="button flex-1"
        :class="!known && 'button-go'"
        :aria-pressed="!known"
        @click="known = false"
      >
        Only its thread
      </button>
    </div>
    <template v-if="known">
      <div class="grid grid-cols-2 gap-2">
        <TextField
          v-model="bolt.typed_min"
          label="Least"
          name="typed_min"
          :fault="pen.fault.value"
          figure
          inputmode="decimal"
        />
        <TextField
          v-model="bolt.typed_max"
          label="Most"
          name="typed_max"
          :fault="pen.fault.value"
          figure
          inputmode="decimal"
        />
      </div>
      <TextField
        v-model="bolt.source"
        label="Where it stands"
        name="source"
        :fault="pen.fault.value"
        placeholder="marked on it; manual, page 14"
      />
    </template>
    <template v-else>
      <p class="text-sm text-soft">
        Estimated from the bolt alone, for steel in steel. In aluminium or on carbon it is a stopgap: find the
        manual’s figure.
      </p>
      <div class="grid grid-cols-3 gap-2">
        <TextField
          v-model="bolt.thread"
          label="Thread"
          name="thread"
          :fault="pen.fault.value"
          figure
          placeholder="M5"
        />
        <FormField v-slot="f" label="On its head" name="class" :fault="pen.fault.value"
          ><select :id="f.id" v-model="bolt.class" class="input figure">
            <option v-for="c in ['8.8', '10.9', '12.9', 'A2-70']" :key="c">{{ c }}</option>
          </select></FormField
        >
        <FormField v-slot="f" label="Into" name="into" :fault="pen.fault.value"
          ><select :id="f.id" v-model="bolt.into" class="input">
            <option v-for="m in ['steel', 'aluminium', 'carbon']" :key="m">{{ m }}</option>
          </select></FormField
        >
      </div>
    </template>
    <FormField v-slot="f" label="On its threads" name="treatment" :fault="pen.fault.value"
      ><select :id="f.id" v-model="bolt.treatment" class="input">
        <option v-for="t in book?.treatments ?? []" :key="t.id" :value="t.id">{{ t.name }}</option>
      </select></FormField
    >
    <label class="flex min-h-11 items-center gap-2.5"
      ><input v-model="bolt.critical" type="checkbox" class="size-5" /> The rider can be hurt if it is
      wrong</label
    >
    <FormFault :fault="pen.fault.value" />
    <div class="flex gap-2">
      <button type="submit" class="button button-go">Add it to this bike</button>
      <button type="button" class="button" @click="emit('done')">Leave it</button>
    </div>
  </form>
</template>
