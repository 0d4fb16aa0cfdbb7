<script setup lang="ts">
import { ExclamationTriangleIcon } from '@heroicons/vue/20/solid'
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import NextPiece from '@/areas/work/NextPiece.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import AnswerButton from '@/parts/AnswerButton.vue'
import KeyCap from '@/parts/KeyCap.vue'
import SlipField from '@/parts/SlipField.vue'

import StepRecord from './StepRecord.vue'
import StepTimer from './StepTimer.vue'

/** One step, large; the next one visible. Enter does it; numbers say what was seen. */
const props = defineProps<{ run: Schemas['RunView']; locked: boolean }>()
const emit = defineEmits<{ undo: [why?: string] }>()
const { job, pen } = useOpenJob()
const now = computed(() => props.run.now)
const outcomes = computed(() => now.value?.outcomes ?? [])
const held = computed(() => props.run.held ?? [])
/** Guided work of an end of the bike is chosen beside its brake. */
const braked = computed(() => job.value.guided.some((o) => o.id === props.run.procedure && o.end && !o.bench))
const back = computed(() => ({ name: braked.value ? 'job-brakes' : 'job-work' }))
/** What the last step found to be wrong stands on the list: it is taken back only as the slip that it was. */
const found = computed(() => props.run.done.at(-1)?.finds)
const choosing = ref(false)
/** What a step asks to be written down in words goes with the step itself. */
const note = ref('')
const unwritten = computed(() =>
  now.value?.record?.note && !note.value.trim()
    ? `Write it down first: ${now.value.record.note.charAt(0).toLowerCase()}${now.value.record.note.slice(1)}.`
    : '',
)
const missing = computed(() => props.run.missing || unwritten.value)
const vFocus = { mounted: (field: HTMLElement) => field.focus({ preventScroll: true }) }
watch(
  () => props.run.place,
  () => ((choosing.value = false), (note.value = '')),
)

async function done(outcome?: string) {
  if (!now.value || props.locked || pen.busy.value || unwritten.value) return
  await pen.record({
    step: {
      run: props.run.id,
      step: now.value.id,
      outcome,
      note: note.value.trim() || undefined,
      place: props.run.place,
    },
  })
}
/** A signed test says by itself how the step ends. */
async function signed(passed: boolean) {
  const outcome = outcomes.value.find((o) => !!o.fails === !passed)
  if (outcome && outcomes.value.some((o) => o.fails)) await done(outcome.say)
}
async function workDone() {
  const item = job.value.items.find((i) => i.id === props.run.item)
  if (!item) return
  const parts = (item.item.parts ?? []).map((p) => ({ name: p.name, quantity: p.quantity }))
  await pen.record({ work: { item: item.id, run: props.run.id, parts } })
}
useBenchKeys((key) => {
  if (props.locked) return false
  const n = Number(key)
  if (!now.value) return false
  if (n >= 1 && n <= outcomes.value.length && !missing.value) void done(outcomes.value[n - 1]?.say)
  else if (key === keys.back && !found.value) emit('undo')
  else return false
  return true
})
</script>

