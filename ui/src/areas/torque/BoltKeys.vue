<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import KeyCap from '@/parts/KeyCap.vue'

/** The keys of a bolt at the bench, each with what the number pad has for it. */
type Found = Schemas['Torque']['found']
const props = defineProps<{
  go: string
  ready: boolean
  /** nothing is asked here or of the run any more: Enter leads on from beside it */
  rests?: boolean
  locked: boolean
  found: Found
  missing: boolean
  /** a figure can be typed, and one was logged before */
  same: boolean
  figures: boolean
  noting: boolean
  tools: boolean
  /** nothing is opened above them, so they may stay in sight */
  sticky: boolean
}>()
const emit = defineEmits<{
  enter: []
  same: []
  missing: []
  back: []
  found: [how: Found]
  note: []
  tools: []
}>()
const states = computed(() =>
  (
    [
      ['Found loose', '−', 'loose'],
      ['Over-tight', '+', 'over_tight'],
      ['Stuck', '++', 'stuck'],
      ['Damaged', '+++', 'damaged'],
    ] as const
  ).map(([name, cap, how]) => ({ name, cap, how, on: props.found === how })),
)
</script>

<template>
  <div
    class="mt-auto grid grid-cols-2 gap-2 bg-chalk pt-3 pb-4 @md:grid-cols-4"
    :class="sticky && 'lg:sticky lg:bottom-0'"
  >
    <button type="button" class="button key button-go" :disabled="locked || !ready" @click="emit('enter')">
      {{ go }} <KeyCap v-if="!rests" of="go" />
    </button>
    <button type="button" class="button key" :disabled="locked || !same" @click="emit('same')">
      Same again <KeyCap of="again" />
    </button>
    <button
      type="button"
      class="button key"
      :aria-pressed="missing"
      :disabled="locked"
      @click="emit('missing')"
    >
      Not fitted <KeyCap of="not" />
    </button>
    <button type="button" class="button key" @click="emit('back')">Back <KeyCap of="back" /></button>
    <button
      v-for="k in states"
      :key="k.name"
      type="button"
      class="button key"
      :class="k.on && 'border-brick! bg-brick-wash!'"
      :aria-pressed="k.on"
      :disabled="locked"
      @click="emit('found', k.how)"
    >
      {{ k.name }} <KeyCap>{{ k.cap }}</KeyCap>
    </button>
    <div class="col-span-2 flex flex-wrap gap-x-1 @md:col-span-4">
      <button
        type="button"
        class="button button-quiet px-1.5! text-note"
        :aria-pressed="found === 'figure'"
        :disabled="locked || !figures"
        @click="emit('found', 'figure')"
      >
        Found at a figure
      </button>
      <button
        type="button"
        class="button button-quiet px-1.5! text-note"
        :aria-expanded="noting"
        :disabled="locked"
        @click="emit('note')"
      >
        Note or photo <KeyCap of="note" />
      </button>
      <button
        type="button"
        class="button button-quiet px-1.5! text-note"
        :aria-expanded="tools"
        :disabled="locked"
        @click="emit('tools')"
      >
        Wrench, adapter, threads
      </button>
    </div>
  </div>
</template>
