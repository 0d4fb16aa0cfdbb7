<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import AnswerButton from '@/parts/AnswerButton.vue'
import { startsFigure, keys, useBenchKeys } from '@/parts/bench'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import { readFigure } from '@/parts/figures'
import FoldBox from '@/parts/FoldBox.vue'
import KeyCap from '@/parts/KeyCap.vue'
import TextField from '@/parts/TextField.vue'

import { canHear, useEar } from './ear'
import { type Drafts, nextOf, placesOf, type What, ways } from './way'

/**
 * A go round the rim: digits and Enter at each spoke, from the valve on. What was typed stays on
 * the tablet until all of it is kept. A dial gauge that types its reading needs nothing else.
 */
/**
 * `free` says whether something may be kept now; `open`, whether anything may be typed: that goes
 * on meanwhile.
 */
const props = defineProps<{
  bench: Schemas['WheelBench']
  gauges?: Schemas['GaugeFacts'][]
  free: boolean
  open: boolean
}>()
const what = defineModel<What>('what', { required: true })
const at = defineModel<number | undefined>('at', { required: true })
const emit = defineEmits<{
  typed: [figures: Record<string, number>]
  keep: [read: Omit<Schemas['WheelRead'], 'stand' | 'place' | 'figures'>]
}>()
const { pen } = useOpenJob()

/** A gauge is read by its table: only where the shop has one. */
const gauges = computed(() => props.gauges ?? [])
const shownWays = computed(() => ways.filter((w) => w.id !== 'gauge' || gauges.value.length))
const gauge = useLocalStorage('utensil-wheel-gauge', '')
const kind = useLocalStorage('utensil-wheel-gauge-kind', '')
const gaugeInHand = computed(() => gauges.value.find((g) => g.id === gauge.value) ?? gauges.value[0])
const kindInHand = computed(() =>
  gaugeInHand.value?.kinds.includes(kind.value) ? kind.value : gaugeInHand.value?.kinds[0],
)
const way = computed(() => ways.find((w) => w.id === what.value))
/** So often that the rim is read at eight places at least. */
const steps = computed(() =>
  (
    [
      [1, 'spoke'],
      [2, 'second spoke'],
      [4, 'fourth spoke'],
    ] as const
  ).filter(([n]) => n === 1 || props.bench.lacing.spokes / n >= 8),
)
const wished = useLocalStorage('utensil-wheel-every', 1)
const every = computed({
  get: () => (steps.value.some(([n]) => n === wished.value) ? wished.value : 1),
  set: (n: number) => (wished.value = n),
})
const places = computed(() => placesOf(props.bench.lacing.spokes, every.value))
/** By what is read: what was typed and is not kept yet. */
const drafts = defineModel<Drafts>('drafts', { required: true })
const draft = computed(() => drafts.value[what.value] ?? {})
/** What a model is set to is read from it only once its owner has taken it: what stands now is given back. */
function put(place: string, typed: string) {
  const now = Object.fromEntries(Object.entries({ ...draft.value, [place]: typed }).filter(([, t]) => t))
  drafts.value = { ...drafts.value, [what.value]: now }
  return now
}
const count = computed(() => Object.keys(draft.value).length)
watch(
  [draft, what],
  () => {
    const round = what.value === 'side' || what.value === 'out'
    emit(
      'typed',
      round
        ? Object.fromEntries(
            Object.entries(draft.value).flatMap(([p, t]) => {
              const v = readFigure(t)
              return v === undefined ? [] : [[p, v]]
            }),
          )
        : {},
    )
  },
  { immediate: true },
)

const typed = ref('')
const field = useTemplateRef('field')
const round = computed(() => what.value !== 'dish')
watch(
  [what, places],
  () => {
    at.value = round.value ? (nextOf(places.value, undefined, draft.value) ?? 1) : undefined
  },
  { immediate: true },
)
watch(at, (place) => (typed.value = draft.value[String(place)] ?? ''), { immediate: true })
const spoke = computed(() => props.bench.spokes.find((s) => s.spoke === at.value))
const left = computed(() => places.value.filter((p) => !draft.value[p]?.trim()).length)

function log(value = typed.value) {
  if (at.value === undefined || !value.trim() || !props.open) return
  const now = put(String(at.value), value.trim())
  const next = nextOf(places.value, at.value, now)
  typed.value = ''
  if (next === undefined) keep(now)
  else {
    at.value = next
    void nextTick(() => field.value?.focus())
  }
}
function back() {
  const i = places.value.indexOf(at.value ?? 1)
  at.value = places.value[(i - 1 + places.value.length) % places.value.length]
}
/** Of pitches: the one spoke that was read with a gauge as well. */
const known = ref('')
const of = ref('1')
/** All was typed while something else was on its way: it is kept as soon as that has come back. */
const due = ref(false)
watch(
  () => props.free,
  (free) => {
    if (free && due.value) keep()
  },
)
function keep(values = draft.value) {
  due.value = !props.free
  if (!Object.keys(values).length || due.value) return
  const gauged =
    what.value === 'pitch' && known.value.trim() ? { known: known.value, of: Number(of.value) || 0 } : {}
  const byTable = what.value === 'gauge' ? { gauge: gaugeInHand.value?.id, kind: kindInHand.value } : {}
  emit('keep', { what: what.value, values: { ...values }, ...gauged, ...byTable })
}
/** A refusal that names a spoke leads to it. */
watch(
  () => pen.fault.value?.field,
  (name) => {
    const place = /^values\.(\d+)$/.exec(name ?? '')?.[1]
    if (place) at.value = Number(place)
  },
)
const ear = useEar((hz) => log(String(hz)))
const hands = [
  ['slack', 'Slack'],
  ['even', 'Even'],
  ['tight', 'Tight'],
] as const

