<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import TickField from '@/parts/TickField.vue'
import { percent } from '@/parts/words'

import BearingSection from './BearingSection.vue'

/** Which bearing it is, by what was measured of it: ranked while it is typed, taken with one press. */
const props = defineProps<{ place: string; particulars: Record<string, string> }>()
const emit = defineEmits<{ take: [bearing: Schemas['Likely']] }>()
/** The one that it is, when that is sure. */
const sure = defineModel<Schemas['Likely'] | undefined>('sure')
const tool = ref<Schemas['BearingQuestion']['tool']>('calliper')
const worn = ref(false)
const surely = 0.9

const body = computed((): Schemas['BearingQuestion'] => {
  const p = props.particulars
  return {
    place: props.place,
    bore: p.bore,
    outside: p.outside,
    width: p.width,
    inner: p.inner,
    outer: p.outer,
    ball: p.ball,
    balls: p.balls,
    tool: tool.value,
    worn: worn.value,
  }
})
const measured = computed(() =>
  [body.value.bore, body.value.outside, body.value.width, body.value.ball].some((t) => t?.trim()),
)
const { answer: told, fault } = useAnswer(
  () => (measured.value ? body.value : undefined),
  (asked, signal) => ask(client.POST('/api/bearings', { body: asked, signal })),
)
watchEffect(() => {
  const first = told.value?.list[0]
  sure.value = first && first.chance > surely ? first : undefined
})
</script>

<template>
  <section class="col-span-full border-y border-rule py-2" aria-label="Which bearing it is">
    <div class="mb-1 flex flex-wrap items-center gap-x-5 gap-y-1">
      <b>Which one is it?</b>
      <ChoiceField
        v-model="tool"
        label="Measured with"
        :choices="[
          ['fine', 'a micrometer'],
          ['calliper', 'a vernier'],
          ['rule', 'a rule'],
        ]"
        class="w-44"
      />
      <TickField v-model="worn">its edges are worn or burred</TickField>
    </div>
    <p v-if="!measured" class="text-soft">Type what you measured: two figures nearly always tell.</p>
    <FaultNote v-if="fault" :fault="fault" />
    <div v-if="told" class="grid items-start gap-x-4 sm:grid-cols-[minmax(0,1fr)_auto]">
      <div>
        <p v-if="told.none > 0.5" class="py-1" role="status">
          <b>None of ours is likely.</b> Measure again; else order by what is written on it.
        </p>
        <ul v-else>
          <li v-for="b in told.list.slice(0, 4)" :key="b.id" class="border-b border-rule">
            <button
              type="button"
              class="flex min-h-11 w-full items-center gap-3 py-1 text-left hover:bg-wash"
              @click="emit('take', b)"
            >
              <b class="figure min-w-0 flex-1">{{ b.size }}</b>
              <span class="text-soft">{{ b.inner ? 'headset' : b.ball ? 'loose ball' : b.id }}</span>
              <span class="figure w-16 text-right">{{ percent(b.chance) }}</span>
            </button>
          </li>
        </ul>
        <p v-if="told.says" class="mt-1 text-note text-soft">{{ told.says }}</p>
        <p v-if="told.apart && told.none <= 0.5" class="mt-1 text-note text-soft">{{ told.apart }}</p>
      </div>
      <BearingSection v-if="told.list[0] && !told.list[0].ball && told.none <= 0.5" :bearing="told.list[0]" />
    </div>
  </section>
</template>
