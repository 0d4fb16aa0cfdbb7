<script setup lang="ts">
import { useRouter } from 'vue-router'

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
      <label class="flex min-h-11 items-center gap-2"
        ><span class="text-note text-soft">Level</span
        ><select
          class="input w-20!"
          :value="level"
          aria-label="Level"
          @change="router.replace({ query: { level: ($event.target as HTMLSelectElement).value } })"
        >
          <option v-for="l in levels" :key="l" :value="l">{{ l }}</option>
        </select></label
      >
      <slot />
      <button type="button" class="button" @click="$emit('fresh')">Another one</button>
    </span>
  </div>
</template>
