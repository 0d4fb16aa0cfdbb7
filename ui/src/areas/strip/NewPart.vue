<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useBike } from '@/api/job'
import { useWords } from '@/api/words'
import { useOpenJob } from '@/areas/job/open'
import BearingGuess from '@/areas/lives/BearingGuess.vue'
import CandidateList from '@/areas/lives/CandidateList.vue'
import FitNote from '@/areas/lives/FitNote.vue'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import ParticularFields from '@/parts/ParticularFields.vue'

/** What goes on in place of a part that came off: measured, known, and written down as fitted. */
const props = defineProps<{ strip: Schemas['Strip']; part: Schemas['PartView'] }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const { job, pen } = useOpenJob()
const words = useWords()
const { data } = useBike(() => job.value.bike.id)
const line = computed(() => data.value?.lines.find((l) => l.place === props.part.place))
const fields = computed(() => line.value?.particulars ?? [])
const particulars = reactive<Record<string, string>>({})
const sure = ref<Schemas['Likely']>()
const stock = ref<string>()
const grade = ref<Schemas['Putting']['grade']>('new')
function out(c: Schemas['Candidate']) {
  for (const p of fields.value) particulars[p.id] = c.particulars[p.id] ?? ''
  grade.value = c.grade
  form.from = c.grade === 'new' ? 'stock' : 'spares'
}
const form = reactive({ from: 'stock', became: 'scrap' })
const fault = computed(() =>
  pen.fault.value?.field?.startsWith('particulars.') ? pen.fault.value : undefined,
)
const last = computed(() => line.value?.lives.filter((l) => Object.keys(l.particulars ?? {}).length).at(-1))
const lastTime = () => Object.assign(particulars, last.value?.particulars)

function take(b: Schemas['Likely']) {
  if (b.ball) return void (particulars.ball = String(b.ball))
  for (const id of ['bore', 'outside', 'width', 'inner', 'outer'] as const)
    if (fields.value.some((p) => p.id === id)) particulars[id] = b[id] ? String(b[id]) : ''
  if (fields.value.some((p) => p.id === 'kind')) particulars.kind = 'cartridges'
}
async function fit() {
  if (sure.value) take(sure.value)
  if (props.part.place) {
    const fitted = {
      place: props.part.place,
      particulars: Object.fromEntries(Object.entries(particulars).filter(([, v]) => v.trim())),
      grade: grade.value,
      stock: stock.value,
      from: form.from as Schemas['Putting']['from'],
      why: 'worn' as const,
      became: form.became as Schemas['Putting']['became'],
    }
    if (!(await pen.record({ fitted }))) return
  }
  const on = { strip: props.strip.id, part: props.part.id, laid: true, renewed: true }
  if (await pen.record({ part_on: on })) emit('done')
}
</script>

<template>
  <form class="border-t border-rule pt-3" :aria-label="`New: ${part.name}`" @submit.prevent="fit">
    <FaultNote v-if="pen.fault.value" class="mb-2" :fault="pen.fault.value" />
    <CandidateList v-if="part.place && !part.bearing" v-model="stock" :place="part.place" @take="out" />
    <div class="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4 xl:grid-cols-6">
      <ParticularFields
        :values="particulars"
        :particulars="fields"
        :fault="fault"
        placeholder="measured"
        @set="(id, text) => (particulars[id] = text)"
      />
      <BearingGuess
        v-if="part.bearing"
        v-model:sure="sure"
        :place="part.place!"
        :particulars="particulars"
        @take="take"
      />
      <ChoiceField
        v-if="part.place"
        v-model="form.from"
        label="It comes"
        name="from"
        :choices="words.list('sources').map((w) => [w.word, w.name] as const)"
      />
      <ChoiceField
        v-if="part.place"
        v-model="form.became"
        label="The old one is"
        name="became"
        :choices="words.list('fates').map((w) => [w.word, w.name] as const)"
      />
    </div>
    <CandidateList
      v-if="part.place && part.bearing"
      v-model="stock"
      class="mt-3"
      :place="part.place"
      @take="out"
    />
    <p v-for="l in part.lay ?? []" :key="l.where" class="mt-2">
      Goes on with <b>{{ l.name }}</b>, {{ l.where }}<template v-if="part.goes">; {{ part.goes }}</template
      >.
    </p>
    <div class="mt-3 flex flex-wrap gap-2">
      <button type="submit" class="button button-go min-h-14" :disabled="pen.busy.value">
        {{ sure ? `Fit ${sure.size}` : part.lay?.length ? 'Laid, new one on' : 'New one on' }}
        <KeyCap of="go" />
      </button>
      <button v-if="last" type="button" class="button min-h-14" @click="lastTime">As last time</button>
      <button type="button" class="button button-quiet min-h-14" @click="emit('cancel')">Not yet</button>
    </div>
    <FitNote v-if="part.place" class="mt-2" :place="part.place" :particulars="particulars" />
  </form>
</template>
