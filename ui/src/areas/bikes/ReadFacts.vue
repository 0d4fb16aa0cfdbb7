<script setup lang="ts">
import { computed } from 'vue'

import type { Facts, Fault, Schemas } from '@/api/client'
import { useFacts } from '@/api/words'
import FoldBox from '@/parts/FoldBox.vue'
import { useTimes } from '@/parts/time'

import FactField from './FactField.vue'

/** What guards: read on the bike or not known, and by whom. */
const props = defineProps<{ bike: Schemas['Bike']; asks: readonly string[]; fault?: Fault }>()
defineEmits<{ read: [fact: keyof Facts, word: string] }>()
const { date } = useTimes()
const { reads } = useFacts()
const asked = computed(() => reads.value.filter((c) => props.asks.includes(c.fact)))
const known = computed(() => asked.value.filter((c) => props.bike.facts[c.fact] !== 'unknown').length)
const reading = computed(() => asked.value.some((c) => props.fault?.field === `bike.facts.${c.fact}`))
const says = computed(
  () =>
    `${known.value} of ${asked.value.length} read; fluid, materials, threads. A mechanic reads the rest when it matters.`,
)
/** Who read it, and when; else where it is to be read. */
function readOf(fact: string) {
  const read = props.bike.read?.[fact]
  return read
    ? `read by ${read.by}, ${date(read.at)}`
    : (reads.value.find((c) => c.fact === fact)?.where ?? '')
}
</script>

<template>
  <FoldBox class="border-y border-rule py-1" :open="reading || undefined">
    <template #row
      ><b class="shrink-0">Read on the bike</b> <span class="text-note text-soft">{{ says }}</span></template
    >
    <p class="mb-2 text-note text-soft">
      Choose a word only where you have just read it: your name stands under it. What nobody has read stays
      unknown, and the safer side is taken.
    </p>
    <div class="grid grid-cols-2 gap-x-3 gap-y-2.5 sm:grid-cols-3">
      <FactField
        v-for="c in asked"
        :key="c.fact"
        :model-value="String(bike.facts[c.fact])"
        :choice="c"
        :fault="fault"
        :hint="readOf(c.fact)"
        @update:model-value="$emit('read', c.fact, $event)"
      />
    </div>
  </FoldBox>
</template>
