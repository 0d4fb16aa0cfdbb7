<script setup lang="ts">
import { ref } from 'vue'

import { newId } from '@/api/client'
import { useBook } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import FormFault from '@/parts/FormFault.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'

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
const known = ref<'torque' | 'thread'>('torque')

async function add() {
  const { typed_min, typed_max, source, thread, class: strength, into, ...rest } = bolt.value
  const id = newId()
  const figures = { typed_min, typed_max, source }
  const estimate = { thread, class: strength, into }
  if (
    await pen.record({ bolt: { ...rest, ...(known.value === 'torque' ? figures : estimate) } }, undefined, id)
  )
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
    <ChoiceRow
      v-model="known"
      bare
      label="What is known of it"
      :choices="[
        ['torque', 'Its torque'],
        ['thread', 'Only its thread'],
      ]"
    />
    <template v-if="known === 'torque'">
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
        <ChoiceField
          v-model="bolt.class"
          label="On its head"
          name="class"
          :fault="pen.fault.value"
          :choices="['8.8', '10.9', '12.9', 'A2-70'].map((c) => [c, c] as const)"
          look="figure"
        />
        <ChoiceField
          v-model="bolt.into"
          label="Into"
          name="into"
          :fault="pen.fault.value"
          :choices="['steel', 'aluminium', 'carbon'].map((m) => [m, m] as const)"
        />
      </div>
    </template>
    <ChoiceField
      v-model="bolt.treatment"
      label="On its threads"
      name="treatment"
      :fault="pen.fault.value"
      :choices="(book?.treatments ?? []).map((t) => [t.id, t.name] as const)"
    />
    <TickField v-model="bolt.critical">The rider can be hurt if it is wrong</TickField>
    <FormFault :fault="pen.fault.value" />
    <div class="flex gap-2">
      <button type="submit" class="button button-go">Add it to this bike</button>
      <button type="button" class="button" @click="emit('done')">Leave it</button>
    </div>
  </form>
</template>
