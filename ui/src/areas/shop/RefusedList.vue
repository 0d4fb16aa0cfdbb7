<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, client } from '@/api/client'
import { useTimes } from '@/parts/time'

/**
 * Sign-ins with a wrong PIN or password: who was meant, on what, where from. What was typed is kept
 * nowhere.
 */
const { dayAndClock } = useTimes()
const { data } = useQuery({
  queryKey: ['staff', 'refused'],
  queryFn: () => ask(client.GET('/api/staff/refused')),
})
const few = 5
const all = ref(false)
const shown = computed(() => data.value?.slice(0, all.value ? undefined : few) ?? [])
</script>

<template>
  <section v-if="data" aria-labelledby="refused">
    <h2 id="refused" class="border-b border-ink pb-1">Refused sign-ins</h2>
    <p v-if="!data.length" class="py-2 text-soft">None. A wrong PIN is listed here, never what was typed.</p>
    <ul>
      <li v-for="r in shown" :key="r.at" class="flex flex-wrap gap-x-3 border-b border-rule py-2">
        <span class="figure text-soft">{{ dayAndClock(r.at) }}</span>
        <b class="flex-1">{{ r.name || 'A name that nobody here has' }}</b>
        <span>{{ r.device || 'on no device of the shop' }}</span>
        <span class="figure w-full text-sm text-soft">from {{ r.address }}</span>
      </li>
    </ul>
    <button
      v-if="data.length > few && !all"
      type="button"
      class="button button-quiet mt-1"
      @click="all = true"
    >
      All {{ data.length }}
    </button>
  </section>
</template>
