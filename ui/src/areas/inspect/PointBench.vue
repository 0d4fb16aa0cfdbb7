<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'

import type { Content, PointView } from '@/api/client'
import { useEntry } from '@/areas/job/entry'
import { useOpenJob, usePart } from '@/areas/job/open'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import { startsFigure, keys, useBenchKeys, usePreview } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import SlipField from '@/parts/SlipField.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import OwnLimit from './OwnLimit.vue'
import PointAir from './PointAir.vue'
import PointFigure from './PointFigure.vue'
import PointWords from './PointWords.vue'

/** One inspection point at the bench: a figure or a word, judged at once, logged with Enter. */
const props = defineProps<{
  point: PointView
  locked: boolean
  /** nothing is left to look at: what is next stands in the slot */
  over?: boolean
}>()
const emit = defineEmits<{ onward: [skip?: boolean]; back: [] }>()

const { job, pen } = useOpenJob()
const walk = usePart('walk')
const told = usePart('air')
const { date } = useTimes()
const { typed, send } = useEntry(!!props.point.gauge)
const note = ref('')
const passing = ref(false)
const marking = ref(false)
const figureField = useTemplateRef('figureField')
const field = computed(() => figureField.value?.field ?? null)
const why = useTemplateRef('why')
const account = useTemplateRef('account')

const content = computed<Content | undefined>(() =>
  props.point.gauge && typed.value.trim()
    ? { reading: { point: props.point.id, typed: typed.value, note: note.value || undefined } }
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
// A figure that the part cannot have any more is let in by a note of where the new one came from.
const accounts = computed(
  () => !passing.value && !!typed.value && (fault.value?.field === 'note' || note.value !== ''),
)

const judgement = computed(
  () => preview.value?.reading?.judgement ?? (typed.value ? undefined : props.point.reading?.judgement),
)
/** What holds air is felt where it is looked at. */
const tyre = computed(() => told.value.bench.tyres.find((t) => `${t.end}-tyre` === props.point.id))
const many = computed(() => (props.point.gauge?.places ?? 1) > 1)
const before = computed(() =>
  props.point.history
    .slice(-3)
    .map((h) => `${h.value === undefined ? h.word : figure(h.value)} on ${date(h.at)}`),
)

/**
 * What is due or unsafe is not read away: what is read after it is a look of its own. Anything else
 * corrects the one that stands, unless work was done on it since.
 */
const grave = computed(() => ['due', 'unsafe'].includes(props.point.reading?.judgement?.mark ?? ''))
const corrects = computed(() =>
  props.point.reading?.put_right || grave.value ? undefined : props.point.reading?.id,
)
const later = computed(() => props.point.reading?.later)

async function log(reading: NonNullable<Content['reading']>) {
  if (props.locked) return
  clear()
  const [before, stood] = [later.value?.id, grave.value]
  const taken = await send({ reading: { ...reading, note: note.value || undefined } }, corrects.value)
  if (!taken) return void focus()
  const now = () => walk.value.points.find((p) => p.id === props.point.id)?.reading?.later?.id
  if (stood && now() && now() !== before) return // it changed nothing: that is said here
  emit('onward')
}
/** What stands was a slip: the later look is what it is. */
async function slipped(why: string) {
  const look = later.value
  if (!look || props.locked) return
  const reading = { point: props.point.id, typed: look.typed, word: look.word, note: look.note }
  if (await pen.record({ reading }, props.point.reading?.id, undefined, why)) emit('onward')
}
/** What was seen beside what stands was a slip: only what stands was there. */
async function alone(seen: string, why: string) {
  const stands = props.point.reading
  if (!stands || props.locked) return
  const reading = { point: props.point.id, word: stands.word, note: stands.note }
  await pen.record({ reading }, seen, undefined, why)
}
function enter() {
  if (passing.value)
    return note.value.trim() ? void log({ point: props.point.id, passed_over: true }) : why.value?.focus()
  if (props.point.gauge) {
    if (typed.value.trim()) void log({ point: props.point.id, typed: typed.value })
    else if (props.point.reading) emit('onward', true)
    else field.value?.focus()
  } else if (props.point.reading) emit('onward', true)
}
const choose = (word: string) => void log({ point: props.point.id, word })
function same() {
  const last = props.point.history.at(-1)
  if (last?.word) choose(last.word)
  else if (last?.value !== undefined) typed.value = figure(last.value)
}
async function pass() {
  passing.value = !passing.value
  await nextTick()
  ;(passing.value ? why.value : field.value)?.focus()
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
  if (props.locked) return false
  const writing = passing.value || document.activeElement === account.value
  if (writing && key !== 'Escape') return false
  const word = props.point.words?.[Number(key) - 1]
  if (!props.point.gauge && word) choose(word.word)
  else if (key === keys.go) void focus()
  else if (key === keys.not && many.value && typed.value && document.activeElement === field.value)
    return false
  else if (key === keys.not) void pass()
  else if (key === keys.on) emit('onward', true)
  else if (key === keys.back && !typed.value) emit('back')
  else if (key === keys.again) same()
  else if (key === 'Escape' && passing.value) void pass()
  else if (props.point.gauge && startsFigure(key, field.value)) {
    typed.value += key
    void focus()
  } else return false
  return true
})
</script>

