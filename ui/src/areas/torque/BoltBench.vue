<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'

import type { BoltView, Content, Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import { useOpenJob, usePart } from '@/areas/job/open'
import { startsFigure, keys, useBenchKeys, usePreview } from '@/parts/bench'
import { useRead } from '@/parts/read'
import FaultNote from '@/parts/FaultNote.vue'

import BoltFigure from './BoltFigure.vue'
import BoltKeys from './BoltKeys.vue'
import BoltNote from './BoltNote.vue'
import BoltOthers from './BoltOthers.vue'
import BoltRule from './BoltRule.vue'
import BoltSet from './BoltSet.vue'
import BoltTools from './BoltTools.vue'
import { useBoltLog } from './log'
import OwnTorque from './OwnTorque.vue'
import { type TorqueHabits, useHalfRound } from './habits'

/** One bolt at the bench. Digits and Enter log it as left; keys around them say how it was found. */
const props = defineProps<{
  bolt: BoltView
  locked: boolean
  unit: string
  last: string
  habits: TorqueHabits
  /** a form beside the bench says what is wrong itself */
  quiet: boolean
  /** nothing is left of the run: what is next stands beside it */
  over?: boolean
  /** a pull of the connected wrench that is meant for this bolt */
  pulled?: Schemas['ToolReading']
}>()
const emit = defineEmits<{ onward: []; back: []; refused: [reading: string] }>()

const { job, pen } = useOpenJob()
const tight = usePart('bolts')
const { data: book } = useBook()
const entry = useBoltLog(() => props.bolt, props.habits)
const { typed, found, foundTyped, note, treatment, inHand, tooTight, slip, bad, base } = entry
const noting = ref(note.value !== '')
const missing = ref(false)
const ruling = ref(false)
const tools = ref(false)
const strip = useTemplateRef('strip')
const field = computed(() => strip.value?.field ?? null)
const bench = useTemplateRef('bench')
const words = useTemplateRef('words')

const set = computed(() => tight.value.bolts.filter((b) => b.fastener === props.bolt.fastener && b.pattern))
const round = useHalfRound(
  () => props.bolt,
  set,
  () => job.value.job.id,
  props.habits,
)
const half = computed(() => !props.locked && round.half.value)
const content = computed<Content | undefined>(() =>
  props.bolt.rule && typed.value.trim()
    ? { torque: { ...base.value, found: 'not_checked', found_typed: undefined, left_typed: typed.value } }
    : undefined,
)
const {
  preview,
  fault: previewFault,
  clear,
} = usePreview(
  () => job.value.job.id,
  () => content.value,
)
const fault = computed(() => pen.fault.value ?? previewFault.value)
const told = computed(() => preview.value?.torque ?? (typed.value ? undefined : props.bolt.log))
const clamp = computed<readonly [number, number] | undefined>(() =>
  told.value?.clamp_high_n ? [told.value.clamp_low_n ?? 0, told.value.clamp_high_n] : undefined,
)

async function log(more: Partial<Schemas['Torque']>) {
  if (props.locked) return false
  // The adapter's length belongs to the figure: none is logged while it cannot be read.
  const unread = [...(bench.value?.querySelectorAll('input') ?? [])].find((i) => !i.validity.valid)
  if (unread) {
    unread.focus({ preventScroll: true })
    unread.scrollIntoView({ block: 'center' })
    return false
  }
  clear()
  if (await entry.write(more)) {
    emit('onward')
    return true
  }
  if (pen.fault.value?.field === 'reason') tools.value = true
  if (pen.fault.value?.field === 'note') noting.value = true
  void focus()
  return false
}
/** Nothing touched it, and this job torques no others: a hand tells enough, while nothing else is said of it. */
const byHand = computed(
  () =>
    props.bolt.feel &&
    !props.bolt.settled &&
    !typed.value.trim() &&
    found.value === 'not_checked' &&
    !bad.value,
)
const read = useRead()
/** It is settled, and nothing else is being said of it. */
const rests = computed(
  () => props.bolt.settled && !typed.value.trim() && !missing.value && found.value === 'not_checked',
)
function enter() {
  if (rests.value) return void emit('onward')
  if (missing.value) return void log({ not_fitted: true })
  if (props.bolt.set) return void log({ set: true })
  if (typed.value.trim()) return void log({ left_typed: typed.value })
  if (byHand.value) return void (read.value && log({ felt: true }))
  if (half.value) return void round.halve()
  if (bad.value) return void (note.value.trim() ? log({}) : words.value?.write())
  void focus()
}
/** state says how it was found; what is stuck or damaged asks for words, and digits still are the torque. */
function state(say: () => void) {
  say()
  if (bad.value) noting.value = true
  void focus()
}
async function notFitted() {
  missing.value = !missing.value
  if (missing.value && !props.bolt.critical) return void log({ not_fitted: true })
  if (missing.value) void words.value?.write()
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
// What is read for what it is gets its field here: the hand is in it.
watch(() => !!props.bolt.rule, focus)
watch(
  () => props.pulled?.id,
  async (id) => {
    if (id && props.bolt.rule && !(await log({ tool_reading: id, left_typed: undefined })))
      emit('refused', id)
  },
  { immediate: true },
)

useBenchKeys((key) => {
  if (props.locked || words.value?.writing()) return false
  const other = document.activeElement?.matches('[data-bench]') && document.activeElement !== field.value
  if (other) return false
  if (key === keys.go) void focus()
  else if (key === keys.found) state(() => entry.toggle('loose'))
  else if (key === keys.on) state(entry.cycle)
  else if (key === keys.not) void notFitted()
  else if (key === keys.again) typed.value = props.last
  else if (key === keys.back && !typed.value) emit('back')
  else if (!typed.value && key === keys.note) void words.value?.write()
  else if (!typed.value && key === keys.photo) void words.value?.shoot()
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
const go = computed(() =>
  rests.value
    ? 'Go on'
    : missing.value
      ? 'Not there'
      : props.bolt.set
        ? 'It is set'
        : byHand.value
          ? 'Felt by hand'
          : half.value && !typed.value.trim()
            ? 'Half done'
            : 'Log',
)
const ready = computed(
  () =>
    (rests.value && !props.over) ||
    (!props.bolt.rule && !!props.bolt.set) ||
    !!typed.value.trim() ||
    missing.value ||
    (byHand.value && read.value) ||
    half.value ||
    bad.value,
)
</script>

<template>
  <section
    ref="bench"
    tabindex="-1"
    class="@container outline-none flex min-h-0 flex-col px-5 pt-3 lg:overflow-y-auto xl:px-8"
    :aria-label="`${bolt.name} ${bolt.position ?? ''}`"
  >
    <p class="text-note text-soft">
      {{ bolt.component }}<template v-if="bolt.position"> · {{ bolt.position }}</template>
      <b v-if="bolt.critical" class="text-ink"> · the rider trusts this one</b>
    </p>
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <h2 class="text-[30px]! leading-tight! font-[720]! text-ink!">{{ bolt.name }}</h2>
      <p v-if="bolt.left_hand" class="border-2 border-brick px-3 py-1 text-lg font-bold text-brick">
        Left-hand thread: tightens anticlockwise
      </p>
    </div>

    <BoltFigure
      ref="strip"
      v-model="typed"
      :bolt="bolt"
      :unit="unit"
      :locked="locked"
      :invalid="!!fault"
      :preview="preview?.torque"
    />
    <FaultNote
      v-if="fault && !ruling && !quiet"
      class="mt-2"
      :fault="fault"
      @take="(v) => (typed = String(v))"
    />
    <p v-if="tooTight" class="mt-2 border-l-4 border-brick pl-3 text-note">
      <template v-if="!slip"
        ><b>It was left too tight.</b> Loosen it fully, look at the part and the threads, tighten it again:
        the next figure is logged as that.
        <button type="button" class="text-petrol underline" @click="((slip = true), words?.write())">
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
      :wrenches="tight.wrenches"
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
    <BoltNote
      ref="words"
      v-model="note"
      v-model:open="noting"
      :bolt="bolt"
      :asks="
        missing
          ? 'Note: why it is not there'
          : bad
            ? 'Note: what is wrong with it, and what is to be done'
            : 'Note'
      "
      :locked="locked"
    />

    <BoltKeys
      :go="go"
      :ready="ready"
      :rests="rests && over"
      :locked="locked"
      :found="found"
      :missing="missing"
      :same="!!last && !!bolt.rule"
      :figures="!!bolt.rule"
      :noting="noting"
      :tools="tools"
      :sticky="!more"
      @enter="enter"
      @same="((typed = last), focus())"
      @missing="notFitted"
      @back="emit('back')"
      @found="(how) => state(() => entry.toggle(how))"
      @note="words?.write()"
      @tools="tools = !tools"
    />
  </section>
</template>
