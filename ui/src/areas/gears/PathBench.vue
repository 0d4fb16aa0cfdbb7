<script setup lang="ts">
import { computed, reactive } from 'vue'

import { usePart } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import TextField from '@/parts/TextField.vue'

import FigureBench from './FigureBench.vue'
import PathDrawing from './PathDrawing.vue'

/** The way of a cable: what each bend of its outers costs, and which is worth a new one. */
defineProps<{ locked: boolean }>()
const told = usePart('gears')
const known = told.value.known.path
type Slides = 'new' | 'used' | 'dirty' | 'rusty'
interface Bend {
  name: string
  degrees: string
  slides: Slides
}
const start: Bend[] = told.value.known.mechs
  ? [
      { name: 'lever to frame', degrees: '110', slides: 'used' },
      { name: 'under the bracket', degrees: '60', slides: 'used' },
      { name: 'rear loop', degrees: '170', slides: 'used' },
    ]
  : [
      { name: 'lever to frame', degrees: '110', slides: 'used' },
      { name: 'along the stay', degrees: '60', slides: 'used' },
    ]
const form = reactive({ bends: (known?.bends ?? start).map((b) => ({ ...b })) as Bend[] })
const asked = computed(() =>
  form.bends.length && form.bends.every((b) => b.degrees.trim())
    ? { path: { bends: form.bends.map((b) => ({ ...b })) } }
    : undefined,
)
const words: readonly (readonly [Slides, string])[] = [
  ['new', 'as new'],
  ['used', 'used, slides'],
  ['dirty', 'dirty, drags'],
  ['rusty', 'rust or a kink'],
]
</script>

<template>
  <FigureBench
    bench="path"
    title="The cable’s way"
    about="each bend holds back its share of the pull"
    missing="Type by how many degrees each bend turns."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing="{ figured }"><PathDrawing :path="figured?.path" /></template>
    <template #more="{ figured }">
      <p v-if="figured?.path" class="mt-2 text-note text-soft">
        Free play of the outers under tension, at the lever:
        <span class="figure text-ink">{{ figured.path.slack_mm.toFixed(2) }} mm</span>
      </p>
    </template>
    <template #default="{ fault }">
      <ul class="flex max-w-3xl flex-col gap-2">
        <li
          v-for="(b, i) in form.bends"
          :key="i"
          class="grid grid-cols-[1fr_7rem] items-end gap-2 sm:grid-cols-[1fr_7rem_11rem_auto]"
        >
          <TextField
            v-model="b.name"
            :label="`Bend ${i + 1}`"
            :name="`path.bends.${i}.name`"
            :fault="fault"
          />
          <TextField
            v-model="b.degrees"
            label="Turns, degrees"
            :name="`path.bends.${i}.degrees`"
            :fault="fault"
            figure
          />
          <ChoiceField v-model="b.slides" label="Inner in it" :choices="words" />
          <button
            type="button"
            class="button"
            :aria-label="`Leave out ${b.name || `bend ${i + 1}`}`"
            @click="form.bends.splice(i, 1)"
          >
            ×
          </button>
        </li>
      </ul>
      <button
        v-if="form.bends.length < 12"
        type="button"
        class="button mt-2"
        @click="form.bends.push({ name: '', degrees: '', slides: 'used' })"
      >
        One bend more
      </button>
    </template>
  </FigureBench>
</template>
