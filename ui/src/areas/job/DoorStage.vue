<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useBike, useBook } from '@/api/job'
import BikePast from '@/areas/bikes/BikePast.vue'
import StaleChoice from '@/areas/bikes/StaleChoice.vue'
import BelongingList from '@/areas/door/BelongingList.vue'
import DistanceBar from '@/areas/inspect/DistanceBar.vue'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'

import MistakenForm from './MistakenForm.vue'
import NoteList from './NoteList.vue'
import { useOpenJob } from './open'

/** What was noted at the door, and what is known of the bike. */
const { job, pen, closed } = useOpenJob()
const { data: book } = useBook()
const { data: history } = useBike(() => job.value.bike.id)

type Door = Schemas['JobChange'] & { promised: string }
const { wallClock, atWallClock } = useTimes()
const read = (j: Schemas['Job']): Door => ({
  service: j.service,
  depth: j.depth,
  words: j.words,
  reading: j.reading,
  condition: j.condition,
  stand: j.stand,
  promised_at: j.promised_at,
  promised: wallClock(j.promised_at),
  version: j.version,
})
const door = ref(read(job.value.job))
const touched = ref(false)
watch(
  () => job.value.job,
  (j) => !touched.value && (door.value = read(j)),
)
const stale = computed(() => (pen.fault.value?.current as Schemas['Job'] | undefined)?.number !== undefined)
const noted = ['service', 'depth', 'words', 'reading', 'condition', 'stand', 'promised_at']
const seen = (of: Record<string, unknown>) => Object.fromEntries(noted.map((k) => [k, of[k]]))

async function save(why?: string) {
  const { promised, ...said } = door.value
  const change = { ...said, promised_at: atWallClock(promised), why }
  if (await pen.save(change)) touched.value = false
}
function settle(keep: 'mine' | 'theirs') {
  const current = pen.fault.value?.current as Schemas['Job']
  pen.fault.value = undefined
  if (keep === 'theirs') {
    door.value = read(current)
    touched.value = false
  } else {
    door.value.version = current.version
    void save()
  }
}
</script>

<template>
  <div class="grid gap-x-8 gap-y-6 px-5 py-4 xl:grid-cols-[minmax(0,1fr)_340px]">
    <div class="flex flex-col gap-6">
      <form class="flex flex-col gap-3" @submit.prevent="save()" @input="touched = true">
        <StaleChoice
          v-if="stale"
          :mine="seen({ ...door })"
          :theirs="seen({ ...(pen.fault.value?.current as object) })"
          @keep="settle"
        />
        <FormField v-slot="f" label="What the owner says" name="words" :fault="pen.fault.value">
          <textarea
            :id="f.id"
            v-model="door.words"
            rows="2"
            class="input text-lg"
            :disabled="closed"
          ></textarea>
        </FormField>
        <TextField
          v-model="door.reading"
          label="What you make of it"
          name="reading"
          :fault="pen.fault.value"
          :disabled="closed"
        />
        <FormField v-slot="f" label="Condition at arrival" name="condition" :fault="pen.fault.value">
          <textarea :id="f.id" v-model="door.condition" rows="2" class="input" :disabled="closed"></textarea>
        </FormField>
        <div class="grid gap-3 sm:grid-cols-3">
          <ChoiceField
            v-model="door.service"
            label="What for"
            name="service"
            :fault="pen.fault.value"
            :none="book?.depths.find((d) => d.id === door.depth)?.name"
            :choices="(book?.services ?? []).map((s) => [s.id, s.name] as const)"
            :disabled="closed"
          />
          <TextField
            v-model="door.promised"
            label="Promised for"
            name="promised_at"
            :fault="pen.fault.value"
            figure
            type="datetime-local"
            :disabled="closed"
          />
          <TextField
            v-model="door.stand"
            label="Stand"
            name="stand"
            :fault="pen.fault.value"
            :disabled="closed"
          />
        </div>
        <div v-if="!closed">
          <FaultNote
            v-if="pen.fault.value && !stale && (!pen.fault.value.field || pen.fault.value.field === 'why')"
            :fault="pen.fault.value"
            @why="save"
          />
          <button
            type="submit"
            class="button"
            :class="touched && 'button-go'"
            :disabled="!touched || pen.busy.value"
          >
            Save
          </button>
        </div>
      </form>
      <BelongingList />
      <DistanceBar />
      <NoteList />
      <MistakenForm v-if="!closed" />
    </div>
    <aside aria-label="What we know of this bike">
      <BikePast
        v-if="history"
        :history="{ ...history, jobs: history.jobs.filter((j) => j.id !== job.job.id) }"
      />
    </aside>
  </div>
</template>
