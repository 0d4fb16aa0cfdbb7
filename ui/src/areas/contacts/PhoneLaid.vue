<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { figure } from '@/parts/words'

import { useLie } from './lie'

/** The phone as a level: laid down, read, turned end for end, read again. Its own error falls out. */
defineProps<{ lay: string; locked: boolean }>()
const emit = defineEmits<{ lies: [lies: Schemas['Lie'][]]; off: [] }>()
const { fault, now, begin, read } = useLie()
void begin()

const first = ref<Schemas['Lie']>()
const reading = ref(false)
const says = computed(() => (now.value ? `${figure(Math.round(now.value.pitch * 2) / 2)}°` : '–'))
async function take() {
  reading.value = true
  const lie = await read()
  reading.value = false
  if (!lie) return
  if (!first.value) first.value = lie
  else {
    emit('lies', [first.value, lie])
    first.value = undefined
  }
}
</script>

<template>
  <div class="mt-2 border-l-4 border-petrol bg-wash px-3 py-2">
    <p v-if="fault" role="alert">{{ fault }}</p>
    <template v-else>
      <p aria-live="polite">
        <b>{{ first ? 'Turn it end for end, on the same place.' : 'Lay it down:' }}</b>
        {{ first ? '' : `${lay}.` }}
        <span class="text-soft"
          >It says <span class="figure">{{ says }}</span> now, its own error with it.</span
        >
      </p>
      <p v-if="reading" class="mt-1" role="status">Hands off: it is being read.</p>
    </template>
    <div class="mt-2 flex flex-wrap gap-2">
      <button
        v-if="!fault"
        type="button"
        class="button button-go min-h-[52px]"
        :disabled="locked || reading"
        @click="take"
      >
        {{ first ? 'Turned: read it again' : 'It lies there: read it' }}
      </button>
      <button type="button" class="button button-quiet min-h-[52px]" @click="emit('off')">
        By hand instead
      </button>
    </div>
  </div>
</template>
