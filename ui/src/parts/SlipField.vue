<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from 'vue'

/** Says that something written was a slip, and why: asked only once somebody says so. */
defineProps<{ locked: boolean }>()
const emit = defineEmits<{ say: [why: string] }>()
const open = ref(false)
const why = ref('')
const field = useTemplateRef('field')
async function ask() {
  open.value = true
  await nextTick()
  field.value?.focus()
}
const say = () => (why.value.trim() ? emit('say', why.value.trim()) : field.value?.focus())
</script>

<template>
  <button v-if="!open" type="button" class="button mt-1.5" :disabled="locked" @click="ask">
    That was a slip
  </button>
  <div v-else class="mt-1.5 flex flex-wrap items-center gap-2">
    <input
      ref="field"
      v-model="why"
      class="input min-w-48 flex-1"
      aria-label="Why it was a slip"
      placeholder="Pressed the wrong word? Looked at another part? It stands on the sheet."
      @keydown.enter.prevent.stop="say"
    />
    <button type="button" class="button" :disabled="locked || !why.trim()" @click="say">Correct it</button>
    <span v-if="!why.trim()" class="text-sm text-soft">Say why first.</span>
  </div>
</template>
