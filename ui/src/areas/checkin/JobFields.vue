<script setup lang="ts">
import { computed } from 'vue'

import type { Fault } from '@/api/client'
import { useBook } from '@/api/job'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'
import { daysAfter, useTimes } from '@/parts/time'

import type { useDraft } from './draft'

/** What is to be done and by when: their words, how deep, how it looks, when it is promised. */
const draft = defineModel<ReturnType<typeof useDraft>['value']>({ required: true })
defineProps<{ fault?: Fault }>()
const { data: book } = useBook()

const { today, atWallClock } = useTimes()
const times = computed(() => {
  const at = (days: number, clock: string) => `${daysAfter(today(), days)}T${clock}`
  return [
    { name: 'Today 17:00', at: at(0, '17:00') },
    { name: 'Tomorrow 12:00', at: at(1, '12:00') },
    { name: 'Tomorrow 17:00', at: at(1, '17:00') },
    { name: 'In three days', at: at(3, '17:00') },
  ].filter((t) => (atWallClock(t.at) ?? '') > new Date().toISOString())
})
</script>

<template>
  <FormField v-slot="f" label="What the owner says, in their own words" name="words" :fault="fault">
    <textarea
      :id="f.id"
      v-model="draft.words"
      data-first="words"
      rows="2"
      class="input text-lg"
      :aria-invalid="f.invalid"
      :aria-describedby="f.described"
    ></textarea>
  </FormField>
  <TextField v-model="draft.reading" label="What you make of it" name="reading" :fault="fault" />
  <fieldset>
    <legend class="mb-1 text-[15px] text-soft">How deep</legend>
    <div class="grid gap-2 sm:grid-cols-4">
      <label
        v-for="d in book?.depths ?? []"
        :key="d.id"
        class="cursor-pointer border p-2.5 leading-tight has-checked:border-petrol has-checked:bg-wash has-checked:shadow-[inset_0_-4px_var(--color-petrol)] has-focus-visible:outline-3 has-focus-visible:outline-petrol"
        :class="draft.depth === d.id ? '' : 'border-rule bg-paper'"
      >
        <input v-model="draft.depth" type="radio" name="depth" :value="d.id" class="sr-only" />
        <b class="block">{{ d.name }}</b>
        <span class="text-sm text-soft">{{ d.about }}</span>
      </label>
    </div>
  </fieldset>
  <div class="grid gap-4 sm:grid-cols-2">
    <FormField
      v-slot="f"
      label="Condition at arrival: scratches, what is missing"
      name="condition"
      :fault="fault"
    >
      <textarea :id="f.id" v-model="draft.condition" rows="3" class="input"></textarea>
    </FormField>
    <div>
      <TextField
        v-model="draft.promised"
        label="Promised for"
        name="promised_at"
        :fault="fault"
        figure
        type="datetime-local"
      />
      <div class="mt-2 flex flex-wrap gap-2">
        <button
          v-for="t in times"
          :key="t.name"
          type="button"
          class="button px-3 text-sm"
          @click="draft.promised = t.at"
        >
          {{ t.name }}
        </button>
      </div>
      <TextField v-model="draft.stand" class="mt-2" label="Stand" name="stand" :fault="fault" />
    </div>
  </div>
</template>
