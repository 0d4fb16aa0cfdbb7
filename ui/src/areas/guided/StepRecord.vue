<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { given } from '@/api/given'
import SealantForm from '@/areas/air/SealantForm.vue'
import ServiceForm from '@/areas/air/ServiceForm.vue'
import { boltKey, useOpenJob, usePart } from '@/areas/job/open'
import { useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { useRead } from '@/parts/read'
import { figure } from '@/parts/words'

import StepAir from './StepAir.vue'
import StepBolt from './StepBolt.vue'
import StepDials from './StepDials.vue'
import StepPart from './StepPart.vue'

/** What a step yields, typed once: it goes to the walk-round, the torque log or the brake tests. */
const props = defineProps<{ run: Schemas['RunView']; step: Schemas['Step']; locked: boolean }>()
const emit = defineEmits<{ signed: [passed: boolean] }>()
const { pen } = useOpenJob()
const walk = usePart('walk')
const told = usePart('air')
const typed = ref('')
const note = ref('')
const account = ref('') // where another part came from
const panel = useTemplateRef('panel')
const first = useTemplateRef('first')
const rows = useTemplateRef('rows')
const air = useTemplateRef('air')

const point = computed(() => walk.value.points.find((p) => p.id === props.step.record?.point))
const tyre = computed(() => told.value.bench.tyres.find((t) => t.end === props.step.record?.sealant))
const leg = computed(() => told.value.bench.legs.find((l) => l.place === props.step.record?.oil))
const bolts = computed(() => props.run.bolts ?? [])
const sign = computed(() => props.step.record?.sign)
const recorded = computed(() => !props.run.missing)
/** What the point can be called has the digits until it is told; then the step's own answers have them. */
const words = computed(() => (point.value?.gauge ? [] : (point.value?.words ?? [])))
const due = computed(() => bolts.value.find((b) => !b.settled))
/** A test is not signed unread. */
const seen = useRead()

async function read(word?: string) {
  if (!point.value || props.locked) return
  const at = point.value.id
  // A reading taken in this run stands for itself; the one from the walk-round stays as it was.
  await given([typed, account], ([figure = '', note]) =>
    pen.record({ reading: { point: at, ...(word ? { word } : { typed: figure, note: note || undefined }) } }),
  )
}
async function test(passed: boolean) {
  if (!sign.value) return
  if (await pen.record({ sign: { what: sign.value, passed, note: note.value || undefined } }))
    emit('signed', passed)
}
/** The hand is where the next figure goes; when all is recorded, Enter goes on and no field holds it. */
function reach() {
  const field = first.value ?? rows.value?.find((r) => r?.open && r.field)?.field ?? air.value?.field
  if (!recorded.value) field?.focus({ preventScroll: true })
  else if (panel.value?.contains(document.activeElement)) (document.activeElement as HTMLElement).blur()
}
onMounted(reach)
watch([recorded, () => due.value && boltKey(due.value)], reach, { flush: 'post' })
useBenchKeys((key) => {
  const word = recorded.value || props.locked ? undefined : words.value[Number(key) - 1]
  if (word) void read(word.word)
  return !!word
})
</script>

<template>
  <div
    ref="panel"
    class="max-w-3xl border border-ink bg-paper p-3"
    role="group"
    aria-label="What this step records"
  >
    <template v-if="point">
      <p class="flex items-center gap-2.5">
        <ConditionMark :mark="recorded ? (point.reading?.judgement?.mark ?? 'open') : 'open'" :size="20" />
        <b>{{ point.name }}</b>
        <span v-if="point.reading" class="text-soft"
          >{{ recorded ? '' : 'earlier: '
          }}{{
            point.reading.value === undefined
              ? point.reading.word
              : `${figure(point.reading.value)} ${point.gauge?.unit}`
          }}
          <template v-if="recorded">{{ point.reading.judgement?.reason }}</template></span
        >
      </p>
      <p v-if="run.carried" class="mt-1 text-soft">
        Read on this job by {{ run.carried }}: it stands. Read it again where you doubt it.
      </p>
      <form v-if="point.gauge" class="mt-2 flex gap-2" @submit.prevent="read()">
        <input
          ref="first"
          v-model="typed"
          class="input figure max-w-48 text-xl"
          inputmode="decimal"
          :aria-label="`${point.name}, ${point.gauge.unit}`"
          :disabled="locked"
        />
        <button type="submit" class="button" :disabled="locked || !typed.trim() || pen.busy.value">
          Log it
        </button>
      </form>
      <input
        v-if="point.gauge && typed && (account || pen.fault.value?.field === 'note')"
        v-model="account"
        class="input mt-2 w-full"
        aria-label="Where another part came from"
        placeholder="Was another one fitted? When, by whom?"
        @keydown.enter.prevent="read()"
      />
      <GaugeStrip
        v-if="point.gauge"
        class="mt-2"
        :ruling="point.gauge.ruling"
        :zones="point.gauge.zones"
        :unit="point.gauge.unit"
        :past="point.history.flatMap((h) => h.value ?? [])"
        :now="recorded ? point.reading?.value : undefined"
        :label="point.name"
      />
      <div v-else class="mt-2 flex flex-wrap gap-2" role="group" :aria-label="`${point.name}: how it is`">
        <button
          v-for="(w, i) in words"
          :key="w.word"
          type="button"
          class="button"
          :class="recorded && point.reading?.word === w.word && 'border-petrol! bg-wash!'"
          :disabled="locked"
          @click="read(w.word)"
        >
          <ConditionMark :mark="w.mark" :size="16" /> {{ w.word }}
          <KeyCap v-if="!recorded">{{ i + 1 }}</KeyCap>
        </button>
      </div>
    </template>
    <StepBolt v-for="b in bolts" :key="boltKey(b)" ref="rows" :bolt="b" :due="b === due" :locked="locked" />
    <StepAir
      v-if="step.record?.air"
      ref="air"
      :place="step.record.air"
      :left="step.record.left ?? false"
      :run="run"
      :locked="locked"
    />
    <StepDials
      v-if="step.record?.dials"
      :leg="step.record.dials"
      :left="step.record.left ?? false"
      :run="run"
      :locked="locked"
    />
    <template v-if="step.record?.sealant">
      <SealantForm v-if="tyre" :bench="tyre" :locked="locked" />
      <p class="mt-2 text-note text-soft">
        What tyre it is, and how much it takes:
        <RouterLink
          class="text-petrol underline"
          :to="{ name: 'job-air', query: { at: `${step.record.sealant}_tyre` } }"
          >the air bench</RouterLink
        >.
      </p>
    </template>
    <template v-if="step.record?.oil">
      <ServiceForm v-if="leg" :bench="leg" :served="run.work.operation" :locked="locked" />
      <p v-else class="text-soft">This bike has no such leg: go on.</p>
    </template>
    <StepPart v-if="step.record?.part" :place="step.record.part" :run="run" :locked="locked" />
    <div v-if="sign" class="flex flex-wrap items-center gap-2">
      <b class="min-w-40 flex-1">{{ recorded ? 'Signed.' : 'Your name stands under it.' }}</b>
      <input
        v-model="note"
        class="input max-w-72"
        aria-label="Note on the test"
        placeholder="what is wrong, if it fails"
      />
      <button
        type="button"
        class="button button-go"
        :disabled="locked || recorded || !seen || pen.busy.value"
        :title="seen ? undefined : 'Read what is tried first'"
        @click="test(true)"
      >
        It passes, I sign <KeyCap v-if="!recorded && !note.trim()" of="go" />
      </button>
      <button
        type="button"
        class="button button-grave"
        :disabled="locked || !note.trim()"
        @click="test(false)"
      >
        It fails
      </button>
    </div>
  </div>
</template>
