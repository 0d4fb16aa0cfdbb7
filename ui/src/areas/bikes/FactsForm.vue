<script setup lang="ts">
import { computed } from 'vue'

import type { Facts, Fault, Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import { useFacts } from '@/api/words'
import ChoiceField from '@/parts/ChoiceField.vue'
import FigureField from '@/parts/FigureField.vue'
import FoldBox from '@/parts/FoldBox.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'

import { useDescribing } from './describe'
import FactField from './FactField.vue'
import FactsOnDrawing from './FactsOnDrawing.vue'
import ReadFacts from './ReadFacts.vue'

/** What a bike is: read off it on the drawing, or chosen from a list of all there is. */
const bike = defineModel<Schemas['Bike']>({ required: true })
const props = defineProps<{ fault?: Fault }>()
const wrong = computed(() => props.fault?.field?.startsWith('bike.facts.'))
const { data: book } = useBook()
const { choices, carried } = useFacts()

const set = (patch: Partial<Schemas['Bike']>) => (bike.value = { ...bike.value, ...patch })
const facts = computed({ get: () => bike.value.facts, set: (facts) => set({ facts }) })
const { said, choose, set: setFact } = useDescribing(facts)
/** A kind of bike fills the facts in. */
defineExpose({ take: (kind: Schemas['Kind']) => choose(kind.facts, true) })
/** Nothing follows from these. */
const put = (patch: Partial<Facts>) => set({ facts: { ...bike.value.facts, ...patch } })
const carries = (thing: string) => bike.value.facts.carries.includes(thing)
const carry = (thing: string) =>
  put({
    carries: carries(thing)
      ? bike.value.facts.carries.filter((c) => c !== thing)
      : [...bike.value.facts.carries, thing],
  })
const counts = [
  ['speeds', 'Rear gears'],
  ['rings', 'Chainrings'],
] as const
</script>

<template>
  <div class="flex flex-col gap-4">
    <FactsOnDrawing
      :facts="bike.facts"
      :asks="said?.asks ?? []"
      @set="(fact, word) => setFact(fact, word as never)"
    />
    <FoldBox class="border-y border-rule py-1" :open="wrong || undefined">
      <template #row>The same as a list, and the counts</template>
      <div class="grid grid-cols-2 gap-x-3 gap-y-2.5 sm:grid-cols-3">
        <FactField
          v-for="c in choices"
          :key="c.fact"
          :model-value="String(bike.facts[c.fact])"
          :choice="c"
          :fault="fault"
          @update:model-value="setFact(c.fact, $event as never)"
        />
        <FigureField
          v-for="[fact, label] in counts"
          :key="fact"
          :model-value="bike.facts[fact]"
          :label="label"
          :name="`bike.facts.${fact}`"
          :fault="fault"
          whole
          @update:model-value="setFact(fact, $event)"
        />
        <div class="col-span-full grid grid-cols-2 gap-x-3">
          <ChoiceField
            v-for="w in ['front', 'rear'] as const"
            :key="w"
            :model-value="bike.facts[`wheel_${w}_mm`]"
            :label="`${w === 'front' ? 'Front' : 'Rear'} wheel, bead seat`"
            :name="`bike.facts.wheel_${w}_mm`"
            :fault="fault"
            :choices="
              (book?.bead_seats ?? []).map((seat) => [seat.mm, `${seat.mm} mm · ${seat.said}`] as const)
            "
            look="figure"
            @update:model-value="put({ [`wheel_${w}_mm`]: $event })"
          />
        </div>
        <TextField
          v-if="said?.in_words"
          class="col-span-full"
          :model-value="bike.facts.other"
          label="What is “other”, in the owner’s words"
          name="bike.facts.other"
          :fault="fault"
          @update:model-value="put({ other: $event ?? '' })"
        />
        <ReadFacts
          class="col-span-full"
          :bike="bike"
          :asks="said?.asks ?? []"
          :fault="fault"
          @read="(fact, word) => setFact(fact, word as never)"
        />
        <fieldset class="col-span-full">
          <legend class="mb-1 text-note text-soft">Bolted on</legend>
          <div class="flex flex-wrap gap-x-5">
            <TickField
              v-for="{ word: thing, name } in carried"
              :key="thing"
              :model-value="carries(thing)"
              @update:model-value="carry(thing)"
              >{{ name }}</TickField
            >
          </div>
        </fieldset>
      </div>
    </FoldBox>
  </div>
</template>
