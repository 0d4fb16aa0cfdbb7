<script setup lang="ts">
import { useRouter } from 'vue-router'

import ChoiceField from '@/parts/ChoiceField.vue'

/** What is practised, at which level; another one. */
defineProps<{ title: string; says: string; level: number }>()
defineEmits<{ fresh: [] }>()
const router = useRouter()
const levels = [1, 2, 3, 4, 5]
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-ink px-5 py-3">
    <h1>{{ title }}</h1>
    <p class="text-soft">{{ says }}</p>
    <span class="ml-auto flex flex-wrap gap-2">
      <ChoiceField
        :model-value="level"
        beside
        label="Level"
        :choices="levels.map((l) => [l, String(l)] as const)"
        @update:model-value="router.replace({ query: { level: $event } })"
      />
      <slot />
      <button type="button" class="button" @click="$emit('fresh')">Another one</button>
    </span>
  </div>
</template>
