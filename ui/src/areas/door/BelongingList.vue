<script setup lang="ts">
import { ref } from 'vue'

import { given } from '@/api/given'
import { useOpenJob } from '@/areas/job/open'
import TickField from '@/parts/TickField.vue'

/** What came with the bike and what was taken off it, ticked back at the end. */
const { job, pen, closed } = useOpenJob()
const name = ref('')
const takenOff = ref(true)

async function add() {
  await given([name], ([typed = '']) => pen.record({ belonging: { name: typed, taken_off: takenOff.value } }))
}
</script>

<template>
  <section aria-labelledby="belongings">
    <h2 id="belongings" class="mb-1 border-b border-ink pb-1">Belongings · {{ job.belongings.length }}</h2>
    <p v-if="!job.belongings.length" class="py-2 text-soft">
      Nothing came with it and nothing was taken off.
    </p>
    <ul>
      <li v-for="b in job.belongings" :key="b.id" class="border-b border-rule">
        <div class="flex min-h-12 items-center gap-3">
          <TickField
            class="flex-1"
            :model-value="!!b.returned"
            :disabled="closed || !!b.returned"
            @update:model-value="pen.record({ return: { belonging: b.id } })"
            >{{ b.name }}</TickField
          >
          <span class="text-note text-soft">{{
            b.returned ? (b.taken_off ? 'back on' : 'given back') : b.taken_off ? 'put back on' : 'give back'
          }}</span>
        </div>
      </li>
    </ul>
    <form v-if="!closed" class="mt-2 flex flex-wrap items-center gap-2" @submit.prevent="add">
      <input
        v-model="name"
        class="input max-w-64 flex-1"
        aria-label="Belonging"
        placeholder="Something else"
      />
      <TickField v-model="takenOff">taken off</TickField>
      <button type="submit" class="button" :disabled="!name.trim()">Add</button>
    </form>
  </section>
</template>
