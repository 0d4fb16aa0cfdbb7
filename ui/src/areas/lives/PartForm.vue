<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import type { Line, Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import { useOpenJob } from '@/areas/job/open'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import ParticularFields from '@/parts/ParticularFields.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'

import BearingGuess from './BearingGuess.vue'
import CandidateList from './CandidateList.vue'
import FitNote from './FitNote.vue'

/** What was fitted at a place, by what tells such parts apart; or that what sat there came off. */
const props = defineProps<{ line: Line; item?: string; bare?: boolean }>()
const { pen } = useOpenJob()
const words = useWords()

const now = computed(() => props.line.lives.at(-1))
/** What was said of what sits there is corrected; else something else is fitted. */
const fresh = ref(true)
const said = computed(() => (now.value && !now.value.to ? now.value : undefined))
const particulars = reactive<Record<string, string>>({
  ...Object.fromEntries(props.line.particulars.map((p) => [p.id, ''])),
  ...said.value?.particulars,
})
const form = reactive({
  grade: 'new',
  from: 'stock',
  why: said.value ? 'worn' : '',
  became: said.value ? 'scrap' : '',
  mark: '',
  note: '',
  for_now: false,
})
const fault = computed(() =>
  ['place', 'grade', 'from', 'why', 'became', 'mark', 'note', 'stock'].includes(
    pen.fault.value?.field ?? '',
  ) || pen.fault.value?.field?.startsWith('particulars.')
    ? pen.fault.value
    : undefined,
)

const stock = ref<string>()
function out(c: Schemas['Candidate']) {
  for (const p of props.line.particulars) particulars[p.id] = c.particulars[p.id] ?? ''
  Object.assign(form, { grade: c.grade, from: c.grade === 'new' ? 'stock' : 'spares' })
}
function take(b: Schemas['Likely']) {
  if (b.ball) return void (particulars.ball = String(b.ball))
  for (const id of ['bore', 'outside', 'width', 'inner', 'outer'] as const)
    if (id in particulars) particulars[id] = b[id] ? String(b[id]) : ''
  if ('kind' in particulars) particulars.kind = 'cartridges'
}
async function fit() {
  const fitted = {
    place: props.line.place,
    particulars: Object.fromEntries(Object.entries(particulars).filter(([, v]) => v?.trim())),
    grade: form.grade as Schemas['Putting']['grade'],
    from: form.from as Schemas['Putting']['from'],
    why: (form.why || undefined) as Schemas['Putting']['why'],
    became: (form.became || undefined) as Schemas['Putting']['became'],
    mark: form.mark || undefined,
    note: form.note || undefined,
    for_now: form.for_now || undefined,
    stock: stock.value,
    item: props.item,
  }
  await pen.record({ fitted })
}
async function takeOff() {
  const taken_off = {
    place: props.line.place,
    why: form.why as Schemas['Taking']['why'],
    became: form.became as Schemas['Taking']['became'],
    note: form.note || undefined,
  }
  await pen.record({ taken_off })
}
</script>

<template>
  <form
    class="mt-3 border border-rule bg-chalk p-3"
    :aria-label="`What is fitted: ${line.name}`"
    @submit.prevent="fresh ? fit() : takeOff()"
  >
    <div v-if="!bare" class="mb-2 flex gap-2" role="group" aria-label="What happened">
      <button
        type="button"
        class="button min-h-11!"
        :class="fresh && 'button-go'"
        :aria-pressed="fresh"
        @click="fresh = true"
      >
        Something was fitted
      </button>
      <button
        v-if="said"
        type="button"
        class="button min-h-11!"
        :class="!fresh && 'button-go'"
        :aria-pressed="!fresh"
        @click="fresh = false"
      >
        It came off
      </button>
    </div>
    <FaultNote
      v-if="fault"
      class="mb-2"
      :fault="fault"
      @take="(v) => fault?.field && (particulars[fault.field.replace('particulars.', '')] = String(v))"
    />
    <CandidateList v-if="fresh" v-model="stock" :place="line.place" @take="out" />
    <div class="grid grid-cols-2 gap-x-3 gap-y-2 lg:grid-cols-4">
      <template v-if="fresh">
        <ParticularFields
          :values="particulars"
          :particulars="line.particulars"
          :fault="fault"
          placeholder="not read"
          @set="(id, text) => (particulars[id] = text)"
        />
        <BearingGuess v-if="line.bearing" :place="line.place" :particulars="particulars" @take="take" />
        <ChoiceField
          v-model="form.grade"
          label="It is"
          name="grade"
          :fault="fault"
          :choices="words.list('grades').map((w) => [w.word, w.name] as const)"
        />
        <ChoiceField
          v-model="form.from"
          label="It comes"
          name="from"
          :fault="fault"
          :choices="words.list('sources').map((w) => [w.word, w.name] as const)"
        />
        <TextField v-model="form.mark" label="Serial number or mark" name="mark" :fault="fault" />
        <TickField v-model="form.for_now" class="self-end">Only for now: the right one is to come</TickField>
      </template>
      <template v-if="said">
        <ChoiceField
          v-model="form.why"
          label="Why the old one came off"
          name="why"
          :fault="fault"
          :choices="words.list('reasons').map((w) => [w.word, w.name] as const)"
        />
        <ChoiceField
          v-model="form.became"
          label="What became of it"
          name="became"
          :fault="fault"
          :choices="words.list('fates').map((w) => [w.word, w.name] as const)"
        />
      </template>
      <TextField v-model="form.note" class="col-span-full" label="Note" name="note" :fault="fault" />
    </div>
    <div class="mt-3 flex flex-wrap items-center gap-3">
      <button type="submit" class="button button-go">{{ fresh ? 'It is fitted' : 'It is off' }}</button>
      <PhotoStrip :about="line.place" :name="line.name" />
    </div>
    <!-- Under the button: what comes while something is typed moves nothing that is about to be pressed. -->
    <FitNote
      v-if="fresh"
      class="mt-2"
      :place="line.place"
      :particulars="particulars"
      :why="(form.why || undefined) as Schemas['FitQuestion']['why']"
    />
  </form>
</template>