useBenchKeys((key) => {
  if (!props.open) return false
  const inField = document.activeElement === field.value
  if (key === keys.go) {
    if (what.value === 'squeeze') return false
    log()
  } else if (key === keys.again) keep()
  else if (what.value === 'squeeze' && ['1', '2', '3'].includes(key)) log(hands[Number(key) - 1]?.[0])
  else if (key === keys.back && !(inField && typed.value)) back()
  else if (round.value && startsFigure(key, field.value)) {
    field.value?.focus()
    return false
  } else return false
  return true
})
</script>

<template>
  <div>
    <div class="flex flex-wrap gap-x-1 border-b border-rule" role="group" aria-label="What is read">
      <button
        v-for="w in shownWays"
        :key="w.id"
        type="button"
        class="min-h-11 border-b-2 px-2 text-note whitespace-nowrap"
        :class="w.id === what ? 'border-petrol font-[720] text-petrol' : 'border-transparent hover:bg-wash'"
        :aria-pressed="w.id === what"
        @click="what = w.id"
      >
        {{ w.name
        }}<template v-if="Object.keys(drafts[w.id] ?? {}).length">
          · {{ Object.keys(drafts[w.id] ?? {}).length }}</template
        >
      </button>
    </div>
    <FaultNote v-if="pen.fault.value" class="mt-2" :fault="pen.fault.value" />
    <FaultNote v-if="ear.fault.value" class="mt-2" :fault="ear.fault.value" />
    <template v-if="round">
      <div class="mt-2 flex flex-wrap items-baseline gap-x-3">
        <h3 class="text-[22px] font-[720]" aria-live="polite">
          Spoke {{ at }}<template v-if="spoke">, {{ spoke.side }}</template>
        </h3>
        <span class="text-note text-soft">{{ way?.says }}</span>
      </div>
      <div class="mt-2 flex flex-wrap items-center gap-2">
        <template v-if="what === 'squeeze'">
          <AnswerButton
            v-for="([word, name], i) in hands"
            :key="word"
            class="min-w-32"
            :n="i + 1"
            :chosen="draft[String(at)] === word"
            :disabled="!open"
            @click="log(word)"
            >{{ name }}</AnswerButton
          >
        </template>
        <template v-else>
          <input
            ref="field"
            v-model="typed"
            data-bench
            class="input figure max-w-44 text-2xl"
            inputmode="text"
            autocomplete="off"
            :aria-label="`${way?.name} at spoke ${at}, ${way?.unit}`"
            :aria-invalid="pen.fault.value?.field === `values.${at}` || undefined"
            :disabled="!open"
          />
          <span class="figure text-soft">{{ way?.unit }}</span>
          <button
            type="button"
            class="button button-go min-h-12"
            :disabled="!open || !typed.trim()"
            @click="log()"
          >
            Next <KeyCap of="go" />
          </button>
          <button
            v-if="what === 'pitch' && canHear()"
            type="button"
            class="button min-h-12"
            :disabled="!open"
            @click="ear.listening.value ? ear.stop() : ear.listen()"
          >
            {{ ear.listening.value ? 'Listening: pluck it' : 'Listen' }}
          </button>
        </template>
        <button type="button" class="button min-h-12" :disabled="!open" @click="back">
          Back <KeyCap of="back" />
        </button>
        <button type="button" class="button min-h-12" :disabled="!free || !count" @click="keep()">
          Keep these {{ count }} <KeyCap of="again" />
        </button>
      </div>
      <div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-note text-soft">
        <span v-if="left">{{ left }} to go; kept by itself once all are read</span>
        <span v-else>All are read</span>
        <ChoiceField
          v-model="every"
          beside
          label="at every"
          :choices="steps.map(([n, name]) => [n, name] as const)"
          class="w-auto!"
          look="min-h-11!"
        />
        <template v-if="what === 'gauge'">
          <ChoiceField
            :model-value="gaugeInHand?.id"
            beside
            label="by"
            :choices="gauges.map((g) => [g.id, g.name] as const)"
            class="w-auto!"
            look="min-h-11!"
            @update:model-value="gauge = $event ?? ''"
          />
          <ChoiceField
            :model-value="kindInHand"
            beside
            label="spokes"
            :choices="(gaugeInHand?.kinds ?? []).map((k) => [k, k] as const)"
            class="w-auto!"
            look="min-h-11!"
            @update:model-value="kind = $event ?? ''"
          />
        </template>
        <FoldBox v-if="what === 'pitch'" class="basis-full">
          <template #row>One of them was read with a gauge as well</template>
          <div class="grid max-w-md grid-cols-2 gap-3">
            <TextField
              v-model="of"
              label="Spoke"
              name="of"
              :fault="pen.fault.value"
              inputmode="numeric"
              figure
            />
            <TextField v-model="known" label="Its tension, N" name="known" :fault="pen.fault.value" figure />
          </div>
        </FoldBox>
      </div>
    </template>
    <form v-else class="mt-2 flex max-w-2xl flex-wrap items-end gap-3" @submit.prevent="keep()">
      <p class="basis-full text-note text-soft">{{ way?.says }}</p>
      <TextField
        v-for="s in ['right', 'left']"
        :key="s"
        :model-value="draft[s] ?? ''"
        :label="`On the ${s}, mm`"
        :name="`values.${s}`"
        :fault="pen.fault.value"
        figure
        @update:model-value="put(s, $event ?? '')"
      />
      <button type="submit" class="button button-go" :disabled="!free || count < 2">Keep it</button>
    </form>
  </div>
</template>