<template>
  <section class="relative border-t border-ink bg-paper px-5 pt-3 pb-3" :aria-label="point.name">
    <div class="flex flex-wrap items-baseline gap-x-3.5">
      <h2 class="text-[22px]! font-[720]! text-ink!">{{ point.name }}</h2>
      <p class="min-w-0 flex-1 text-note text-soft">{{ point.method }}</p>
    </div>

    <PointFigure
      v-if="point.gauge"
      ref="figureField"
      v-model="typed"
      :point="point"
      :gauge="point.gauge"
      :judgement="judgement"
      :kept="preview?.reading?.value"
      :invalid="!!fault"
      :locked="locked"
    />
    <PointWords v-else :point="point" :judgement="judgement" :locked="locked" @choose="choose" />

    <PointAir v-if="tyre" :bench="tyre" :locked="locked" />
    <!-- Over the drawing's foot, where both are in view: what is typed stays where it is. -->
    <FaultNote
      v-if="fault"
      class="mt-2 lg:absolute lg:inset-x-5 lg:bottom-full lg:z-10 lg:mt-0 lg:mb-2 lg:shadow-lg"
      :fault="fault"
      @take="(v) => (typed = String(v))"
    />
    <OwnLimit
      v-if="marking && point.gauge"
      class="mt-2"
      :point="point"
      @done="((marking = false), focus())"
    />
    <input
      v-if="accounts"
      ref="account"
      v-model="note"
      data-bench
      class="input mt-2 w-full"
      aria-label="Where another part came from"
      placeholder="Was another one fitted? When, by whom? It stands with the figure."
    />
    <div
      v-if="later && point.reading"
      class="mt-2 border-l-4 border-ochre bg-ochre-wash px-3 py-2"
      role="status"
    >
      <p>
        <b>{{ later.by }} looked again: {{ later.says }}.</b>
        <template v-if="later.note"> “{{ later.note }}”</template>
        What {{ point.reading.by }} found stays until it is put right and read again, or the owner refuses.
      </p>
      <SlipField v-if="later.word || later.typed" :locked="locked" @say="slipped" />
    </div>
    <div
      v-for="seen in point.reading?.beside"
      :key="seen.id"
      class="mt-2 border-l-4 border-ochre bg-ochre-wash px-3 py-2"
      role="status"
    >
      <p>
        <b>{{ seen.by }} saw this here too: {{ seen.says }}.</b>
        <template v-if="seen.note"> “{{ seen.note }}”</template>
        It stands beside what was read since, until work puts it right and it is read again.
      </p>
      <SlipField :locked="locked" @say="(why) => alone(seen.id, why)" />
    </div>
    <div v-if="passing" class="mt-2 flex flex-wrap items-center gap-2">
      <input
        ref="why"
        v-model="note"
        data-bench
        class="input flex-1"
        aria-label="Why it is not looked at"
        placeholder="Why is it not looked at? It stands on the owner’s sheet."
      />
      <button type="button" class="button button-go" :disabled="!note.trim()" @click="enter">
        Pass over <KeyCap of="go" />
      </button>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-x-1.5 gap-y-2">
      <slot v-if="over && !typed.trim() && !passing" />
      <button
        v-else-if="point.gauge || point.reading"
        type="button"
        class="button button-go"
        :disabled="locked || (!typed.trim() && !point.reading)"
        @click="enter"
      >
        {{ point.gauge && (typed.trim() || !point.reading) ? 'Log and go on' : 'Next' }}
        <KeyCap v-if="!passing" of="go" />
      </button>
      <button type="button" class="button px-2.5!" @click="emit('onward', true)">
        Later <KeyCap of="on" />
      </button>
      <button type="button" class="button px-2.5!" @click="emit('back')">Back <KeyCap of="back" /></button>
      <button
        v-if="point.history.length"
        type="button"
        class="button px-2.5!"
        :disabled="locked"
        @click="same"
      >
        As last time <KeyCap of="again" />
      </button>
      <button type="button" class="button px-2.5!" :disabled="locked" :aria-expanded="passing" @click="pass">
        Not looked at <KeyCap of="not" />
      </button>
    </div>
    <div class="mt-1 flex flex-wrap items-center gap-x-2 text-note">
      <button
        v-if="point.gauge?.markable"
        type="button"
        class="button button-quiet -ml-2 px-2!"
        :disabled="locked"
        :aria-expanded="marking"
        @click="marking = !marking"
      >
        {{
          point.gauge.own
            ? `Its own limit: ${figure(point.gauge.limit)} ${point.gauge.unit}`
            : 'Limit on the part?'
        }}
      </button>
      <PhotoStrip :about="point.id" :name="point.name" :hint="point.photo" :locked="locked" />
      <span v-if="point.life">
        {{ point.life.says }} <b v-if="point.life.faster">{{ point.life.faster }}</b>
      </span>
      <span class="ml-auto text-sm text-soft">
        {{ before.length ? before.join(' · ') : 'No earlier reading of this bike.' }}
      </span>
    </div>
  </section>
</template>
