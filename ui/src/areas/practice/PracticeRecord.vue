<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { ask, client } from '@/api/client'
import { useTimes } from '@/parts/time'

/** What was practised to its end: one's own, and everybody's for the shop owner. */
const { data } = useQuery({
  queryKey: ['practice', 'record'],
  queryFn: () => ask(client.GET('/api/practice/record')),
})
const { date } = useTimes()
const people = computed(() => {
  const by = new Map<string, NonNullable<typeof data.value>>()
  for (const p of data.value ?? []) by.set(p.who, [...(by.get(p.who) ?? []), p])
  return [...by]
})
</script>

<template>
  <section v-if="people.length" aria-labelledby="record">
    <h2 id="record" class="border-b border-ink pb-1">Done so far</h2>
    <div class="overflow-x-auto">
      <table v-for="[who, list] in people" :key="who" class="mb-3 w-full max-w-4xl">
        <caption class="py-1.5 text-left font-[720]">
          {{
            who
          }}
        </caption>
        <thead>
          <tr class="text-left text-sm text-soft">
            <th class="font-normal">Exercise</th>
            <th class="w-20 text-right font-normal">Times</th>
            <th class="w-24 text-right font-normal">First</th>
            <th class="w-24 text-right font-normal">Best</th>
            <th class="w-32 text-right font-normal">Last</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in list" :key="p.kind + p.what" class="border-t border-rule">
            <td class="py-1">{{ p.name }}</td>
            <td class="figure text-right">{{ p.times }}</td>
            <td class="figure text-right">{{ p.first }}</td>
            <td class="figure text-right font-bold">{{ p.best }}</td>
            <td class="text-right whitespace-nowrap">{{ date(p.last) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
