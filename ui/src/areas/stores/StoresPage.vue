<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'

import { useRoute } from 'vue-router'

import { ask, client, newId, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

import StockRow from './StockRow.vue'
import StockTable from './StockTable.vue'

/** The drawers: found by any word or by a scan, what is short first. */
const {
  data: items,
  error,
  isPending,
} = useQuery({ queryKey: ['stores'], queryFn: () => ask(client.GET('/api/stores')) })
const { data: kinds } = useQuery({
  queryKey: ['stores', 'kinds'],
  queryFn: () => ask(client.GET('/api/stores/kinds')),
  staleTime: Infinity,
})
const typed = ref('')
const scanned = ref('')
const field = useTemplateRef('field')
onMounted(() => field.value?.focus())
const fresh = ref<Schemas['Stocked']>()
const taking = ref(false)
const blank = (): Schemas['Stocked'] => ({
  id: newId(),
  code: scanned.value,
  name: '',
  kind: 'chain',
  particulars: {},
  grade: 'new',
  held: 0,
  least: 0,
  bin: '',
  price_minor: 0,
  cost_minor: 0,
  supplier: '',
  note: '',
  version: 0,
})

/** A part that came off a bike is put into a drawer with what is known of it. */
const route = useRoute()
function spareIn(text: unknown): Partial<Schemas['Stocked']> | undefined {
  try {
    return typeof text === 'string' ? (JSON.parse(text) as Partial<Schemas['Stocked']>) : undefined
  } catch {
    return undefined // an address that somebody has cut short
  }
}
const spare = spareIn(route.query.spare)
if (spare) fresh.value = { ...blank(), ...spare, grade: 'good', held: 1 }

const short = (i: Schemas['Stocked']) => i.short
const text = (i: Schemas['Stocked']) =>
  [i.code, i.name, i.kind, i.bin, i.supplier, i.note, ...Object.values(i.particulars)].join(' ').toLowerCase()
const found = computed(() => {
  const words = typed.value.toLowerCase().split(/\s+/).filter(Boolean)
  const all = (items.value ?? []).filter((i) => words.every((w) => text(i).includes(w)))
  return [...all.filter(short), ...all.filter((i) => !short(i))]
})
const few = computed(() => (items.value ?? []).filter(short).length)

/** A scanner types a code and Enter: the drawer it names is shown alone. */
async function scan() {
  const code = typed.value.trim().toUpperCase()
  scanned.value = code
  await nextTick()
  field.value?.select()
}
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex flex-wrap items-center gap-3 border-b border-ink px-5 py-3">
      <h1>Stores</h1>
      <p class="text-soft">
        {{ items?.length ?? 0 }} drawers<template v-if="few"
          >, <b class="text-ochre">{{ few }} short</b></template
        >
      </p>
      <span class="ml-auto flex flex-wrap gap-2">
        <a class="button" href="/api/stores.csv" download>Table out</a>
        <button type="button" class="button" :aria-expanded="taking" @click="taking = !taking">
          Table in
        </button>
        <button type="button" class="button button-go" @click="fresh = blank()">New drawer</button>
      </span>
    </div>
    <div class="px-5 py-3">
      <FaultNote v-if="error" :fault="error" />
      <LoadingRule v-if="isPending" />
      <StockTable v-if="taking" @done="taking = false" />
      <label class="mb-1 block text-note text-soft" for="stores-words"
        >Scan a label, or type a word, a size, a bin</label
      >
      <input
        id="stores-words"
        ref="field"
        v-model="typed"
        type="search"
        class="input mb-2 h-12 max-w-xl text-lg"
        autocomplete="off"
        @keydown.enter.prevent="scan"
      />
      <ul class="border-t border-ink">
        <StockRow v-if="fresh" :key="fresh.id" :item="fresh" :kinds="kinds ?? []" @done="fresh = undefined" />
        <StockRow
          v-for="i in found"
          :key="`${i.id} ${i.version}`"
          :item="i"
          :kinds="kinds ?? []"
          :found="!!scanned && i.code === scanned"
        />
      </ul>
      <p v-if="items && !found.length && !fresh" class="py-3 text-soft">
        {{
          items.length
            ? 'No drawer holds that. Try another word, or add it.'
            : 'The drawers are empty. Take a table in, or add what lies in the first one.'
        }}
      </p>
    </div>
  </main>
</template>
