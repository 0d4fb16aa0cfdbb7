<script setup lang="ts">
import { computed } from 'vue'

import { asFault } from '@/api/client'

/** What went wrong and what to do, where it happened. Suggestions are offered as buttons. */
const props = defineProps<{ fault: unknown }>()
const emit = defineEmits<{ take: [figure: number] }>()
const shown = computed(() => asFault(props.fault))
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
  </div>
</template>
