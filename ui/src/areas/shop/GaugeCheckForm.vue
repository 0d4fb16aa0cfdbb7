<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { useLocalStorage } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef } from 'vue'

import { ask, asFault, client, newId, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import TextField from '@/parts/TextField.vue'
import { figure, typedNumber } from '@/parts/words'

import GaugeRules from './GaugeRules.vue'

/** A gauge is held against another: pump until the other one shows a pressure, read this one. */
const props = defineProps<{ gauge: Schemas['PressureGauge'] }>()
const emit = defineEmits<{ done: [] }>()
const queries = useQueryClient()
const id = newId()
const against = useLocalStorage('utensil-gauge-against', '')
const steps = props.gauge.steps_bar ?? []
const rows = ref([...steps.map((bar) => ({ true: figure(bar), shown: '' })), { true: '', shown: '' }])
const form = useTemplateRef('form')
/** The hand goes on: to the gauge that is believed, or past it where it is the same as last time. */
onMounted(() =>
  form.value
    ?.querySelector<HTMLInputElement>(against.value.trim() ? 'td:last-child input' : 'input')
    ?.focus(),
)
/** A row that nobody touched says nothing: its pressure was only proposed. */
const touched = (r: { true: string; shown: string }, i: number) =>
  r.shown.trim() !== '' || r.true !== (steps[i] === undefined ? '' : figure(steps[i]))
const drawn = computed(() =>
  rows.value.flatMap((r) => {
    const [is, shown] = [typedNumber(r.true), typedNumber(r.shown)]
    return is === undefined || shown === undefined || is > props.gauge.most_bar ? [] : [{ true: is, shown }]
  }),
)
const saving = useMutation({
  mutationFn: () =>
    ask(
      client.POST('/api/gauges/{id}/checks', {
        params: { path: { id: props.gauge.id } },
        body: {
          id,
          against: against.value,
          pairs: rows.value.map((r, i) => (touched(r, i) ? r : { true: '', shown: '' })),
        },
      }),
    ),
  onSuccess: (all) => {
    queries.setQueryData(['gauges'], all)
    void queries.invalidateQueries({ queryKey: ['job'] })
    emit('done')
  },
})
const fault = computed(() => (saving.error.value ? asFault(saving.error.value) : undefined))
/** What is told under a field of its own is not told twice. */
const untold = computed(() => fault.value && !/^(against|pairs\.)/.test(fault.value.field ?? ''))
</script>

<template>
  <form ref="form" class="border-l-4 border-petrol pl-4" @submit.prevent="saving.mutate()">
    <p class="mb-2 max-w-3xl text-note">
      Both on one hose where you can. On a tyre each push lets a little air out: read the other one before and
      after, and take the middle. Pump until the other one shows the pressure, tap the glass, read this one.
    </p>
    <TextField
      v-model="against"
      class="mb-3 max-w-md"
      label="Held against: which gauge is believed, and why"
      name="against"
      :fault="fault"
    />
    <div class="grid gap-x-8 gap-y-3 lg:grid-cols-[330px_minmax(0,1fr)]">
      <table class="self-start">
        <thead class="text-left text-note text-soft">
          <tr>
            <th class="font-normal">The other shows, bar</th>
            <th class="font-normal">This one shows</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in rows" :key="i" class="align-top">
            <td class="pr-2 pb-1.5">
              <TextField
                v-model="r.true"
                bare
                :label="`The other one, ${i + 1}`"
                :name="`pairs.${i}.true`"
                :fault="fault"
                figure
                inputmode="decimal"
              />
            </td>
            <td class="pb-1.5">
              <TextField
                v-model="r.shown"
                bare
                :label="`This one, ${i + 1}`"
                :name="`pairs.${i}.shown`"
                :fault="fault"
                figure
                inputmode="decimal"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <GaugeRules :most="gauge.most_bar" :pairs="drawn" :label="gauge.name" />
    </div>
    <FaultNote v-if="untold && fault" class="mt-2" :fault="fault" />
    <div class="mt-2 flex flex-wrap gap-2">
      <button
        type="submit"
        class="button button-go"
        :disabled="saving.isPending.value || !rows.some((r) => r.shown.trim())"
      >
        It is checked
      </button>
      <button v-if="rows.length < 8" type="button" class="button" @click="rows.push({ true: '', shown: '' })">
        One more pressure
      </button>
      <button type="button" class="button" @click="emit('done')">Leave it</button>
    </div>
  </form>
</template>
