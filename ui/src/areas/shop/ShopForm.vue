<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { ask, asFault, client, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useWords } from '@/api/words'
import StaleChoice from '@/areas/bikes/StaleChoice.vue'
import ChoiceField from '@/parts/ChoiceField.vue'
import FigureField from '@/parts/FigureField.vue'
import FormFault from '@/parts/FormFault.vue'
import FormField from '@/parts/FormField.vue'
import { useMoney } from '@/parts/money'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'

/** The shop’s own name, prices and units. Only the shop owner changes them. */
const queries = useQueryClient()
const words = useWords()
const { settings, actor } = useSession()
const { major, minor } = useMoney()
const keeper = computed(() => actor.value?.role === 'keeper')

const form = ref<Schemas['Settings']>()
const hourly = ref('')
const waiting = ref('')
const rate = ref(0)
const touched = ref(false)
watch(
  settings,
  (s) => {
    if (!s || touched.value) return
    form.value = { ...s }
    hourly.value = major(s.hourly_minor)
    waiting.value = major(s.waiting_minor)
    rate.value = s.tax_rate_bp / 100
  },
  { immediate: true },
)

const saving = useMutation({
  mutationFn: (body: Schemas['Settings']) => ask(client.PUT('/api/settings', { body })),
  onSuccess: () => {
    touched.value = false
    return queries.invalidateQueries({ queryKey: ['session'] })
  },
})
const fault = computed(() => (saving.error.value ? asFault(saving.error.value) : undefined))
const wrong = ref('')
function save() {
  if (!form.value) return
  const [hourly_minor, waiting_minor] = [minor(hourly.value), minor(waiting.value)]
  wrong.value = ''
  if (hourly_minor === undefined)
    wrong.value = `“${hourly.value}” is not a price. Type digits, such as 48.00.`
  else if (waiting_minor === undefined)
    wrong.value = `“${waiting.value}” is not a price. Type digits, such as 2.00.`
  else
    saving.mutate({ ...form.value, hourly_minor, waiting_minor, tax_rate_bp: Math.round(rate.value * 100) })
}
function settle(keep: 'mine' | 'theirs') {
  const current = fault.value?.current as Schemas['Settings']
  if (form.value && keep === 'mine') {
    form.value.version = current.version
    save()
  } else {
    touched.value = false
    form.value = current
    saving.reset()
  }
}
</script>

<template>
  <form v-if="form" class="flex flex-col gap-3" @submit.prevent="save" @input="touched = true">
    <h2 class="border-b border-ink pb-1">Name, prices, units</h2>
    <StaleChoice v-if="fault?.current" :mine="form" :theirs="fault.current" @keep="settle" />
    <FormFault v-else :fault="fault" />
    <p v-if="wrong" role="alert" class="text-brick">{{ wrong }}</p>
    <TextField v-model="form.name" label="Name of the shop" name="name" :fault="fault" :disabled="!keeper" />
    <FormField v-slot="f" label="Address on the sheet" name="address" :fault="fault">
      <textarea :id="f.id" v-model="form.address" rows="2" class="input" :disabled="!keeper"></textarea>
    </FormField>
    <div class="grid grid-cols-2 gap-3">
      <TextField
        v-model="hourly"
        label="Labour, an hour"
        name="hourly_minor"
        :fault="fault"
        figure
        inputmode="decimal"
        :disabled="!keeper"
      />
      <TextField
        v-model="waiting"
        label="A bike that waits, a day"
        name="waiting_minor"
        :fault="fault"
        figure
        inputmode="decimal"
        :disabled="!keeper"
      />
      <FigureField v-model="rate" label="Tax, %" name="tax_rate_bp" :fault="fault" :disabled="!keeper" />
      <TickField v-model="form.tax_included" class="self-end" :disabled="!keeper"
        >prices include the tax</TickField
      >
      <TextField
        v-model="form.currency"
        label="Currency"
        name="currency"
        :fault="fault"
        figure
        maxlength="3"
        :disabled="!keeper"
      />
      <ChoiceField
        v-model="form.torque_unit"
        label="Torque is typed in"
        name="torque_unit"
        :fault="fault"
        :choices="[
          ['N·m', 'N·m'],
          ['lbf·in', 'lbf·in'],
        ]"
        :disabled="!keeper"
      />
      <TextField
        v-model="form.time_zone"
        label="Time zone"
        name="time_zone"
        :fault="fault"
        :disabled="!keeper"
      />
    </div>
    <ChoiceField
      v-model="form.school"
      label="A contaminated brake"
      name="school"
      :fault="fault"
      :choices="words.list('rescues').map((w) => [w.word, w.name] as const)"
      :disabled="!keeper"
    />
    <FormField v-slot="f" label="What an owner is written" name="message" :fault="fault">
      <textarea
        :id="f.id"
        v-model="form.message"
        rows="9"
        class="input"
        :disabled="!keeper"
        :aria-invalid="f.invalid"
      ></textarea>
    </FormField>
    <p class="text-sm text-soft">
      Filled in: {owner}, {bike}, {link}, {until}, {shop}.
      <RouterLink class="underline" :to="{ name: 'mailbox' }">What was sent</RouterLink>
    </p>
    <div v-if="keeper">
      <button
        type="submit"
        class="button"
        :class="touched && 'button-go'"
        :disabled="!touched || saving.isPending.value"
      >
        Save
      </button>
    </div>
    <p v-else class="text-soft">Only the shop owner changes these.</p>
  </form>
</template>
