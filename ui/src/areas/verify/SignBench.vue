<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import { keys, useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { useRead } from '@/parts/read'
import { useTimes } from '@/parts/time'

/** A test before the bike leaves, with a mechanic's name under it. */
const props = defineProps<{
  sign: Schemas['SignView']
  locked: boolean
  /** nothing is left of the run: what is next stands beside it */
  over?: boolean
}>()
const emit = defineEmits<{ onward: []; back: [] }>()
const { pen } = useOpenJob()
const { dayAndClock } = useTimes()
const note = ref('')
const failing = ref(false)
const field = useTemplateRef('field')
const pass = useTemplateRef('pass')

const state = computed(() =>
  props.sign.sign ? (props.sign.sign.passed && !props.sign.stale ? 'sound' : 'unsafe') : 'open',
)

/** One that failed, with nothing done since, passes with a word of what was put right. */
const explains = computed(() => pen.fault.value?.field === 'note' && !failing.value)
const barred = computed(() => props.locked || !!props.sign.held || !!props.sign.waived)
/** It is signed, or not tried at all: nothing more is asked here. */
const stands = computed(() => state.value === 'sound' || !!props.sign.waived)

const read = useRead()
const sending = ref(false)
async function write(passed: boolean) {
  if (barred.value || sending.value || (passed && !read.value)) return
  sending.value = true
  const signed = await pen.record({ sign: { what: props.sign.what, passed, note: note.value || undefined } })
  sending.value = false
  if (signed) return emit('onward')
  await nextTick()
  if (explains.value) field.value?.focus()
}
async function fail() {
  if (failing.value && note.value.trim()) return void write(false)
  failing.value = true
  await nextTick()
  field.value?.focus()
}
onMounted(() => {
  pen.fault.value = undefined
  pass.value?.focus({ preventScroll: true })
})
useBenchKeys((key) => {
  if (props.locked) return false
  if (document.activeElement === field.value) return false
  if (key === keys.not) void fail()
  else if (key === keys.back) emit('back')
  else return false
  return true
})
</script>

<template>
  <section class="flex min-h-0 flex-col px-5 pt-4 pb-4 lg:px-8" :aria-label="sign.name">
    <p class="text-soft">Before it leaves</p>
    <h2 class="text-[34px]! leading-tight! font-[720]! text-ink!">{{ sign.name }}</h2>
    <p class="mt-3 max-w-[60ch] text-lg">{{ sign.how }}</p>
    <RouterLink
      v-if="sign.what === 'test_ride' && !locked"
      class="button mt-3 min-h-[52px] self-start"
      :to="{ name: 'job-ride' }"
      >The ride card, try by try</RouterLink
    >
    <p v-if="sign.hand" class="mt-2 max-w-[60ch] text-lg">{{ sign.hand }}</p>
    <p
      v-if="sign.waived"
      class="mt-3 max-w-[60ch] border-l-4 border-brick bg-brick-wash px-3 py-2"
      role="status"
    >
      <b>Not tried: {{ sign.waived }}.</b> The owner refused to have it put right. The bike goes out as not to
      be ridden.
    </p>
    <p
      v-else-if="sign.held"
      class="mt-3 max-w-[60ch] border-l-4 border-brick bg-brick-wash px-3 py-2"
      role="status"
    >
      <b>Nobody rides it now: {{ sign.held }}.</b> Put that right first, and read it again.
    </p>
    <p class="mt-2 max-w-[60ch] text-soft">
      On safe ground, with a helmet. If in doubt it has failed: the maker’s manual decides, not the clock.
    </p>
    <p v-if="sign.sign" class="mt-4 flex items-center gap-2.5 text-lg">
      <ConditionMark :mark="state" :size="24" />
      <span>
        <b>{{ sign.sign.passed ? 'Passed' : 'Failed' }}</b>, signed by {{ sign.by }},
        {{ dayAndClock(sign.at) }}. {{ sign.sign.note }}
        <b v-if="sign.stale" class="text-brick">Signed before {{ sign.since }}: try it again.</b>
      </span>
    </p>
    <input
      v-if="failing || note || explains"
      ref="field"
      v-model="note"
      data-bench
      class="input mt-4"
      :aria-label="failing ? 'What is wrong' : 'What was put right'"
      :placeholder="failing ? 'What is wrong with it?' : 'What was put right since it failed?'"
    />
    <FaultNote v-if="pen.fault.value" class="mt-3" :fault="pen.fault.value" />
    <div class="mt-auto flex flex-wrap gap-2 pt-4">
      <template v-if="failing">
        <button
          type="button"
          class="button button-grave min-h-[52px] min-w-56"
          :disabled="barred || !note.trim()"
          @click="fail"
        >
          Failed: it stays here <KeyCap of="go" />
        </button>
        <button type="button" class="button min-h-[52px]" @click="failing = false">It did not fail</button>
      </template>
      <template v-else>
        <button
          v-if="stands && !over"
          type="button"
          class="button button-go min-h-[52px] min-w-56"
          @click="emit('onward')"
        >
          Next <KeyCap of="go" />
        </button>
        <button
          ref="pass"
          type="button"
          class="button min-h-[52px]"
          :class="!stands && 'button-go min-w-56'"
          :disabled="barred || !read"
          :title="read ? undefined : 'Read what is tried first'"
          @click="write(true)"
        >
          {{ state === 'sound' ? 'Sign it again' : 'Passed: I sign for it' }}
          <KeyCap v-if="!stands" of="go" />
        </button>
        <button type="button" class="button button-grave min-h-[52px]" :disabled="barred" @click="fail">
          Failed <KeyCap of="not" />
        </button>
      </template>
      <button type="button" class="button min-h-[52px]" @click="emit('back')">
        Back <KeyCap of="back" />
      </button>
    </div>
  </section>
</template>
