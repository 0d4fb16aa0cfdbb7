<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, onMounted, ref, useTemplateRef } from 'vue'

import { ask, asFault, client, type Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import TextField from '@/parts/TextField.vue'

import HoseSketch from './HoseSketch.vue'

/** What the hose of a pump takes: read, off, on again, read. */
const props = defineProps<{ gauge: Schemas['PressureGauge'] }>()
const emit = defineEmits<{ done: [] }>()
const queries = useQueryClient()
const form = ref({ on: 'fork' as Schemas['GaugeHose']['on'], before: '', after: '', width: '', seat: '' })
const fields = useTemplateRef('fields')
onMounted(() => fields.value?.querySelector('input')?.focus())
const tyre = computed(() => form.value.on === 'tyre')
const saving = useMutation({
  mutationFn: () =>
    ask(client.POST('/api/gauges/{id}/hose', { params: { path: { id: props.gauge.id } }, body: form.value })),
  onSuccess: (all) => {
    queries.setQueryData(['gauges'], all)
    void queries.invalidateQueries({ queryKey: ['job'] })
    emit('done')
  },
})
const fault = computed(() => (saving.error.value ? asFault(saving.error.value) : undefined))
const untold = computed(() => fault.value && !/^(before|after|width|seat)$/.test(fault.value.field ?? ''))
</script>

<template>
  <form ref="fields" class="border-l-4 border-petrol pl-4" @submit.prevent="saving.mutate()">
    <p class="mb-2 max-w-3xl text-note">
      Pump it up as usual. Read it; take the hose off, put it on again at once, read it once more.
    </p>
    <div class="flex flex-wrap items-start gap-x-8 gap-y-3">
      <div class="grid w-full max-w-md grid-cols-2 gap-2 self-start">
        <ChoiceField
          v-model="form.on"
          label="Put on"
          name="on"
          :fault="fault"
          class="col-span-2"
          :choices="[
            ['fork', 'A fork'],
            ['shock', 'A shock'],
            ['tyre', 'A tyre'],
          ]"
        />
        <template v-if="tyre">
          <TextField
            v-model="form.width"
            label="Its width, mm"
            name="width"
            :fault="fault"
            figure
            inputmode="decimal"
          />
          <TextField
            v-model="form.seat"
            label="Its bead seat, mm"
            name="seat"
            :fault="fault"
            figure
            inputmode="decimal"
          />
        </template>
        <TextField
          v-model="form.before"
          label="It showed, bar"
          name="before"
          :fault="fault"
          figure
          inputmode="decimal"
        />
        <TextField
          v-model="form.after"
          label="On again it shows"
          name="after"
          :fault="fault"
          figure
          inputmode="decimal"
        />
      </div>
      <HoseSketch :before="form.before" :after="form.after" />
    </div>
    <FaultNote v-if="untold && fault" class="mt-2" :fault="fault" />
    <div class="mt-2 flex flex-wrap gap-2">
      <button type="submit" class="button button-go" :disabled="saving.isPending.value">
        It is measured
      </button>
      <button type="button" class="button" @click="emit('done')">Leave it</button>
    </div>
  </form>
</template>
