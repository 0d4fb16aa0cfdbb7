<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** One piece of work that the owner is asked about: yes, no, or no in the knowledge that it is unsafe. */
type Item = Schemas['OwnerView']['items'][number]
defineProps<{
  item: Item
  warning: string
  asking: boolean
  money: (minor: number) => string
}>()
const says = defineModel<boolean>('says')
const words = defineModel<string>('words')
const spoken: Record<NonNullable<Item['answer']>, string> = {
  yes: 'Yes',
  no: 'No',
  refused: 'No, knowing it is unsafe',
}
</script>

<template>
  <fieldset class="border-b border-rule py-3">
    <legend class="sr-only">{{ item.title }}</legend>
    <div class="flex items-baseline gap-3">
      <b class="min-w-0 flex-1 text-lg leading-tight">{{ item.title }}</b>
      <span class="figure text-lg">{{ money(item.total_minor) }}</span>
    </div>
    <p class="text-note text-soft">
      <b v-if="!item.needed">Optional. </b><template v-if="item.why">Because: {{ item.why }}. </template
      ><template v-if="item.parts.length">With {{ item.parts.join(', ') }}.</template>
    </p>
    <p v-if="item.on_the_way" class="mt-1 font-[680]">Put right already, while we were looking.</p>
    <p v-else-if="item.answer" class="mt-1 font-[680]">{{ spoken[item.answer] }}</p>
    <template v-else-if="asking">
      <div class="mt-2 grid grid-cols-2 gap-2" role="group" :aria-label="item.title">
        <button
          type="button"
          class="button"
          :class="says === true && 'button-go'"
          :aria-pressed="says === true"
          @click="says = true"
        >
          Yes, do it
        </button>
        <button
          type="button"
          class="button"
          :class="says === false && 'border-ink bg-wash shadow-[inset_0_-4px_var(--color-ink)]'"
          :aria-pressed="says === false"
          @click="says = false"
        >
          No
        </button>
      </div>
      <div v-if="item.unsafe && says === false" class="mt-2 border-l-4 border-brick bg-brick-wash p-3">
        <p>
          <b>{{ warning }}</b> If you still say no, write in your own words that you understand.
        </p>
        <input
          v-model="words"
          class="input mt-2"
          :aria-label="`Why you refuse: ${item.title}`"
          placeholder="I understand, and …"
        />
      </div>
    </template>
  </fieldset>
</template>
