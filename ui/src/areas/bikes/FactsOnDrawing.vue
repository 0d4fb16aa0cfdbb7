<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Facts } from '@/api/client'
import { useFacts } from '@/api/words'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import PartPicture from '@/drawing/PartPicture.vue'

import { looksDifferent, spots } from './spots'

/** What a bike is, read off it on the drawing: press a place, choose what it looks like. */
const props = defineProps<{ facts: Facts; asks: readonly string[] }>()
const emit = defineEmits<{ set: [fact: keyof Facts, word: string] }>()
const { choices, reads } = useFacts()
const chosen = ref('')
const all = computed(() => [...choices.value, ...reads.value.filter((c) => props.asks.includes(c.fact))])
const choicesAt = (facts: readonly (keyof Facts)[]) =>
  facts.flatMap((f) => all.value.find((c) => c.fact === f) ?? [])
const points = computed(() =>
  spots.map((s) => ({
    id: s.id,
    name: s.name,
    mark: choicesAt(s.facts).some((c) => props.facts[c.fact] === 'unknown') ? 'open' : 'sound',
  })),
)
const spot = computed(() => spots.find((s) => s.id === chosen.value))
const asked = computed(() =>
  choicesAt(spot.value?.facts ?? []).map((c) => ({
    ...c,
    drawn: looksDifferent(
      props.facts,
      c.fact,
      c.words.map((w) => w.word),
    ),
  })),
)
const as = (fact: keyof Facts, word: string) => ({ ...props.facts, [fact]: word })
</script>

<template>
  <div>
    <BikeDrawing
      :facts="facts"
      :points="points"
      :chosen="chosen"
      :way="false"
      class="h-80 border border-rule bg-paper"
      title="The bike: press a place to say what is there"
      @choose="chosen = $event"
    />
    <p v-if="!spot" class="mt-1 text-note text-soft">
      Press a place and choose what it looks like. A dashed ring: nobody has read that yet.
    </p>
    <section v-else class="mt-2 flex flex-col gap-3" :aria-label="spot.name">
      <fieldset v-for="c in asked" :key="c.fact">
        <legend class="mb-1 text-note text-soft">
          {{ c.label }}<template v-if="c.where">: read {{ c.where }}</template>
        </legend>
        <div class="flex flex-wrap gap-2">
          <button
            v-for="w in c.words"
            :key="w.word"
            type="button"
            class="flex min-h-11 min-w-24 flex-col items-center justify-center border px-2 py-1 text-sm leading-tight hover:bg-wash"
            :class="
              facts[c.fact] === w.word
                ? 'border-petrol bg-wash shadow-[inset_0_-4px_var(--color-petrol)]'
                : 'border-rule bg-paper'
            "
            :aria-pressed="facts[c.fact] === w.word"
            @click="emit('set', c.fact, w.word)"
          >
            <PartPicture
              v-if="c.drawn"
              :facts="as(c.fact, w.word)"
              :place="spot.id"
              class="size-20"
              :reach="spot.reach"
            />
            {{ w.name }}
          </button>
        </div>
      </fieldset>
    </section>
  </div>
</template>
