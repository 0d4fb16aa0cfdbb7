<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'

import type { BoltView, Content, Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { figure, typedNumber } from '@/parts/words'

import { startsFigure, useBenchKeys, usePreview } from './bench'
import BoltOthers from './BoltOthers.vue'
import BoltRule from './BoltRule.vue'
import BoltSet from './BoltSet.vue'
import BoltTools from './BoltTools.vue'
import { boltKey, useDesk } from './desk'
import OwnTorque from './OwnTorque.vue'
import PhotoStrip from './PhotoStrip.vue'
import { type RunHabits, useInHand } from './run'

/** One bolt at the bench. Digits and Enter log it as left; keys around them say how it was found. */
const props = defineProps<{
  bolt: BoltView
  locked: boolean
  unit: string
  last: string
  habits: RunHabits
  /** a pull of the connected wrench that is meant for this bolt */
  /** a form beside the bench says what is wrong itself */
  quiet: boolean
  pulled?: Schemas['ToolReading']
}>()
const emit = defineEmits<{ onward: []; back: []; refused: [reading: string] }>()

type Found = Schemas['Torque']['found']

const { job, pen, early } = useDesk()
const { data: book } = useBook()
const { halves } = props.habits
const inHand = useInHand(
  () => props.bolt,
  () => job.value.wrenches,
  props.habits,
)
const typed = ref(early.value)
early.value = ''
const found = ref<Found>(props.bolt.log && !props.bolt.stale ? props.bolt.log.found : 'not_checked')
const foundTyped = ref(props.bolt.log?.found_typed ?? '')
const note = ref(props.bolt.stale ? '' : (props.bolt.log?.note ?? ''))
const treatment = ref(props.bolt.stale ? '' : (props.bolt.log?.treatment ?? ''))
const noting = ref(note.value !== '')
const missing = ref(false)
const ruling = ref(false)
const tools = ref(false)
const field = useTemplateRef('field')
const bench = useTemplateRef('bench')
const noteField = useTemplateRef('noteField')
const shutter = useTemplateRef('shutter')

// A joint left too tight is loosened and tightened again; that is a log of its own.
const tooTight = computed(
  () => !props.bolt.stale && props.bolt.log?.left_nm !== undefined && props.bolt.verdict?.state === 'over',
)
const slip = ref(false)
const base = computed(() => ({
  fastener: props.bolt.fastener,
  position: props.bolt.position,
  found: found.value,
  found_typed: foundTyped.value || undefined,
  note: note.value || undefined,
  treatment: treatment.value || undefined,
  wrench: inHand.value?.id,
  reason: inHand.value ? props.habits.reasons.value[inHand.value.id] : undefined,
  adapter: props.habits.adapter.value ?? undefined,
}))
const set = computed(() => job.value.bolts.filter((b) => b.fastener === props.bolt.fastener && b.pattern))
const setKey = computed(() => `${job.value.job.id}/${props.bolt.fastener}`)
const half = computed(
  () =>
    !!props.bolt.pattern &&
    !props.locked &&
    set.value.every((b) => !b.log || b.stale) &&
    !halves.value.includes(setKey.value),
)
const content = computed<Content | undefined>(() =>
  props.bolt.rule && typed.value.trim()
    ? { torque: { ...base.value, found: 'not_checked', found_typed: undefined, left_typed: typed.value } }
    : undefined,
)
const { preview, fault: previewFault, clear } = usePreview(() => job.value.job.id, content)
const fault = computed(() => pen.fault.value ?? previewFault.value)
const told = computed(() => preview.value?.torque ?? (typed.value ? undefined : props.bolt.log))
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
const states = {
  under: 'Too loose',
  in_range: 'In range',
  within_error: 'In range, within the wrench’s error',
  over: 'Too tight',
}
const marks = { under: 'due', in_range: 'sound', within_error: 'watch', over: 'unsafe' } as const
const mark = computed(() => (verdict.value ? marks[verdict.value.state] : 'open'))
const now = computed(
  () =>
    told.value?.left_nm ??
    (typed.value ? (props.unit === 'N·m' ? typedNumber(typed.value) : undefined) : undefined),
)
const clamp = computed<readonly [number, number] | undefined>(() =>
  told.value?.clamp_high_n ? [told.value.clamp_low_n ?? 0, told.value.clamp_high_n] : undefined,
)

// One log of a bolt at a time; the log of the bolt before may still be on its way.
const sending = ref(false)
async function log(more: Partial<Schemas['Torque']>) {
  if (props.locked || sending.value) return false
  // The adapter's length belongs to the figure: none is logged while it cannot be read.
  const unread = [...(bench.value?.querySelectorAll('input') ?? [])].find((i) => !i.validity.valid)
  if (unread) {
    unread.focus({ preventScroll: true })
    unread.scrollIntoView({ block: 'center' })
    return false
  }
  clear()
  // A log that work has disturbed since stays as it was, and so does one that was too tight:
  // the new one is new.
  const anew = props.bolt.stale || (tooTight.value && !slip.value)
  const corrects = props.bolt.log_id && !anew ? props.bolt.log_id : undefined
  const sent = typed.value
  typed.value = ''
  const loosened = (tooTight.value && !slip.value) || undefined
  sending.value = true
  const logged = await pen.record({ torque: { ...base.value, loosened, ...more } }, corrects)
  sending.value = false
  if (logged) {
    early.value = typed.value
    emit('onward')
    return true
  }
  typed.value ||= sent
  if (pen.fault.value?.field === 'reason') tools.value = true
  if (pen.fault.value?.field === 'note') noting.value = true
  void focus()
  return false
}
function enter() {
  if (missing.value) return void log({ not_fitted: true })
  if (props.bolt.set) return void log({ set: true })
  if (typed.value.trim()) return void log({ left_typed: typed.value })
  if (half.value) return void halves.value.push(setKey.value)
  if (bad.value) return void (note.value.trim() ? log({}) : openNote())
  if (props.bolt.settled) emit('onward')
  else void focus()
}
const bad = computed(() => found.value === 'stuck' || found.value === 'damaged')
const toggle = (how: Found) => {
  found.value = found.value === how ? 'not_checked' : how
  if (bad.value) noting.value = true // it asks for words; digits still are the torque
  void focus()
}
/** The one key for all that is worse than loose: over-tight, then stuck, then damaged. */
const worse: Found[] = ['over_tight', 'stuck', 'damaged', 'not_checked']
function cycle() {
  found.value = worse[(worse.indexOf(found.value) + 1) % worse.length] ?? 'not_checked'
  if (bad.value) noting.value = true
  void focus()
}
async function openNote() {
  noting.value = true
  await nextTick()
  noteField.value?.focus()
}
async function shoot() {
  noting.value = true // the camera stands beside the note
  await nextTick()
  shutter.value?.querySelector('input')?.click()
}
async function notFitted() {
  missing.value = !missing.value
  if (missing.value && !props.bolt.critical) return void log({ not_fitted: true })
  if (missing.value) void openNote()
}
async function focus() {
  await nextTick()
  const on = field.value ?? bench.value // a bolt set by feel has no field; its keys still work
  on?.focus({ preventScroll: true })
}
defineExpose({ focus })
onMounted(() => {
  pen.fault.value = undefined
  void focus()
})
watch(
  () => props.pulled?.id,
  async (id) => {
    if (id && props.bolt.rule && !(await log({ tool_reading: id, left_typed: undefined })))
      emit('refused', id)
  },
  { immediate: true },
)

useBenchKeys((key) => {
  if (props.locked || (document.activeElement === noteField.value && key !== 'Enter')) return false
  const other = document.activeElement?.matches('[data-bench]') && document.activeElement !== field.value
  if (other && key !== 'Enter') return false
  if (key === 'Enter') enter()
  else if (key === '-') toggle('loose')
  else if (key === '+') cycle()
  else if (key === '/') void notFitted()
  else if (key === '*') typed.value = props.last
  else if (key === 'Backspace' && !typed.value) emit('back')
  else if (!typed.value && key === 'n') void openNote()
  else if (!typed.value && key === 'p') void shoot()
  else if (props.bolt.rule && startsFigure(key, field.value)) {
    typed.value += key
    void focus()
  } else return false
  return true
})
/** What is opened above the keys must not lie behind them. */
const more = computed(
  () =>
    tools.value ||
    noting.value ||
    ruling.value ||
    tooTight.value ||
    !!fault.value ||
    found.value === 'figure',
)
const keys = computed(() => [
  { name: 'Found loose', cap: '−', on: found.value === 'loose', press: () => toggle('loose') },
  { name: 'Over-tight', cap: '+', on: found.value === 'over_tight', press: () => toggle('over_tight') },
  { name: 'Stuck', cap: '++', on: found.value === 'stuck', press: () => toggle('stuck') },
  { name: 'Damaged', cap: '+++', on: found.value === 'damaged', press: () => toggle('damaged') },
])
</script>

<template>
  <section
    ref="bench"
    tabindex="-1"
    class="@container outline-none flex min-h-0 flex-col px-5 pt-3 lg:overflow-y-auto xl:px-8"
    :aria-label="`${bolt.name} ${bolt.position ?? ''}`"
  >
    <p class="text-[15px] text-soft">
      {{ bolt.component }}<template v-if="bolt.position"> · {{ bolt.position }}</template>
      <b v-if="bolt.critical" class="text-ink"> · the rider trusts this one</b>
    </p>
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <h2 class="text-[30px]! leading-tight! font-[720]! text-ink!">{{ bolt.name }}</h2>
      <p v-if="bolt.left_hand" class="border-2 border-brick px-3 py-1 text-lg font-bold text-brick">
        Left-hand thread: tightens anticlockwise
      </p>
    </div>

    <div v-if="bolt.rule" class="mt-2 flex flex-wrap items-end gap-x-7 gap-y-2">
      <label class="sr-only" for="torque">{{ unit }}, as left</label>
      <input
        id="torque"
        ref="field"
        v-model="typed"
        data-bench
        class="h-[88px] w-[250px] border-b-4 border-petrol bg-transparent px-1 font-sans text-[80px] leading-none font-[560] tabular-nums focus:bg-paper focus:outline-none"
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
          <p class="flex items-center gap-2.5 text-[21px] leading-tight">
            <ConditionMark :mark="mark" :size="24" /><b>{{ states[verdict.state] }}</b>
          </p>
          <p class="text-[15px] leading-snug text-soft">{{ verdict.reason }} {{ verdict.next }}</p>
          <p v-if="preview?.torque?.warning" class="text-[15px] font-semibold text-ochre">
            {{ preview.torque.warning }}
          </p>
        </template>
        <p v-else class="text-[22px] text-soft">
          {{ figure(bolt.rule.min_nm) }} to {{ figure(bolt.rule.max_nm) }} N·m
        </p>
      </div>
    </div>
    <p v-else class="mt-4 text-[22px]">{{ bolt.set }}</p>
    <GaugeStrip
      v-if="bolt.rule && bolt.ruling"
      class="mt-2 max-w-[760px]"
      :ruling="bolt.ruling"
      :zones="zones"
      unit="N·m"
      :now="now"
      :past="bolt.before?.left_nm === undefined ? [] : [bolt.before.left_nm]"
      :band="verdict?.low_nm && verdict.high_nm ? [verdict.low_nm, verdict.high_nm] : undefined"
      :target="[bolt.rule.min_nm, bolt.rule.max_nm]"
      :label="bolt.name"
    />

    <FaultNote
      v-if="fault && !ruling && !quiet"
      class="mt-2"
      :fault="fault"
      @take="(v) => (typed = String(v))"
    />
    <p v-if="tooTight" class="mt-2 border-l-4 border-brick pl-3 text-[15px]">
      <template v-if="!slip"
        ><b>It was left too tight.</b> Loosen it fully, look at the part and the threads, tighten it again:
        the next figure is logged as that.
        <button type="button" class="text-petrol underline" @click="((slip = true), openNote())">
          The figure was a slip
        </button></template
      >
      <template v-else>Corrects the figure. Say in a note how it came about.</template>
    </p>
    <BoltOthers v-if="bolt.also?.length" class="mt-2" :bolt="bolt" :locked="locked" />
    <div class="mt-2 flex flex-wrap gap-4">
      <BoltRule
        :bolt="bolt"
        :in-hand="inHand"
        :clamp="clamp"
        :locked="locked"
        @other="ruling = !ruling"
        @tools="tools = !tools"
      />
      <BoltSet v-if="set.length" :bolts="set" :current="bolt" :half="half" />
    </div>
    <OwnTorque v-if="ruling" class="mt-2" :bolt="bolt" :unit="unit" @done="((ruling = false), focus())" />
    <BoltTools
      v-if="tools"
      v-model:treatment="treatment"
      class="mt-2"
      :bolt="bolt"
      :wrenches="job.wrenches"
      :treatments="book?.treatments ?? []"
      :in-hand="inHand"
      :habits="habits"
      :locked="locked"
    />
    <div v-if="found === 'figure'" class="mt-2 flex items-center gap-2">
      <label class="text-soft" for="found-figure">As found, {{ unit }}</label>
      <input
        id="found-figure"
        v-model="foundTyped"
        data-bench
        class="input figure max-w-32"
        inputmode="decimal"
      />
    </div>
    <div v-if="noting" class="mt-2">
      <label class="block text-sm text-soft"
        >{{
          missing
            ? 'Note: why it is not there'
            : bad
              ? 'Note: what is wrong with it, and what is to be done'
              : 'Note'
        }}
        <input ref="noteField" v-model="note" data-bench aria-label="Note" class="input text-base text-ink" />
      </label>
    </div>
    <div ref="shutter" class="mt-2">
      <PhotoStrip
        v-if="job.photos.some((p) => p.about === boltKey(bolt)) || noting"
        :about="boltKey(bolt)"
        :name="bolt.name"
        :locked="locked"
      />
    </div>

    <div
      class="mt-auto grid grid-cols-2 gap-2 bg-chalk pt-3 pb-4 @md:grid-cols-4"
      :class="!more && 'lg:sticky lg:bottom-0'"
    >
      <button
        type="button"
        class="button key button-go"
        :disabled="locked || (!!bolt.rule && !typed.trim() && !missing && !half && !bad)"
        @click="enter"
      >
        {{ missing ? 'Not there' : bolt.set ? 'It is set' : half && !typed.trim() ? 'Half done' : 'Log' }}
        <KeyCap>Enter</KeyCap>
      </button>
      <button
        type="button"
        class="button key"
        :disabled="locked || !last || !bolt.rule"
        @click="((typed = last), focus())"
      >
        Same again <KeyCap>*</KeyCap>
      </button>
      <button type="button" class="button key" :aria-pressed="missing" :disabled="locked" @click="notFitted">
        Not fitted <KeyCap>/</KeyCap>
      </button>
      <button type="button" class="button key" @click="emit('back')">Back <KeyCap>⌫</KeyCap></button>
      <button
        v-for="k in keys"
        :key="k.name"
        type="button"
        class="button key"
        :class="k.on && 'border-brick! bg-brick-wash!'"
        :aria-pressed="k.on"
        :disabled="locked"
        @click="k.press"
      >
        {{ k.name }} <KeyCap>{{ k.cap }}</KeyCap>
      </button>
      <div class="col-span-2 flex flex-wrap gap-x-1 @md:col-span-4">
        <button
          type="button"
          class="button button-quiet"
          :aria-pressed="found === 'figure'"
          :disabled="locked || !bolt.rule"
          @click="toggle('figure')"
        >
          Found at a figure
        </button>
        <button
          type="button"
          class="button button-quiet"
          :aria-expanded="noting"
          :disabled="locked"
          @click="openNote"
        >
          Note or photo <KeyCap>n</KeyCap>
        </button>
        <button
          type="button"
          class="button button-quiet"
          :aria-expanded="tools"
          :disabled="locked"
          @click="tools = !tools"
        >
          Wrench, adapter, threads
        </button>
      </div>
    </div>
  </section>
</template>
