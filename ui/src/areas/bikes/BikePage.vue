<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { ask, asFault, client, type Fault, type Schemas } from '@/api/client'
import { useBike } from '@/api/job'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import FaultNote from '@/parts/FaultNote.vue'
import TextField from '@/parts/TextField.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

import BikePast from './BikePast.vue'
import FactsForm from './FactsForm.vue'
import StaleChoice from './StaleChoice.vue'

const props = defineProps<{ id: string }>()
const { data, error, isPending } = useBike(() => props.id)
const queries = useQueryClient()

const editing = ref(false)
const bike = ref<Schemas['Bike']>()
const owner = ref<Schemas['Owner']>()
const fault = ref<Fault>()
const title = computed(() =>
  data.value ? `${data.value.bike.make} ${data.value.bike.model}, ${data.value.bike.colour}` : 'Bike',
)

watch([data, editing], ([fresh, open]) => {
  if (!fresh || (open && bike.value)) return // what is being typed stays
  bike.value = open ? structuredClone(JSON.parse(JSON.stringify(fresh.bike)) as Schemas['Bike']) : undefined
  owner.value = open ? { ...fresh.owner } : undefined
  fault.value = undefined
})

async function save() {
  if (!bike.value || !owner.value || !data.value) return
  fault.value = undefined
  const same = (a: object, b: object) => JSON.stringify(a) === JSON.stringify(b)
  try {
    if (!same(owner.value, data.value.owner)) {
      owner.value = await ask(
        client.PUT('/api/owners/{id}', { params: { path: { id: owner.value.id } }, body: owner.value }),
      )
    }
    if (!same(bike.value, data.value.bike)) {
      bike.value = await ask(
        client.PUT('/api/bikes/{id}', { params: { path: { id: props.id } }, body: bike.value }),
      )
    }
    editing.value = false
    await queries.invalidateQueries()
  } catch (thrown) {
    fault.value = asFault(thrown)
  }
}

/** Settle a stale write: take theirs, or keep ours on top of their version. */
function settle(keep: 'mine' | 'theirs') {
  const current = fault.value?.current as (Schemas['Bike'] & Schemas['Owner']) | undefined
  if (!current) return
  if (current.id === bike.value?.id)
    bike.value = keep === 'mine' ? { ...bike.value, version: current.version } : current
  else if (owner.value) owner.value = keep === 'mine' ? { ...owner.value, version: current.version } : current
  fault.value = undefined
  if (keep === 'mine') void save()
}
const mine = computed(() =>
  (fault.value?.current as { id?: string } | undefined)?.id === bike.value?.id ? bike.value : owner.value,
)
</script>

<template>
  <main id="main" class="flex-1">
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <template v-if="data">
      <div class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-ink px-5 py-3">
        <div class="min-w-0">
          <h1 class="truncate">{{ title }}</h1>
          <p class="text-soft">
            {{ data.owner.name }} · <span class="figure">{{ data.owner.phone || 'no telephone' }}</span>
            <template v-if="data.bike.frame_number">
              · frame <span class="figure">{{ data.bike.frame_number }}</span></template
            >
          </p>
        </div>
        <span class="ml-auto flex gap-2">
          <button v-if="!editing" type="button" class="button" @click="editing = true">Change facts</button>
          <RouterLink
            v-if="data.open_job"
            :to="{ name: 'job', params: { id: data.open_job } }"
            class="button button-go"
            >Open its job</RouterLink
          >
          <RouterLink
            v-else
            :to="{ name: 'check-in', query: { bike: data.bike.id } }"
            class="button button-go"
            >Take it in</RouterLink
          >
        </span>
      </div>
      <form v-if="editing && bike && owner" class="flex flex-col gap-4 px-5 py-4" @submit.prevent="save">
        <StaleChoice v-if="fault?.current" :mine="mine" :theirs="fault.current" @keep="settle" />
        <FaultNote v-else-if="fault && !fault.field" :fault="fault" />
        <div class="grid gap-3 sm:grid-cols-3">
          <TextField v-model="owner.name" label="Owner" name="owner.name" :fault="fault" />
          <TextField
            v-model="owner.phone"
            label="Telephone"
            name="owner.phone"
            :fault="fault"
            figure
            inputmode="tel"
          />
          <TextField v-model="owner.email" label="E-mail" name="owner.email" :fault="fault" />
        </div>
        <FactsForm v-model="bike" :fault="fault" />
        <div class="flex gap-2">
          <button type="submit" class="button button-go">Save</button>
          <button type="button" class="button" @click="editing = false">Leave as it was</button>
        </div>
      </form>
      <div v-else class="grid gap-8 px-5 py-4 lg:grid-cols-[360px_minmax(0,1fr)]">
        <div>
          <BikeDrawing :facts="data.bike.facts" class="h-60 border border-rule bg-paper" :title="title" />
          <p v-if="data.owner.note" class="mt-3 text-soft">{{ data.owner.note }}</p>
        </div>
        <BikePast :history="data" strips />
      </div>
    </template>
  </main>
</template>
