<script setup lang="ts">
import { computed, ref } from 'vue'

import { useFacts } from '@/api/words'
import FaultNote from '@/parts/FaultNote.vue'

import { useReading } from './reading'

/** A fact that nobody has read yet, read where it matters: one press, and the limit follows. */
const props = defineProps<{ fact: string }>()
const { where, read, because, fault, busy } = useReading(() => props.fact)
const { reads } = useFacts()
const open = ref(false)
const words = computed(
  () => reads.value.find((c) => c.fact === props.fact)?.words.filter((w) => w.word !== 'unknown') ?? [],
)
</script>

<template>
  <button type="button" class="ml-2 text-petrol underline" :aria-expanded="open" @click="open = !open">
    read it now
  </button>
  <span
    v-if="open"
    class="mt-1 flex flex-wrap items-center gap-1.5"
    role="group"
    :aria-label="`Read ${where}`"
  >
    <span class="w-full text-sm text-soft">It shows {{ where }}. It is:</span>
    <button
      v-for="w in words"
      :key="w.word"
      type="button"
      class="button px-3! text-sm"
      :disabled="busy"
      @click="read(w.word)"
    >
      {{ w.name }}
    </button>
    <FaultNote v-if="fault" class="w-full" :fault="fault" @why="because" />
  </span>
</template>
