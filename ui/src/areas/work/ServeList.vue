<script setup lang="ts">
import { ExclamationTriangleIcon } from '@heroicons/vue/20/solid'
import { ref, watch } from 'vue'

import ConditionMark from '@/parts/ConditionMark.vue'

import type { Serve } from './serve'
import type { Piece } from './thread'

/** What a part of a service holds that is still to be done, each by itself; and how it is left out. */
const props = defineProps<{ piece: Piece; serve: Serve; locked: boolean; busy: boolean }>()
const { note, done, leaveOut, oiled, apart } = props.serve
const leaving = ref(false)
const why = ref('')
watch(
  () => props.piece.id,
  () => {
    leaving.value = false
    why.value = ''
  },
)
async function leave() {
  if (await leaveOut(why.value.trim())) leaving.value = false
}
</script>

<template>
  <div v-if="piece.step" class="mt-3">
    <p v-if="piece.step.caution" class="flex items-start gap-2 bg-ochre-wash px-3 py-2">
      <ExclamationTriangleIcon class="mt-0.5 size-5 shrink-0 text-ochre" />{{ piece.step.caution }}
    </p>
    <ul v-if="piece.step.left.length" class="mt-3 gap-x-8 border-t border-rule md:columns-2">
      <li
        v-for="n in piece.step.left"
        :key="n.id"
        class="flex min-h-11 break-inside-avoid items-center gap-3 border-b border-rule py-1"
      >
        <ConditionMark mark="open" :size="18" />
        <span class="min-w-0 flex-1 leading-tight"
          ><span class="block">{{ n.name }}</span>
          <span v-if="n.how" class="text-sm text-soft"
            ><template v-if="n.with && n.is === 'oil'">{{ n.with }}: </template>{{ n.how }}</span
          ></span
        >
        <span v-if="n.is === 'look'" class="shrink-0 text-sm" :class="n.word ? 'text-ink' : 'text-soft'">{{
          n.word ? `“${n.word}”` : n.with
        }}</span>
        <button
          v-if="!locked && n.is === 'oil'"
          type="button"
          class="button min-h-11 px-3!"
          :disabled="busy"
          :aria-label="`Oiled: ${n.name}`"
          @click="oiled([n.id])"
        >
          Oiled
        </button>
        <button
          v-else-if="!locked && !piece.begun && n.is === 'apart'"
          type="button"
          class="button min-h-11 px-3!"
          :disabled="busy"
          :aria-label="`Take apart: ${n.name}`"
          @click="apart(n.id)"
        >
          Apart
        </button>
      </li>
    </ul>
    <form v-if="piece.step.writes && !locked" class="mt-3 max-w-2xl" @submit.prevent="done">
      <label class="block text-soft"
        >Written down with it: {{ piece.step.writes
        }}<input v-model="note" class="input mt-1 text-ink" :placeholder="piece.step.writes"
      /></label>
    </form>
    <div v-if="!locked && piece.step.part" class="mt-2 flex flex-wrap items-center gap-2">
      <button
        v-if="piece.guide && !piece.begun"
        type="button"
        class="button min-h-11"
        :disabled="busy"
        @click="done"
      >
        Done without the guide
      </button>
      <button
        v-if="!leaving"
        type="button"
        class="button button-quiet min-h-11"
        :disabled="busy"
        @click="leaving = true"
      >
        Leave it out
      </button>
      <form v-else class="flex min-w-0 flex-1 flex-wrap gap-2" @submit.prevent="leave">
        <input
          v-model="why"
          class="input min-w-60 flex-1"
          aria-label="Why it is left out"
          placeholder="why it is left out, as the owner’s sheet says it"
          autofocus
        />
        <button type="submit" class="button" :disabled="!why.trim() || busy">It is left out</button>
        <button type="button" class="button button-quiet" @click="leaving = false">No</button>
      </form>
    </div>
  </div>
</template>
