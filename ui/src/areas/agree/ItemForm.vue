<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useLabour } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import { useMoney } from '@/parts/money'

/** Work that is not in the catalogue, or a change to what was proposed. A changed item needs a new answer. */
const props = defineProps<{ item?: Schemas['ItemView'] }>()
const emit = defineEmits<{ done: [] }>()
const { pen } = useOpenJob()
const { money, major, minor } = useMoney()

const was = props.item?.item
const title = ref(was?.title ?? '')
const minutes = ref(String(was?.minutes ?? 15))
const labour = ref(was?.labour_minor === undefined ? '' : major(was.labour_minor))
const parts = ref(
  (was?.parts ?? []).map((p) => ({
    name: p.name,
    quantity: String(p.quantity),
    price: major(p.price_minor),
    stock: p.stock,
  })),
)
const wrong = ref('')
const usual = useLabour(() => Number(minutes.value))

async function save() {
  wrong.value = ''
  const list: Schemas['Part'][] = []
  for (const p of parts.value.filter((p) => p.name.trim())) {
    const price = minor(p.price)
    if (price === undefined || !/^\d+$/.test(p.quantity))
      return void (wrong.value = `Check quantity and price of ${p.name}: digits, such as 14.50.`)
    list.push({ name: p.name, quantity: Number(p.quantity), price_minor: price, stock: p.stock })
  }
  const price = labour.value.trim() ? minor(labour.value) : undefined
  if (labour.value.trim() && price === undefined)
    return void (wrong.value = `“${labour.value}” is not a price. Type digits, such as 24.00.`)
  if (!/^\d+$/.test(minutes.value.trim())) return void (wrong.value = 'Give the minutes in digits.')
  const item = {
    finding: was?.finding,
    operation: was?.operation,
    title: title.value,
    minutes: Number(minutes.value),
    labour_minor: price,
    parts: list,
  }
  if (await pen.record({ item }, props.item?.id)) emit('done')
}
</script>

<template>
  <form class="my-2 flex flex-col gap-2 border border-rule bg-paper p-3" @submit.prevent="save">
    <div class="grid gap-2 sm:grid-cols-[minmax(0,1fr)_110px_140px]">
      <label class="text-sm text-soft"
        >What is to be done<input v-model="title" class="input text-base text-ink"
      /></label>
      <label class="text-sm text-soft"
        >Minutes<input v-model="minutes" class="input figure text-base text-ink" inputmode="numeric"
      /></label>
      <label class="text-sm text-soft"
        >Labour<input
          v-model="labour"
          class="input figure text-base text-ink"
          inputmode="decimal"
          :placeholder="money(usual)"
      /></label>
    </div>
    <div v-for="(p, i) in parts" :key="i" class="grid gap-2 sm:grid-cols-[minmax(0,1fr)_110px_140px]">
      <input v-model="p.name" class="input" aria-label="Part" placeholder="Part" />
      <input v-model="p.quantity" class="input figure" aria-label="Quantity" inputmode="numeric" />
      <input
        v-model="p.price"
        class="input figure"
        aria-label="Price of one"
        inputmode="decimal"
        placeholder="each"
      />
    </div>
    <p v-if="wrong" role="alert" class="text-brick">{{ wrong }}</p>
    <FaultNote v-else-if="pen.fault.value" :fault="pen.fault.value" />
    <div class="flex gap-2">
      <button type="submit" class="button button-go">{{ item ? 'Change it' : 'Propose it' }}</button>
      <button
        type="button"
        class="button"
        @click="parts.push({ name: '', quantity: '1', price: '', stock: undefined })"
      >
        Add a part
      </button>
      <button type="button" class="button button-quiet" @click="emit('done')">Leave it</button>
    </div>
  </form>
</template>
