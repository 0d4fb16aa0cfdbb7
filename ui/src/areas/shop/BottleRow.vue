<script setup lang="ts">
import { ref, watch } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'
import { useMoney } from '@/parts/money'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import RegisterForm from './RegisterForm.vue'
import { useRow } from './row'

const props = defineProps<{ bottle: Schemas['Bottle']; hands: boolean }>()
const words = useWords()
const emit = defineEmits<{ done: [] }>()
const { date, today } = useTimes()
const { major, minor } = useMoney()
const label = ref(false)
const { open, form, saving, fault, change, leave } = useRow(
  () => props.bottle,
  {
    key: 'bottles',
    save: (body) => ask(client.PUT('/api/bottles/{id}', { params: { path: { id: body.id } }, body })),
  },
  () => emit('done'),
)
const price = ref(major(props.bottle.price_minor))
watch(open, () => (price.value = major(props.bottle.price_minor)))
const save = () => saving.mutate({ ...form.value, price_minor: minor(price.value) ?? -1 })
const openNow = () => saving.mutate({ ...props.bottle, opened_on: today() })
</script>

<template>
  <li class="border-b border-rule py-2.5">
    <div v-if="!open" class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <div class="min-w-0 flex-1">
        <p>
          <b :class="bottle.gone && 'text-soft line-through'">{{ bottle.name }}</b>
          <span class="text-soft">
            · {{ bottle.grade || words.fact(bottle.family)
            }}<template v-if="bottle.batch"> · batch {{ bottle.batch }}</template></span
          >
        </p>
        <p class="text-note text-soft">
          {{ bottle.opened_on ? `opened ${date(bottle.opened_on)}` : 'sealed' }}
          <b v-if="!bottle.clean" class="text-brick"> · not clean</b>
        </p>
      </div>
      <p class="figure w-24 text-right">
        {{ figure(Math.round(bottle.left_ml)) }} ml<br /><span class="text-soft"
          >of {{ figure(bottle.volume_ml) }}</span
        >
      </p>
      <button
        type="button"
        class="button button-quiet"
        :aria-expanded="label"
        :aria-label="`Label of ${bottle.name}`"
        @click="label = !label"
      >
        Label
      </button>
      <button
        v-if="hands && !bottle.opened_on && !bottle.gone"
        type="button"
        class="button button-quiet"
        :aria-label="`Open it today: ${bottle.name}`"
        @click="openNow"
      >
        Open it
      </button>
      <span v-else class="hidden w-[76px] lg:block"></span>
      <button
        v-if="hands"
        type="button"
        class="button button-quiet"
        :aria-label="`Change ${bottle.name}`"
        @click="change"
      >
        Change
      </button>
      <img
        v-if="label"
        :src="`/api/bottles/${bottle.id}/label.png`"
        :alt="`Label of ${bottle.name}, to scan`"
        width="150"
        height="150"
        class="border border-rule"
      />
      <FaultNote v-if="fault" class="w-full" :fault="fault" />
    </div>
    <RegisterForm v-else :fault="fault" :busy="saving.isPending.value" @save="save()" @leave="leave">
      <div class="grid grid-cols-2 gap-2 lg:grid-cols-4">
        <TextField v-model="form.name" label="What the shop calls it" name="name" :fault="fault" />
        <ChoiceField
          v-model="form.family"
          label="Fluid"
          name="family"
          :fault="fault"
          :choices="[
            ['mineral', 'mineral oil'],
            ['dot', 'DOT fluid'],
          ]"
        />
        <ChoiceField
          v-if="form.family === 'dot'"
          v-model="form.grade"
          label="Grade"
          name="grade"
          :fault="fault"
          :choices="['DOT 3', 'DOT 4', 'DOT 5.1'].map((g) => [g, g] as const)"
        />
        <TextField v-model="form.batch" label="Batch" name="batch" :fault="fault" figure />
        <FigureField
          v-model="form.volume_ml"
          label="It held, ml"
          name="volume_ml"
          :fault="fault"
          :blank="0"
        />
        <TextField
          v-model="form.opened_on"
          label="Opened on"
          name="opened_on"
          :fault="fault"
          figure
          type="date"
        />
        <TextField
          v-model="price"
          label="Price of a fresh one"
          name="price_minor"
          :fault="fault"
          figure
          inputmode="decimal"
        />
      </div>
      <div class="flex flex-wrap gap-x-6">
        <TickField v-model="form.clean">Clean: nothing was poured back</TickField>
        <TickField v-model="form.gone">Used up or thrown away</TickField>
      </div>
    </RegisterForm>
  </li>
</template>
