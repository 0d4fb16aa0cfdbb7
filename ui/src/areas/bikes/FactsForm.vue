<script setup lang="ts">
import { computed } from 'vue'

import type { Facts, Fault, Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import FigureField from '@/parts/FigureField.vue'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'

import FactField from './FactField.vue'
import { asKind, carried, changed, factChoices, hasOther, readChoices, there } from './facts'

/** What a bike is. A kind fills the facts; each can be changed, and the drawing follows. */
const bike = defineModel<Schemas['Bike']>({ required: true })
const props = defineProps<{ fault?: Fault; choosing?: boolean }>()
const { data: book } = useBook()
const { date } = useTimes()
const asked = computed(() => readChoices.filter((c) => there(bike.value.facts, c.fact)))
const known = computed(() => asked.value.filter((c) => bike.value.facts[c.fact] !== 'unknown').length)
const reading = computed(() => asked.value.some((c) => props.fault?.field === `bike.facts.${c.fact}`))
const readSays = computed(
  () =>
    `${known.value} of ${asked.value.length} read; fluid, materials, threads. A mechanic reads the rest when it matters.`,
)
/** Who read it, and when; else where it is to be read. */
function readOf(fact: string) {
  const read = bike.value.read?.[fact]
  return read
    ? `read by ${read.by}, ${date(read.at)}`
    : (book.value?.guards.find((g) => g.fact === fact)?.where ?? '')
}

const take = (kind: Schemas['Kind']) =>
  (bike.value = { ...bike.value, facts: asKind(bike.value.facts, kind.facts) })
const set = (patch: Partial<Schemas['Bike']>) => (bike.value = { ...bike.value, ...patch })
const setFact = <K extends keyof Facts>(fact: K, value: Facts[K]) =>
  set({ facts: changed(bike.value.facts, fact, value) })
const carries = (thing: string) => bike.value.facts.carries.includes(thing)
const carry = (thing: string) =>
  setFact(
    'carries',
    carries(thing)
      ? bike.value.facts.carries.filter((c) => c !== thing)
      : [...bike.value.facts.carries, thing],
  )
const texts = [
  { key: 'make', label: 'Make' },
  { key: 'model', label: 'Model' },
  { key: 'colour', label: 'Colour' },
  { key: 'frame_number', label: 'Frame number' },
] as const
const counts = [
  ['speeds', 'Rear gears'],
  ['rings', 'Chainrings'],
] as const
</script>

<template>
  <div class="flex flex-col gap-4">
    <div class="grid grid-cols-2 gap-3 lg:grid-cols-4">
      <TextField
        v-for="t in texts"
        :key="t.key"
        :model-value="bike[t.key]"
        :label="t.label"
        :name="`bike.${t.key}`"
        :fault="fault"
        @update:model-value="set({ [t.key]: $event })"
      />
      <FigureField
        :model-value="bike.weekly_km"
        label="Km a week, by the owner"
        name="bike.weekly_km"
        :fault="fault"
        whole
        :blank="0"
        placeholder="not known"
        @update:model-value="set({ weekly_km: $event })"
      />
    </div>
    <fieldset v-if="choosing">
      <legend class="mb-1 text-[15px] text-soft">Kind of bike: fills in the rest</legend>
      <div class="grid grid-cols-3 gap-2 sm:grid-cols-5 xl:grid-cols-7">
        <button
          v-for="kind in book?.kinds ?? []"
          :key="kind.id"
          type="button"
          class="flex flex-col items-stretch gap-1 border p-1.5 text-left text-[13px] leading-tight hover:bg-wash"
          :class="
            bike.facts.kind === kind.id
              ? 'border-petrol bg-wash shadow-[inset_0_-4px_var(--color-petrol)]'
              : 'border-rule bg-paper'
          "
          :aria-pressed="bike.facts.kind === kind.id"
          @click="take(kind)"
        >
          <BikeDrawing :facts="kind.facts" class="h-12" :title="kind.name" />
          <span class="min-h-8">{{ kind.name }}</span>
        </button>
      </div>
    </fieldset>
    <div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_320px]">
      <div class="grid grid-cols-2 gap-x-3 gap-y-2.5 sm:grid-cols-3">
        <FactField
          v-for="c in factChoices"
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
          <FormField
            v-for="w in ['front', 'rear'] as const"
            :key="w"
            v-slot="f"
            :label="`${w === 'front' ? 'Front' : 'Rear'} wheel, bead seat`"
            :name="`bike.facts.wheel_${w}_mm`"
            :fault="fault"
          >
            <select
              :id="f.id"
              class="input figure"
              :value="bike.facts[`wheel_${w}_mm`]"
              :aria-invalid="f.invalid"
              @change="setFact(`wheel_${w}_mm`, Number(($event.target as HTMLSelectElement).value))"
            >
              <option v-for="seat in book?.bead_seats ?? []" :key="seat.mm" :value="seat.mm">
                {{ seat.mm }} mm · {{ seat.said }}
              </option>
            </select>
          </FormField>
        </div>
        <TextField
          v-if="hasOther(bike.facts)"
          class="col-span-full"
          :model-value="bike.facts.other"
          label="What is “other”, in the owner’s words"
          name="bike.facts.other"
          :fault="fault"
          @update:model-value="setFact('other', $event ?? '')"
        />
        <details class="col-span-full border-y border-rule py-1" :open="reading || undefined">
          <summary class="flex min-h-11 cursor-pointer items-center gap-3">
            <b class="shrink-0">Read on the bike</b>
            <span class="text-[15px] text-soft">{{ readSays }}</span>
          </summary>
          <p class="mb-2 text-[15px] text-soft">
            Choose a word only where you have just read it: your name stands under it. What nobody has read
            stays unknown, and the safer side is taken.
          </p>
          <div class="grid grid-cols-2 gap-x-3 gap-y-2.5 sm:grid-cols-3">
            <FactField
              v-for="c in asked"
              :key="c.fact"
              :model-value="String(bike.facts[c.fact])"
              :choice="c"
              :fault="fault"
              :hint="readOf(c.fact)"
              @update:model-value="setFact(c.fact, $event as never)"
            />
          </div>
        </details>
        <fieldset class="col-span-full">
          <legend class="mb-1 text-[15px] text-soft">Bolted on</legend>
          <div class="flex flex-wrap gap-x-5">
            <label v-for="[thing, name] in carried" :key="thing" class="flex min-h-11 items-center gap-2">
              <input type="checkbox" class="size-5" :checked="carries(thing)" @change="carry(thing)" />
              {{ name }}
            </label>
          </div>
        </fieldset>
      </div>
      <div class="flex h-64 flex-col border border-rule bg-paper p-3 lg:sticky lg:top-4">
        <BikeDrawing :facts="bike.facts" class="min-h-44 flex-1" title="The bike as described" />
        <p class="text-center text-sm text-soft">Drawn from these facts. Does it look like the bike?</p>
      </div>
    </div>
  </div>
</template>
