<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useTimes } from '@/parts/time'

/** What the bike is called back for. */
defineProps<{ calls: Schemas['CallBack'][] }>()
const { date, today } = useTimes()
</script>

<template>
  <section v-if="calls.length" aria-labelledby="called-for">
    <h2 id="called-for" class="mb-1">Called back for</h2>
    <ul>
      <li v-for="c in calls" :key="c.id" class="flex gap-3 border-b border-rule py-2">
        <span class="min-w-0 flex-1 leading-snug">{{ c.what }}</span>
        <b class="figure shrink-0 text-note" :class="c.due < today() && 'text-brick'">{{ date(c.due) }}</b>
      </li>
    </ul>
  </section>
</template>
