<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import { computed } from 'vue'

import { usePart } from '@/areas/job/open'
import ChoiceRow from '@/parts/ChoiceRow.vue'

import DeskAir from './DeskAir.vue'
import DeskBed from './DeskBed.vue'
import DeskHill from './DeskHill.vue'
import DeskNeed from './DeskNeed.vue'
import DeskRise from './DeskRise.vue'
import DeskRunout from './DeskRunout.vue'
import DeskSmall from './DeskSmall.vue'

/** The arithmetic of brakes, done by the server while it is typed. Nothing here is recorded. */
const told = usePart('brakes')
const shown = useSessionStorage('brake-desk', 'need')
const end = useSessionStorage('brake-desk-end', 'front')
const side = computed(() => told.value.sides.find((b) => b.end === end.value) ?? told.value.sides[0])
const tools = [
  { id: 'need', name: 'Fluid needed', is: DeskNeed },
  { id: 'rise', name: 'Does the hose rise?', is: DeskRise },
  { id: 'air', name: 'Air in the line', is: DeskAir },
  { id: 'hill', name: 'The rider’s hill', is: DeskHill },
  { id: 'bed', name: 'Bedding in', is: DeskBed },
  { id: 'runout', name: 'Rotor wobble', is: DeskRunout },
  { id: 'small', name: 'Pads, piston, arms, cable', is: DeskSmall },
]
const tool = computed(() => tools.find((t) => t.id === shown.value) ?? tools[0])
</script>

<template>
  <div class="grid min-h-full lg:grid-cols-[230px_minmax(0,1fr)]">
    <nav class="border-rule px-3 py-3 lg:border-r" aria-label="Brake desk">
      <RouterLink :to="{ name: 'job-brakes' }" class="button button-quiet mb-2">← Brakes</RouterLink>
      <ChoiceRow
        class="mb-3 capitalize"
        bare
        label="Which brake"
        :model-value="side?.end"
        :choices="told.sides.map((b) => [b.end, b.end] as const)"
        @update:model-value="end = $event"
      />
      <ul class="flex flex-wrap gap-1 lg:flex-col">
        <li v-for="t in tools" :key="t.id">
          <button
            type="button"
            class="min-h-11 w-full px-3 text-left hover:bg-wash"
            :class="tool?.id === t.id && 'bg-wash font-[680] shadow-[inset_4px_0_var(--color-petrol)]'"
            :aria-current="tool?.id === t.id ? 'page' : undefined"
            @click="shown = t.id"
          >
            {{ t.name }}
          </button>
        </li>
      </ul>
    </nav>
    <section v-if="side && tool" class="max-w-4xl px-5 py-4 lg:px-8" :aria-label="tool.name">
      <h2 class="mb-3 text-[28px]! leading-tight! font-[720]! text-ink!">{{ tool.name }}</h2>
      <component :is="tool.is" :key="`${tool.id}-${side.end}`" :side="side" />
    </section>
  </div>
</template>
