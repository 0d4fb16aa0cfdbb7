<script setup lang="ts">
import { computed } from 'vue'

import type { Fault } from '@/api/client'
import TextField from '@/parts/TextField.vue'
import { daysAfter, useTimes } from '@/parts/time'

import type { useDraft } from './draft'
import ServiceChoice from './ServiceChoice.vue'

/** What it is taken in for, and by when it is promised. */
const draft = defineModel<ReturnType<typeof useDraft>['value']>({ required: true })
defineProps<{ fault?: Fault }>()

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
  <ServiceChoice v-model="draft.service" :facts="draft.bike.facts" :fault="fault" />
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
