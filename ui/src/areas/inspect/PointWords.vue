<script setup lang="ts">
import type { PointView, Schemas } from '@/api/client'
import AnswerButton from '@/parts/AnswerButton.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import { markVerdict } from '@/parts/marks'

/** A point that is judged by a word: its scale, one press a word. */
defineProps<{ point: PointView; judgement?: Schemas['Judgement']; locked: boolean }>()
const emit = defineEmits<{ choose: [word: string] }>()
</script>

<template>
  <div class="mt-1.5 grid gap-2">
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
      class="grid grid-cols-[repeat(auto-fit,minmax(9.5rem,1fr))] gap-2"
      role="group"
      :aria-label="`What you find: ${point.name}`"
    >
      <AnswerButton
        v-for="(w, i) in point.words"
        :key="w.word"
        :n="i + 1"
        :mark="w.mark"
        :chosen="point.reading?.word === w.word"
        :disabled="locked"
        @click="emit('choose', w.word)"
        >{{ w.word }}</AnswerButton
      >
    </div>
  </div>
</template>
