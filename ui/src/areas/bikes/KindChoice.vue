<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import BikeDrawing from '@/drawing/BikeDrawing.vue'

/** The kinds of bike, each as it looks. */
defineProps<{ kind: string }>()
defineEmits<{ take: [kind: Schemas['Kind']] }>()
const { data: book } = useBook()
</script>

<template>
  <fieldset>
    <legend class="mb-1 text-note text-soft">Kind of bike: fills in the rest</legend>
    <div class="grid grid-cols-3 gap-2 sm:grid-cols-5 xl:grid-cols-7">
      <button
        v-for="k in book?.kinds ?? []"
        :key="k.id"
        type="button"
        class="flex flex-col items-stretch gap-1 border p-1.5 text-left text-fine leading-tight hover:bg-wash"
        :class="
          kind === k.id
            ? 'border-petrol bg-wash shadow-[inset_0_-4px_var(--color-petrol)]'
            : 'border-rule bg-paper'
        "
        :aria-pressed="kind === k.id"
        @click="$emit('take', k)"
      >
        <BikeDrawing :facts="k.facts" class="h-12" :title="k.name" />
        <span class="min-h-8">{{ k.name }}</span>
      </button>
    </div>
  </fieldset>
</template>
