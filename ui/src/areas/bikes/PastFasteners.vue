<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** Every fastener, as it was found and left. */
defineProps<{ bolts: Schemas['BoltHistory'][] }>()
const words = useWords()
const { month } = useTimes()
const torque = (p: Schemas['PastTorque']) =>
  p.left_nm === undefined ? (p.found === 'not_checked' ? 'set' : words.found(p.found)) : figure(p.left_nm)
</script>

<template>
  <p v-if="!bolts.length" class="py-2 text-soft">No torque was ever logged here.</p>
  <template v-else>
    <ul class="grid gap-x-8 md:grid-cols-2">
      <li
        v-for="b in bolts"
        :key="`${b.fastener}/${b.position}`"
        class="flex items-baseline gap-3 border-b border-rule py-1.5 text-note"
      >
        <span class="min-w-0 flex-1">{{ b.name }} {{ b.position }}</span>
        <span v-for="(p, i) in b.past.slice(-3)" :key="i" class="text-right leading-tight">
          <b class="figure" :class="p.found === 'loose' && 'text-brick'">{{ torque(p) }}</b>
          <span class="block text-fine text-soft">{{ month(p.at) }}</span>
        </span>
      </li>
    </ul>
    <p class="mt-1 text-sm text-soft">Newton metres, as left; in red where it was found loose.</p>
  </template>
</template>
