<script setup lang="ts">
import { ref } from 'vue'

import { given } from '@/api/given'

import { useOpenJob } from '@/areas/job/open'

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
        <label class="flex min-h-12 items-center gap-3" :class="closed || b.returned ? '' : 'cursor-pointer'">
          <input
            type="checkbox"
            class="size-6 accent-petrol"
            :checked="!!b.returned"
            :disabled="closed || !!b.returned"
            @change="pen.record({ return: { belonging: b.id } })"
          />
          <span class="flex-1">{{ b.name }}</span>
          <span class="text-note text-soft">{{
            b.returned ? (b.taken_off ? 'back on' : 'given back') : b.taken_off ? 'put back on' : 'give back'
          }}</span>
        </label>
      </li>
    </ul>
    <form v-if="!closed" class="mt-2 flex flex-wrap items-center gap-2" @submit.prevent="add">
      <input
        v-model="name"
        class="input max-w-64 flex-1"
        aria-label="Belonging"
        placeholder="Something else"
      />
      <label class="flex min-h-11 items-center gap-2"
        ><input v-model="takenOff" type="checkbox" class="size-5 accent-petrol" /> taken off</label
      >
      <button type="submit" class="button" :disabled="!name.trim()">Add</button>
    </form>
  </section>
</template>
