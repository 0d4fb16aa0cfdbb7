<script setup lang="ts">
import { computed } from 'vue'

import type { Fault } from '@/api/client'
import { useBook } from '@/api/job'
import TextField from '@/parts/TextField.vue'
import { daysAfter, useTimes } from '@/parts/time'

import type { useDraft } from './draft'

/** How deep the work goes, and by when it is promised. */
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
  <fieldset>
    <legend class="mb-1 text-note text-soft">How deep</legend>
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
  </div>
</template>
