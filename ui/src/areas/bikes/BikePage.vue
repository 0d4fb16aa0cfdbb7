<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import { useBike } from '@/api/job'
import { useSend } from '@/api/send'
import LifeLines from '@/areas/lives/LifeLines.vue'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import TabRow from '@/parts/TabRow.vue'
import TextField from '@/parts/TextField.vue'

import CalledFor from './CalledFor.vue'
import BikeMore from './BikeMore.vue'
import BikeNames from './BikeNames.vue'
import FactsForm from './FactsForm.vue'
import PastFasteners from './PastFasteners.vue'
import PastJobs from './PastJobs.vue'
import StaleChoice from './StaleChoice.vue'

const props = defineProps<{ id: string }>()
const { data, error, isPending } = useBike(() => props.id)
const queries = useQueryClient()

const editing = ref(false)
const bike = ref<Schemas['Bike']>()
const owner = ref<Schemas['Owner']>()
const title = computed(() =>
  data.value ? `${data.value.bike.make} ${data.value.bike.model}, ${data.value.bike.colour}` : 'Bike',
)

const tab = ref<'lines' | 'bolts' | 'jobs'>('lines')
const line = ref<string>()
const tabs = computed(() => [
  ['lines', 'What is on it'] as const,
  ['bolts', 'Fasteners'] as const,
  ['jobs', `Jobs · ${data.value?.jobs.length ?? 0}`] as const,
])

const same = (a: object, b: object) => JSON.stringify(a) === JSON.stringify(b)
const saving = useSend(
  async (was: Schemas['BikeHistory']) => {
    if (owner.value && !same(owner.value, was.owner))
      owner.value = await ask(
        client.PUT('/api/owners/{id}', { params: { path: { id: owner.value.id } }, body: owner.value }),
      )
    if (bike.value && !same(bike.value, was.bike))
      bike.value = await ask(
        client.PUT('/api/bikes/{id}', {
          params: { path: { id: props.id } },
          body: { ...bike.value, why: why.value || undefined },
        }),
      )
  },
  () => {
    editing.value = false
    return queries.invalidateQueries()
  },
)
const fault = saving.fault
/** Why a change takes away something that is still to be looked at, torqued or tried. */
const why = ref('')
async function because(said: string) {
  why.value = said
  await save()
  why.value = ''
}
const save = () => data.value && saving.send(data.value)

watch([data, editing], ([fresh, open]) => {
  if (!fresh || (open && bike.value)) return // what is being typed stays
  bike.value = open ? structuredClone(JSON.parse(JSON.stringify(fresh.bike)) as Schemas['Bike']) : undefined
  owner.value = open ? { ...fresh.owner } : undefined
  saving.clear()
})

/** Settle a stale write: take theirs, or keep ours on top of their version. */
function settle(keep: 'mine' | 'theirs') {
  const current = fault.value?.current as (Schemas['Bike'] & Schemas['Owner']) | undefined
  if (!current) return
  if (current.id === bike.value?.id)
    bike.value = keep === 'mine' ? { ...bike.value, version: current.version } : current
  else if (owner.value) owner.value = keep === 'mine' ? { ...owner.value, version: current.version } : current
  saving.clear()
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
        <div class="mb-3 grid gap-3">
          <BikeNames v-model="bike" :fault="fault" />
          <div class="grid gap-3 sm:grid-cols-2"><BikeMore v-model="bike" :fault="fault" /></div>
        </div>
        <FactsForm :key="bike.version" v-model="bike" :fault="fault" />
        <FaultNote
          v-if="fault && !fault.current && (!fault.field || fault.field === 'why')"
          :fault="fault"
          @why="because"
        />
        <div class="flex gap-2">
          <button type="submit" class="button button-go">Save</button>
          <button type="button" class="button" @click="editing = false">Leave as it was</button>
        </div>
      </form>
      <div v-else class="px-5 py-4">
        <TabRow v-model="tab" label="What is kept of it" :tabs="tabs"
          ><template #beside
            ><BikeDrawing :facts="data.bike.facts" class="ml-auto hidden h-16 w-28 sm:block" :title="title"
          /></template>
          <div class="pt-4">
            <p v-if="data.owner.note" class="mb-3 text-soft">{{ data.owner.note }}</p>
            <template v-if="tab === 'lines'">
              <CalledFor class="mb-5 max-w-2xl" :calls="data.call_backs" />
              <LifeLines v-model:open="line" :lines="data.lines">
                <RouterLink
                  v-if="data.open_job"
                  class="button mt-3"
                  :to="{ name: 'job-parts', params: { id: data.open_job }, query: { at: line } }"
                  >Say what is fitted</RouterLink
                >
              </LifeLines>
            </template>
            <PastFasteners v-else-if="tab === 'bolts'" :bolts="data.bolts" />
            <PastJobs v-else :jobs="data.jobs" /></div
        ></TabRow>
      </div>
    </template>
  </main>
</template>
