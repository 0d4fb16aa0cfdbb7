<script setup lang="ts">
import { computed, ref } from 'vue'

import { useFacts } from '@/api/words'
import AnswerButton from '@/parts/AnswerButton.vue'
import { useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'

import { useReading } from './reading'

/** A fact that nobody has read yet, read where it matters: one press, and the limit follows. */
const props = defineProps<{
  fact: string
  /** it is what is asked here now: it stands open, and has the digits */
  asks?: boolean
}>()
const { where, read, because, fault, busy } = useReading(() => props.fact)
const { reads } = useFacts()
const opened = ref(false)
const open = computed(() => props.asks || opened.value)
const words = computed(
  () => reads.value.find((c) => c.fact === props.fact)?.words.filter((w) => w.word !== 'unknown') ?? [],
)
useBenchKeys((key) => {
  const word = props.asks && !busy.value ? words.value[Number(key) - 1] : undefined
  if (word) void read(word.word)
  return !!word
})
</script>

<template>
  <button
    v-if="!asks"
    type="button"
    class="ml-2 text-petrol underline"
    :aria-expanded="open"
    @click="opened = !opened"
  >
    read it now
  </button>
  <span
    v-if="open"
    class="mt-1 flex flex-wrap items-center gap-1.5"
    role="group"
    :aria-label="`Read ${where}`"
  >
    <span class="w-full text-sm text-soft">It shows {{ where }}. It is:</span>
    <AnswerButton
      v-for="(w, i) in words"
      :key="w.word"
      :n="asks ? i + 1 : undefined"
      :disabled="busy"
      @click="read(w.word)"
      >{{ w.name }}</AnswerButton
    >
    <FaultNote v-if="fault" class="w-full" :fault="fault" @why="because" />
  </span>
</template>
