<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'

import type { BoltView, Content, Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { figure, typedNumber } from '@/parts/words'

import { startsFigure, useBenchKeys, usePreview } from './bench'
import { useDesk } from './desk'
import OwnTorque from './OwnTorque.vue'

/** One bolt at the bench. Digits and Enter log it as left; keys around them say how it was found. */
const props = defineProps<{ bolt: BoltView; locked: boolean; unit: string; last: string }>()
const emit = defineEmits<{ onward: []; back: [] }>()

type Found = Schemas['Torque']['found']

const { job, pen, early } = useDesk()
const typed = ref(early.value)
early.value = ''
const found = ref<Found>(props.bolt.log && !props.bolt.stale ? props.bolt.log.found : 'not_checked')
const foundTyped = ref(props.bolt.log?.found_typed ?? '')
const note = ref(props.bolt.log?.note ?? '')
const noting = ref(false)
const missing = ref(false)
const ruling = ref(false)
const field = useTemplateRef('field')
const noteField = useTemplateRef('noteField')

const base = computed(() => ({
  fastener: props.bolt.fastener,
  position: props.bolt.position,
  found: found.value,
  found_typed: foundTyped.value || undefined,
  note: note.value || undefined,
}))
const content = computed<Content | undefined>(() =>
  props.bolt.rule && typed.value.trim()
    ? { torque: { ...base.value, found: 'not_checked', found_typed: undefined, left_typed: typed.value } }
    : undefined,
)
const { preview, fault: previewFault, clear } = usePreview(() => job.value.job.id, content)
const fault = computed(() => pen.fault.value ?? previewFault.value)
const verdict = computed(
  () => preview.value?.torque?.verdict ?? (typed.value ? undefined : props.bolt.verdict),
)
const zones = computed(() => {
  const { rule, ruling } = props.bolt
  if (!rule || !ruling) return []
  return [
    { from: ruling.min, to: rule.min_nm, mark: 'due' },
    { from: rule.max_nm, to: ruling.max, mark: 'unsafe' },
  ]
})
const states = { under: 'Too loose', in_range: 'In range', over: 'Too tight' }
const mark = computed(() =>
  verdict.value?.state === 'in_range' ? 'sound' : verdict.value?.state === 'under' ? 'due' : 'unsafe',
)
const now = computed(
  () =>
    preview.value?.torque?.left_nm ??
    (typed.value ? (props.unit === 'N·m' ? typedNumber(typed.value) : undefined) : props.bolt.log?.left_nm),
)

async function log(more: Partial<Schemas['Torque']>) {
  if (props.locked || pen.busy.value) return
  clear()
  // A log that work has disturbed since stays as it was; the new one is new.
  const corrects = props.bolt.log_id && !props.bolt.stale ? props.bolt.log_id : undefined
  const sent = typed.value
  typed.value = ''
  if (await pen.record({ torque: { ...base.value, ...more } }, corrects)) {
    early.value = typed.value
    emit('onward')
  } else {
    typed.value ||= sent
    void focus()
  }
}
function enter() {
  if (missing.value) return void log({ not_fitted: true })
  if (props.bolt.set) return void log({ set: true })
  if (typed.value.trim()) void log({ left_typed: typed.value })
  else if (props.bolt.settled) emit('onward')
  else void focus()
}
const toggle = (how: Found) => {
  found.value = found.value === how ? 'not_checked' : how
  void focus()
}
async function notFitted() {
  missing.value = !missing.value
  if (missing.value && !props.bolt.critical) return void log({ not_fitted: true })
  if (missing.value) {
    noting.value = true
    await nextTick()
    noteField.value?.focus()
  }
}
async function focus() {
  await nextTick()
  field.value?.focus({ preventScroll: true })
}
onMounted(() => {
  pen.fault.value = undefined
  void focus()
})

useBenchKeys((key) => {
  if (props.locked || (document.activeElement === noteField.value && key !== 'Enter')) return false
  if (key === 'Enter') enter()
  else if (key === '-') toggle('loose')
  else if (key === '+') toggle('over_tight')
  else if (key === '/') void notFitted()
  else if (key === '*') typed.value = props.last
  else if (key === 'Backspace' && !typed.value) emit('back')
  else if (props.bolt.rule && startsFigure(key, field.value)) {
    typed.value += key
    void focus()
  } else return false
  return true
})
</script>

<template>
  <section
    class="flex min-h-0 flex-col px-5 pt-4 pb-4 lg:overflow-y-auto lg:px-8"
    :aria-label="`${bolt.name} ${bolt.position ?? ''}`"
  >
    <p class="text-soft">
      {{ bolt.component }}<template v-if="bolt.position"> · {{ bolt.position }}</template>
      <b v-if="bolt.critical" class="text-ink"> · the rider trusts this one</b>
    </p>
    <h2 class="text-[34px]! leading-tight! font-[720]! text-ink!">{{ bolt.name }}</h2>
    <p
      v-if="bolt.left_hand"
      class="mt-1 self-start border-2 border-brick px-3 py-1 text-lg font-bold text-brick"
    >
      Left-hand thread: tightens anticlockwise
    </p>

    <div v-if="bolt.rule" class="mt-3 flex flex-wrap items-end gap-x-8 gap-y-2">
      <label class="sr-only" for="torque">{{ unit }}, as left</label>
      <input
        id="torque"
        ref="field"
        v-model="typed"
        data-bench
        class="h-[104px] w-[290px] border-b-4 border-petrol bg-transparent px-1 font-sans text-[96px] leading-none font-[560] tabular-nums focus:bg-paper focus:outline-none"
        inputmode="decimal"
        autocomplete="off"
        :placeholder="bolt.log?.left_nm === undefined ? '' : figure(bolt.log.left_nm)"
        :disabled="locked"
        :aria-invalid="!!fault"
        aria-describedby="torque-verdict"
      />
      <div id="torque-verdict" class="min-w-0 flex-1 pb-1" aria-live="polite">
        <p class="text-soft">{{ unit }}, as left</p>
        <template v-if="verdict">
          <p class="flex items-center gap-2.5 text-[22px]">
            <ConditionMark :mark="mark" :size="24" /><b>{{ states[verdict.state] }}</b>
          </p>
          <p class="text-[15px] text-soft">{{ verdict.reason }} {{ verdict.next }}</p>
        </template>
        <p v-else class="text-[22px] text-soft">
          {{ figure(bolt.rule.min_nm) }} to {{ figure(bolt.rule.max_nm) }} N·m
        </p>
      </div>
    </div>
    <p v-else class="mt-4 text-[22px]">{{ bolt.set }}</p>
    <GaugeStrip
      v-if="bolt.rule && bolt.ruling"
      class="mt-3 max-w-[760px]"
      :ruling="bolt.ruling"
      :zones="zones"
      unit="N·m"
      :now="now"
      :target="[bolt.rule.min_nm, bolt.rule.max_nm]"
      :label="bolt.name"
    />

    <FaultNote v-if="fault" class="mt-2" :fault="fault" @take="(v) => (typed = String(v))" />
    <dl class="mt-3 grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1 text-[16px]">
      <template v-if="bolt.rule">
        <dt class="text-soft">Rule</dt>
        <dd>
          <b class="figure">{{ figure(bolt.rule.min_nm) }}–{{ figure(bolt.rule.max_nm) }} N·m</b> ·
          {{ bolt.rule.source }}
          <button
            v-if="!locked"
            type="button"
            class="ml-1 text-petrol underline"
            :aria-expanded="ruling"
            @click="ruling = !ruling"
          >
            the manual says otherwise
          </button>
        </dd>
      </template>
      <dt class="text-soft">Tool</dt>
      <dd>{{ bolt.tool }}</dd>
      <dt class="text-soft">Threads</dt>
      <dd>{{ bolt.treatment }}</dd>
      <template v-if="bolt.caution">
        <dt class="text-soft">Mind</dt>
        <dd>{{ bolt.caution }}</dd>
      </template>
      <template v-if="bolt.log">
        <dt class="text-soft">Logged</dt>
        <dd>
          by {{ bolt.by
          }}<b v-if="bolt.stale" class="text-brick">, but work has disturbed it since: log it again</b>
        </dd>
      </template>
    </dl>
    <OwnTorque v-if="ruling" class="mt-2" :bolt="bolt" :unit="unit" @done="((ruling = false), focus())" />
    <div v-if="found === 'figure'" class="mt-3 flex items-center gap-2">
      <label class="text-soft" for="found-figure">As found, {{ unit }}</label>
      <input
        id="found-figure"
        v-model="foundTyped"
        data-bench
        class="input figure max-w-32"
        inputmode="decimal"
      />
    </div>
    <div v-if="noting" class="mt-3">
      <input
        ref="noteField"
        v-model="note"
        data-bench
        class="input"
        aria-label="Note"
        :placeholder="missing ? 'Why is it not there?' : 'Note'"
      />
    </div>

    <div class="mt-auto grid grid-cols-2 gap-2 pt-4 md:grid-cols-4">
      <button
        type="button"
        class="button button-go min-h-[52px] justify-between! px-3!"
        :disabled="locked || (!!bolt.rule && !typed.trim() && !missing)"
        @click="enter"
      >
        {{ missing ? 'Not there' : bolt.set ? 'It is set' : 'Log' }} <KeyCap>Enter</KeyCap>
      </button>
      <button
        type="button"
        class="button min-h-[52px] justify-between! px-3!"
        :class="found === 'loose' && 'border-brick! bg-brick-wash!'"
        :aria-pressed="found === 'loose'"
        :disabled="locked"
        @click="toggle('loose')"
      >
        Found loose <KeyCap>−</KeyCap>
      </button>
      <button
        type="button"
        class="button min-h-[52px] justify-between! px-3!"
        :class="found === 'over_tight' && 'border-brick! bg-brick-wash!'"
        :aria-pressed="found === 'over_tight'"
        :disabled="locked"
        @click="toggle('over_tight')"
      >
        Over-tight <KeyCap>+</KeyCap>
      </button>
      <button
        type="button"
        class="button min-h-[52px] justify-between! px-3!"
        :aria-pressed="missing"
        :disabled="locked"
        @click="notFitted"
      >
        Not fitted <KeyCap>/</KeyCap>
      </button>
      <button
        type="button"
        class="button min-h-[52px] justify-between! px-3!"
        :disabled="locked || !last || !bolt.rule"
        @click="((typed = last), focus())"
      >
        Same again <KeyCap>*</KeyCap>
      </button>
      <button type="button" class="button min-h-[52px] justify-between! px-3!" @click="emit('back')">
        Back <KeyCap>⌫</KeyCap>
      </button>
      <button
        type="button"
        class="button min-h-[52px]"
        :aria-pressed="found === 'figure'"
        :disabled="locked || !bolt.rule"
        @click="toggle('figure')"
      >
        Found at …
      </button>
      <button
        type="button"
        class="button min-h-[52px]"
        :aria-expanded="noting"
        :disabled="locked"
        @click="noting = !noting"
      >
        Note
      </button>
    </div>
  </section>
</template>