<template>
  <section
    class="flex min-h-0 flex-col gap-3 px-5 py-4 lg:overflow-y-auto lg:px-8"
    :aria-label="run.work.name"
  >
    <p class="text-soft">
      {{ run.work.name }}<b v-if="run.warning" class="text-ochre"> · {{ run.warning }}</b>
    </p>
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <template v-if="now">
      <h2 class="max-w-3xl text-[30px]! leading-tight! font-[680]! text-ink!">{{ now.do }}</h2>
      <p v-if="now.caution" class="flex max-w-3xl items-start gap-2 bg-ochre-wash px-3 py-2 text-lg">
        <ExclamationTriangleIcon class="mt-1 size-5 shrink-0 text-ochre" />{{ now.caution }}
      </p>
      <p v-if="now.see" class="max-w-3xl text-lg"><b>See:</b> {{ now.see }}</p>
      <p v-if="now.why" class="max-w-3xl text-soft">{{ now.why }}</p>
      <p v-if="run.already" class="border-l-4 border-petrol pl-3">{{ run.already }}.</p>
      <p v-if="held.length" class="border-l-4 border-brick pl-3">
        <b>Not yet.</b> First: {{ held.join('; ') }}.
      </p>
      <p v-if="run.recalled" class="max-w-3xl border-l-4 border-petrol pl-3 text-lg">
        Written down before: <b>{{ run.recalled }}</b>
      </p>
      <StepTimer
        v-if="now.seconds"
        :key="`${now.id}-${run.place}`"
        :seconds="now.seconds"
        :since="run.since ?? undefined"
      />
      <label v-if="now.record?.note" class="max-w-3xl">
        <span class="mb-1 block text-soft">{{ now.record.note }}</span>
        <input
          :key="`${now.id}-${run.place}-note`"
          v-model="note"
          v-focus
          class="input text-xl"
          :placeholder="`none, if there are none`"
          :disabled="locked"
          @keydown.enter="outcomes.length && ($event.target as HTMLElement).blur()"
        />
      </label>
      <StepRecord
        v-else-if="now.record"
        :key="`${now.id}-${run.place}-record`"
        :run="run"
        :step="now"
        :locked="locked"
        @signed="signed"
      />
      <div class="mt-auto pt-2">
        <p v-if="run.next" class="mb-3 border-t border-rule pt-2 text-soft">
          Next: <span class="text-ink">{{ run.next.do }}</span>
        </p>
        <div class="flex flex-wrap gap-2">
          <button
            v-if="!outcomes.length"
            type="button"
            class="button button-go min-h-16 min-w-56 justify-between! text-xl"
            :disabled="locked || held.length > 0 || !!missing || pen.busy.value"
            @click="done()"
          >
            Done <KeyCap v-if="!missing" of="go" />
          </button>
          <p v-if="run.of" class="w-full text-soft">
            Try <b class="figure text-ink">{{ run.try }}</b> of at most
            <b class="figure text-ink">{{ run.of }}</b>
          </p>
          <AnswerButton
            v-for="(o, i) in outcomes"
            :key="o.say"
            class="min-h-16 min-w-48 text-lg"
            :n="missing ? undefined : i + 1"
            :mark="o.finds?.mark"
            :disabled="locked || held.length > 0 || !!missing || pen.busy.value"
            @click="done(o.say)"
            >{{ o.say }}</AnswerButton
          >
          <button
            v-if="!found"
            type="button"
            class="button min-h-16"
            :disabled="locked || !run.done.length"
            @click="emit('undo')"
          >
            A step back <KeyCap of="back" />
          </button>
        </div>
        <p v-if="missing" class="mt-2 font-semibold text-ochre">{{ missing }}</p>
      </div>
    </template>
    <template v-else>
      <h2 class="text-[30px]! leading-tight! font-[680]! text-ink!">Done</h2>
      <p class="text-lg">
        {{ run.done.length }} steps in {{ Math.max(1, Math.round(run.seconds / 60)) }} minutes. The next
        estimate knows.
      </p>
      <p v-for="c in run.work.comes ?? []" :key="c.what" class="border-l-4 border-petrol pl-3">
        In {{ c.days }} days: {{ c.what }}. It is made a call-back when the bike leaves, and stands on the
        sheet.
      </p>
      <div class="flex flex-wrap gap-2">
        <button
          v-if="run.item && !locked"
          type="button"
          class="button button-go min-h-16 text-lg"
          :disabled="pen.busy.value"
          @click="workDone"
        >
          Mark the work done <KeyCap of="go" />
        </button>
        <RouterLink class="button min-h-16" :to="back">{{
          braked ? 'Back to the brakes' : 'Back to the work'
        }}</RouterLink>
        <NextPiece v-if="!run.item" class="min-h-16" />
      </div>
    </template>
    <div v-if="found" class="mt-3 border-l-4 border-petrol pl-3">
      <p>
        The last step put <b>{{ found }}</b> on the list. It stands until it is put right, or its owner
        refuses.
      </p>
      <SlipField :key="run.place" :locked="locked" @say="(why) => emit('undo', why)" />
    </div>
  </section>
</template>
