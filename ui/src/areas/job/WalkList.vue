<script setup lang="ts" generic="T">
import type { Mark } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'

/** The things that a stage goes through, as a list with their marks; the one that is open stands out. */
defineProps<{
  things: T[]
  keyOf: (thing: T) => string
  markOf: (thing: T) => Mark
  here: string
  line: string
  columns: string
}>()
const emit = defineEmits<{ choose: [key: string] }>()
</script>

<template>
  <ol class="min-h-0 lg:overflow-y-auto">
    <li v-for="t in things" :id="`${line}-${keyOf(t)}`" :key="keyOf(t)">
      <button
        type="button"
        class="grid min-h-11 w-full items-center gap-2 border-b border-rule px-4 py-1 text-left text-note leading-tight hover:bg-wash"
        :class="[columns, keyOf(t) === here && 'bg-wash font-[680] shadow-[inset_4px_0_var(--color-petrol)]']"
        :aria-current="keyOf(t) === here ? 'step' : undefined"
        @click="emit('choose', keyOf(t))"
      >
        <ConditionMark :mark="markOf(t)" :size="18" />
        <slot :thing="t" />
      </button>
    </li>
  </ol>
</template>
