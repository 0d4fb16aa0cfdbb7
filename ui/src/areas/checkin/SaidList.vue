<script setup lang="ts">
import { computed } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client } from '@/api/client'

import { saidOf, type useDraft } from './draft'

/**
 * What the owner's words come to: each part is a complaint that is answered before the bike leaves,
 * one press each.
 */
const draft = defineModel<ReturnType<typeof useDraft>['value']>({ required: true })
const words = computed(() => draft.value.words.trim())
const asked = computed(() =>
  words.value ? { words: words.value, facts: draft.value.bike.facts } : undefined,
)
/** What the words come to, with what was asked, so that it is seen whether words or bike have changed since. */
const { answer } = useAnswer(
  () => asked.value,
  async (body, signal) => ({
    about: JSON.stringify(body),
    heard: await ask(client.POST('/api/said', { body, signal })),
  }),
  { wait: 300 },
)
const heard = computed(() => answer.value?.heard ?? [])
const taken = computed(() => saidOf(draft.value, heard.value))
const is = (part: string) => taken.value.some((t) => t.words === part)
function press(part: string) {
  draft.value.said = { ...draft.value.said, [part]: !is(part) }
}
/** What stands here is what the words come to as they are now. */
const settled = computed(() => !!answer.value && answer.value.about === JSON.stringify(asked.value))
defineExpose({ heard, settled })
</script>

<template>
  <div v-if="heard.length" class="-mt-4">
    <p id="heard" class="text-note text-soft">Pressed in, it stands before the door until it is answered:</p>
    <ul class="mt-1.5 flex flex-wrap gap-2" aria-labelledby="heard">
      <li v-for="h in heard" :key="h.words">
        <button
          type="button"
          class="button text-left"
          :class="is(h.words) && 'border-petrol bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
          :aria-pressed="is(h.words)"
          @click="press(h.words)"
        >
          “{{ h.words }}” <span class="text-sm font-normal text-soft">{{ h.name ?? 'something else' }}</span>
        </button>
      </li>
    </ul>
  </div>
</template>
