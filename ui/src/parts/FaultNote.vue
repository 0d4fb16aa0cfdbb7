<script setup lang="ts">
import { computed, ref } from 'vue'

import { asFault } from '@/api/client'

/**
 * What went wrong and what to do, where it happened. Suggestions are offered as buttons; where a
 * reason is wanted, it is said here.
 */
const props = defineProps<{ fault: unknown }>()
const emit = defineEmits<{ take: [figure: number]; why: [said: string] }>()
const shown = computed(() => asFault(props.fault))
const why = ref('')
const say = () => why.value.trim() && emit('why', why.value.trim())
</script>

<template>
  <div
    role="alert"
    class="flex flex-wrap items-center gap-x-3 gap-y-2 border-l-4 border-brick bg-brick-wash px-3 py-2"
  >
    <p class="min-w-0 flex-1">
      <b>{{ shown.title }}.</b> {{ shown.detail }}
    </p>
    <button
      v-for="figure in shown.suggestions"
      :key="figure"
      type="button"
      class="button figure"
      @click="emit('take', figure)"
    >
      {{ figure }}
    </button>
    <div v-if="shown.field === 'why'" class="flex w-full flex-wrap items-center gap-2">
      <input
        v-model="why"
        class="input min-w-48 flex-1"
        aria-label="Why"
        placeholder="Why? It stands in the job under your name."
        @keydown.enter.prevent.stop="say"
      />
      <button type="button" class="button" :disabled="!why.trim()" @click="say">Say so and go on</button>
    </div>
  </div>
</template>
