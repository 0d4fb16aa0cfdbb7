<script setup lang="ts">
import { ask, client, type Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import FigureField from '@/parts/FigureField.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import RegisterForm from './RegisterForm.vue'
import { useRow } from './row'

const props = defineProps<{ wrench: Schemas['Wrench']; keeper: boolean }>()
const emit = defineEmits<{ done: [] }>()
const { date } = useTimes()
const { open, form, saving, fault, change, leave } = useRow(
  () => props.wrench,
  {
    key: 'wrenches',
    save: (body) => ask(client.PUT('/api/wrenches/{id}', { params: { path: { id: body.id } }, body })),
  },
  () => emit('done'),
)
const figures = [
  { key: 'min_nm', label: 'From, N·m' },
  { key: 'max_nm', label: 'To, N·m' },
  { key: 'deviation_pct', label: 'Off by, % (certificate)' },
  { key: 'months', label: 'Lasts, months' },
  { key: 'cycles', label: 'Lasts, cycles' },
] as const
const texts = [
  { key: 'name', label: 'What the shop calls it' },
  { key: 'serial', label: 'Serial number' },
  { key: 'certificate', label: 'Certificate' },
  { key: 'device', label: 'Name it sends, if connected' },
] as const
</script>

<template>
  <li class="border-b border-rule py-2.5">
    <div v-if="!open" class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <ConditionMark :mark="wrench.retired ? 'open' : wrench.due ? 'due' : 'sound'" :size="20" />
      <div class="min-w-0 flex-1">
        <p>
          <b :class="wrench.retired && 'text-soft line-through'">{{ wrench.name }}</b>
          <span class="text-soft"> · {{ wrench.serial || 'no number' }}</span>
          <b v-if="wrench.device" class="text-petrol"> · connected as {{ wrench.device }}</b>
        </p>
        <p class="text-note text-soft">
          <template v-if="wrench.due"
            ><b class="text-brick">{{ wrench.due }}</b> </template
          ><template v-else-if="wrench.checked_on">calibrated {{ date(wrench.checked_on) }}</template> · used
          {{ wrench.used }} times since
        </p>
      </div>
      <p class="figure text-right">
        {{ figure(wrench.least_nm ?? wrench.min_nm) }}–{{ figure(wrench.max_nm) }} N·m<br /><span
          class="text-soft"
          >±{{ figure(wrench.error_pct ?? 0) }} %</span
        >
      </p>
      <button
        v-if="keeper"
        type="button"
        class="button button-quiet"
        :aria-label="`Change ${wrench.name}`"
        @click="change"
      >
        Change
      </button>
    </div>
    <RegisterForm
      v-else
      :fault="fault"
      :busy="saving.isPending.value"
      @save="saving.mutate(form)"
      @leave="leave"
    >
      <div class="grid grid-cols-2 gap-2 lg:grid-cols-4">
        <TextField
          v-for="t in texts"
          :key="t.key"
          v-model="form[t.key]"
          :label="t.label"
          :name="t.key"
          :fault="fault"
        />
      </div>
      <div class="grid grid-cols-2 gap-2 sm:grid-cols-3 lg:grid-cols-6">
        <FigureField
          v-for="x in figures"
          :key="x.key"
          v-model="form[x.key]"
          :label="x.label"
          :name="x.key"
          :fault="fault"
          :blank="0"
        />
        <TextField
          v-model="form.checked_on"
          label="Calibrated on"
          name="checked_on"
          :fault="fault"
          figure
          type="date"
        />
      </div>
      <TickField v-model="form.retired">Retired: no longer in use</TickField>
    </RegisterForm>
  </li>
</template>
