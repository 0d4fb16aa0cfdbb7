<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'

import { newId, type Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import AnswerButton from '@/parts/AnswerButton.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { useRead } from '@/parts/read'
import { useTimes } from '@/parts/time'

/** One try of the ride: as it should be, or what it shows; a symptom leads on to its cause. */
const props = defineProps<{
  tried: Schemas['TryView']
  locked: boolean
  /** all was tried and is right: what is next stands in the slot */
  over?: boolean
}>()
const emit = defineEmits<{ onward: [skip?: boolean]; back: [] }>()
const { job, pen } = useOpenJob()
const { dayAndClock } = useTimes()
const router = useRouter()

const note = ref('')
/** What is called right was read first. */
const read = useRead()
const field = useTemplateRef('field')
/** What waits for its words: something else, or why it is right now. */
const wants = ref<string>()
const told = computed(() => props.tried.told)
const mark = computed(() => (!told.value ? 'open' : told.value.right && !told.value.stale ? 'sound' : 'due'))

async function tell(shows?: string) {
  if (props.locked || (!shows && (!read.value || props.tried.held))) return
  const said = await pen.record({
    ride_tried: { try: props.tried.id, shows, note: note.value.trim() || undefined },
  })
  if (said) {
    note.value = ''
    wants.value = undefined
    if (!shows) emit('onward')
  } else if (pen.fault.value?.field === 'note') {
    wants.value = shows ?? 'right'
    await nextTick()
    field.value?.focus()
  }
}
/** It is looked for where its cause is: a search of its own, a point, or in words what the ride showed. */
async function lookFor() {
  const to = told.value
  if (to?.point) return void router.push({ name: 'job-inspect', query: { at: to.point } })
  if (!to?.fault) return void router.push({ name: 'job-said', query: { at: to?.entry } })
  const begun = job.value.hunts.find((h) => h.fault === to.fault && !h.cured && !h.finding)
  const id = begun?.id ?? newId()
  if (begun || (await pen.record({ hunt: { fault: to.fault } }, undefined, id)))
    await router.push({ name: 'job-hunt', query: { at: id } })
}

useBenchKeys((key) => {
  if (document.activeElement === field.value) return false
  const shown = props.tried.shows[Number(key) - 1]
  if (key === keys.again) void tell()
  else if (shown && !props.locked) void tell(shown.id)
  else if (key === keys.on && !told.value) emit('onward', true)
  else if (key === keys.back) emit('back')
  else return false
  return true
})
</script>

<template>
  <section class="flex min-h-0 flex-1 flex-col px-5 pt-4 pb-4 lg:px-8" :aria-label="tried.name">
    <h2 class="flex items-start gap-3 text-[30px]! leading-tight! font-[720]! text-ink!">
      <ConditionMark class="mt-2" :mark="mark" :size="22" />{{ tried.name }}
    </h2>
    <p class="mt-2 max-w-[60ch] text-lg">{{ tried.how }}</p>
    <p v-if="tried.caution" class="mt-2 max-w-[60ch] border-l-4 border-ochre pl-2">{{ tried.caution }}</p>
    <p
      v-if="tried.held"
      class="mt-3 max-w-[60ch] border-l-4 border-brick bg-brick-wash px-3 py-2"
      role="status"
    >
      <b>Nobody rides it now: {{ tried.held }}.</b> What it shows standing is told all the same.
    </p>
    <div
      v-if="told"
      class="mt-3 max-w-[60ch] border-l-4 px-3 py-2"
      :class="told.right ? 'border-rule' : 'border-brick bg-brick-wash'"
      role="status"
    >
      <p>
        <b class="inline-block first-letter:uppercase">{{
          told.right ? 'As it should be' : told.says
        }}</b><span class="text-soft">, {{ told.by }}, {{ dayAndClock(told.at) }}.</span>
        <template v-if="told.stale"> Since then: {{ told.stale }}.</template>
      </p>
      <p v-if="told.stops"><b>Get off: nobody rides on with it.</b></p>
      <button
        v-if="!told.right"
        type="button"
        class="button button-go mt-2 min-h-[52px]"
        :disabled="locked || pen.busy.value"
        @click="lookFor"
      >
        {{ told.point ? 'Look at it' : told.fault ? 'Look for its cause' : 'Answer it' }}
      </button>
    </div>
    <FaultNote
      v-if="pen.fault.value && pen.fault.value.field !== 'note'"
      class="mt-3"
      :fault="pen.fault.value"
    />
    <form
      v-if="wants"
      class="mt-3 flex max-w-[60ch] flex-wrap gap-2"
      @submit.prevent="tell(wants === 'right' ? undefined : wants)"
    >
      <input
        ref="field"
        v-model="note"
        data-bench
        class="input min-w-56 flex-1"
        :aria-label="wants === 'right' ? 'What was put right' : 'What it does'"
        :placeholder="wants === 'right' ? 'What was put right since?' : 'What does it do?'"
      />
      <button type="submit" class="button" :disabled="!note.trim() || pen.busy.value">
        {{ wants === 'right' ? 'It is right now' : 'Write it down' }}
      </button>
    </form>
    <div class="mt-4 grid max-w-[760px] gap-2 sm:grid-cols-2">
      <button
        type="button"
        class="button min-h-[68px] text-lg sm:col-span-2"
        :class="!told && 'button-go'"
        :title="read ? undefined : 'Read what is tried first'"
        :disabled="locked || !!tried.held || !read || pen.busy.value"
        @click="tell()"
      >
        As it should be <KeyCap class="max-sm:hidden" of="again" />
      </button>
      <AnswerButton
        v-for="(x, i) in tried.shows"
        :key="x.id"
        class="min-h-[60px]"
        :n="i + 1"
        :disabled="locked || pen.busy.value"
        @click="tell(x.id)"
        >{{ x.say }}</AnswerButton
      >
    </div>
    <div class="mt-auto flex flex-wrap gap-2 pt-4">
      <slot v-if="over" />
      <button
        v-else-if="told"
        type="button"
        class="button button-go min-h-[52px]"
        @click="emit('onward', true)"
      >
        Next <KeyCap class="max-sm:hidden" of="go" />
      </button>
      <button v-else type="button" class="button min-h-[52px]" @click="emit('onward', true)">
        Not tried <KeyCap class="max-sm:hidden" of="on" />
      </button>
      <button type="button" class="button button-quiet min-h-[52px]" @click="emit('back')">
        Back <KeyCap class="max-sm:hidden" of="back" />
      </button>
    </div>
  </section>
</template>
