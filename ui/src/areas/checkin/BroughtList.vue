<script setup lang="ts">
import { ref } from 'vue'

import { newId, type Schemas } from '@/api/client'
import TickField from '@/parts/TickField.vue'

/** What came with the bike, and what is taken off it for the job. */
const things = defineModel<NonNullable<Schemas['CheckIn']['belongings']>>({ required: true })
const thing = ref('')
const takenOff = ref(false)
function bring() {
  const name = thing.value.trim()
  if (!name) return
  things.value.push({ id: newId(), name, taken_off: takenOff.value })
  thing.value = ''
}
defineExpose({ bring })
</script>

<template>
  <div>
    <p class="mb-1 text-note text-soft">
      What came with it, and what is taken off for the job. Each is ticked back at the end.
    </p>
    <ul v-if="things.length" class="mb-2 border-t border-rule">
      <li v-for="(b, i) in things" :key="b.id" class="flex items-center border-b border-rule">
        <span class="flex-1"
          >{{ b.name }} <span class="text-soft">{{ b.taken_off ? 'taken off' : 'came with it' }}</span></span
        >
        <button
          type="button"
          class="button button-quiet"
          :aria-label="`Strike ${b.name}`"
          @click="things.splice(i, 1)"
        >
          strike
        </button>
      </li>
    </ul>
    <div class="flex flex-wrap items-center gap-2">
      <input
        v-model="thing"
        class="input max-w-sm flex-1"
        aria-label="Thing that came or was taken off"
        placeholder="Pannier, light, lock key"
        @keydown.enter.prevent="bring"
      />
      <TickField v-model="takenOff">taken off the bike</TickField>
      <button type="button" class="button" @click="bring">Add</button>
    </div>
  </div>
</template>
