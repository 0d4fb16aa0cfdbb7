<script setup lang="ts">
import type { PointView, Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { markVerdict } from '@/parts/marks'

/** A point that is judged by a word: its scale, one press a word. */
defineProps<{ point: PointView; judgement?: Schemas['Judgement']; locked: boolean }>()
const emit = defineEmits<{ choose: [word: string] }>()
</script>

<template>
  <div class="mt-2 grid gap-2">
    <p class="flex min-h-7 items-center gap-2.5" aria-live="polite">
      <template v-if="judgement">
        <ConditionMark :mark="judgement.mark" :size="22" />
        <span
          ><b>{{ point.reading?.word }}. {{ markVerdict(judgement.mark) }}.</b> {{ judgement.reason }}
          {{ judgement.next }}</span
        >
      </template>
      <span v-else class="text-soft">{{ point.means }}</span>
    </p>
    <div
      class="grid grid-cols-2 gap-2 md:grid-cols-3"
      role="group"
      :aria-label="`What you find: ${point.name}`"
    >
      <button
        v-for="(w, i) in point.words"
        :key="w.word"
        type="button"
        class="button justify-start! text-left"
        :class="
          point.reading?.word === w.word && 'border-petrol bg-wash shadow-[inset_4px_0_var(--color-petrol)]'
        "
        :disabled="locked"
        @click="emit('choose', w.word)"
      >
        <KeyCap>{{ i + 1 }}</KeyCap>
        <ConditionMark :mark="w.mark" :size="18" />
        {{ w.word }}
      </button>
    </div>
  </div>
</template>
