<script setup lang="ts">
import { ExclamationTriangleIcon } from '@heroicons/vue/20/solid'
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import AnswerButton from '@/parts/AnswerButton.vue'
import KeyCap from '@/parts/KeyCap.vue'

import NewPart from './NewPart.vue'

/** One part in the hand: how it lay and feels, or what goes on it before it goes back. */
const props = defineProps<{ strip: Schemas['Strip']; part: Schemas['PartView']; locked: boolean }>()
const emit = defineEmits<{ moved: [] }>()
const { pen } = useOpenJob()

const wrong = ref(false)
const side = ref('')
const note = ref('')
const renewing = ref(false)
watch(
  () => `${props.part.id} ${props.part.state}`,
  () => {
    wrong.value = renewing.value = false
    side.value = note.value = ''
  },
)
/** What is done with the part now. */
const act = computed((): 'off' | 'on' | 'look' | 'none' => {
  if (props.part.stays) return props.part.answers?.length ? 'look' : 'none'
  if (props.part.state === 'tray') return 'on'
  return props.part.state === 'absent' ? 'none' : 'off'
})
const answers = computed(() =>
  act.value === 'off' || act.value === 'look' ? (props.part.answers ?? []) : [],
)
const sides = ['inwards', 'outwards', 'up', 'down', 'forwards', 'backwards']
/**
 * A side that points one way here and another way there is asked for first; where nothing else is,
 * it is the answer.
 */
const asksSide = computed(() => act.value === 'off' && props.part.asked && !wrong.value)
/** One question after the other has the digits: which way it pointed, then how it is. */
const pointing = computed(() => asksSide.value && !side.value)
/** A new one is wanted, and no word says why the old one goes back. */
const renews = computed(() => !!props.part.renew && !note.value)
const busy = computed(() => props.locked || pen.busy.value)

async function write(content: Parameters<typeof pen.record>[0]) {
  if (busy.value) return
  if (await pen.record(content)) emit('moved')
}
function off(felt?: string, lay?: Schemas['PartOff']['lay']) {
  const part_off = {
    strip: props.strip.id,
    part: props.part.id,
    lay: lay ?? (wrong.value ? ('wrong' as const) : ('drawn' as const)),
    side: side.value || undefined,
    felt,
    note: note.value || undefined,
  }
  return write({ part_off })
}
const look = (felt: string) =>
  write({ part_looked: { strip: props.strip.id, part: props.part.id, felt, note: note.value || undefined } })
const on = () =>
  write({
    part_on: { strip: props.strip.id, part: props.part.id, laid: true, note: note.value || undefined },
  })
function point(s: string) {
  side.value = s
  if (!answers.value.length) void off()
}
const leaveOff = () =>
  write({ part_on: { strip: props.strip.id, part: props.part.id, out: true, note: note.value } })
const answer = (word: string) => (act.value === 'look' ? look(word) : off(word))

useBenchKeys((key) => {
  if (props.locked || renewing.value || props.part.held) return false
  const n = Number(key)
  const [way, told] = pointing.value ? [sides[n - 1]] : [undefined, answers.value[n - 1]]
  if (way) point(way)
  else if (told) void answer(told.word)
  else if (key === keys.not && act.value === 'off' && props.part.goes) wrong.value = !wrong.value
  else return false
  return true
})
</script>

<template>
  <section class="flex flex-col gap-2 bg-paper px-5 py-3" :aria-label="part.name">
    <div class="flex flex-wrap items-baseline gap-x-4">
      <h2 class="text-[22px]! font-[680]! text-ink!">{{ part.name }}</h2>
      <span class="text-soft">{{ part.size }}</span>
      <span v-if="part.felt" class="ml-auto flex items-center gap-2 font-semibold"
        ><ConditionMark :mark="part.mark" />{{ part.felt.name }}</span
      >
    </div>
    <FaultNote v-if="pen.fault.value && !renewing" :fault="pen.fault.value" />
    <p v-if="part.held && act !== 'none'" class="border-l-4 border-brick pl-3">{{ part.held }}</p>
    <p v-if="part.goes && !renewing" class="text-lg">
      Goes <b>{{ part.goes }}</b><template v-if="part.side">: it lay {{ part.side }}</template
      >.
      <span v-if="part.wrong && act === 'on'" class="text-base text-soft"
        >The other way round: {{ part.wrong.charAt(0).toLowerCase() + part.wrong.slice(1) }}</span
      >
    </p>
    <p v-if="part.caution" class="flex items-start gap-2 bg-ochre-wash px-3 py-1.5">
      <ExclamationTriangleIcon class="mt-0.5 size-5 shrink-0 text-ochre" />{{ part.caution }}
    </p>
    <p v-if="part.bolts?.length && act === 'off'" class="text-soft">
      Undone to get it off: {{ part.bolts.join(', ').toLowerCase() }}. Each is torqued at the end.
    </p>

    <template v-if="act === 'on' && !renewing">
      <p v-if="part.renew" class="border-l-4 border-ochre pl-3">
        <b>{{ part.renew }}</b>
      </p>
      <p v-for="l in part.lay ?? []" :key="l.where" class="text-lg">
        First <b>{{ l.name }}</b>, {{ l.where }}: <span class="text-soft">{{ l.why }}.</span>
      </p>
      <p v-if="part.washed" class="text-soft">It was washed: dry it fully, then lay on what belongs there.</p>
    </template>
    <p v-if="part.note" class="text-soft">Noted: {{ part.note }}</p>

    <NewPart v-if="renewing" :strip="strip" :part="part" @done="emit('moved')" @cancel="renewing = false" />
    <template v-else-if="act !== 'none' && !locked">
      <div v-if="asksSide" class="flex flex-wrap items-center gap-2">
        <span>Which way did its {{ part.asked }} point?</span>
        <AnswerButton
          v-for="(s, i) in sides"
          :key="s"
          :n="pointing ? i + 1 : undefined"
          :chosen="side === s"
          @click="point(s)"
          >{{ s }}</AnswerButton
        >
      </div>
      <p v-if="answers.length" class="text-soft">
        {{ act === 'look' ? 'How does it look, in its place?' : 'How is it in the hand?' }}
      </p>
      <div class="flex flex-wrap items-center gap-2">
        <AnswerButton
          v-for="(a, i) in answers"
          :key="a.word"
          class="min-w-28 grow text-lg sm:grow-0"
          :n="pointing ? undefined : i + 1"
          :mark="a.mark"
          :disabled="busy || !!part.held || !!pointing"
          @click="answer(a.word)"
          >{{ a.name }}</AnswerButton
        >
        <button
          v-if="act === 'off' && !answers.length && !asksSide"
          type="button"
          class="button button-go min-h-14 min-w-44 justify-between! text-lg"
          :disabled="busy || !!part.held"
          @click="off()"
        >
          It is off <KeyCap of="go" />
        </button>
        <template v-if="act === 'on'">
          <button
            type="button"
            class="button min-h-14 min-w-44 justify-between! text-lg"
            :class="!renews && 'button-go'"
            :disabled="busy || !!part.held || part.unsafe || renews"
            @click="on()"
          >
            {{ part.lay?.length ? 'Laid, and on' : 'It is on' }}
            <KeyCap v-if="!renews" of="go" />
          </button>
          <button
            type="button"
            class="button min-h-14 text-lg"
            :class="renews && 'button-go'"
            :disabled="busy || !!part.held"
            @click="renewing = true"
          >
            A new one <KeyCap v-if="renews" of="go" />
          </button>
          <button
            v-if="part.extra || part.maybe"
            type="button"
            class="button button-quiet min-h-14"
            :disabled="busy || !!part.held || !note"
            title="write down why it stays off"
            @click="leaveOff()"
          >
            It stays off
          </button>
        </template>
      </div>
      <div class="flex flex-wrap items-center gap-2">
        <template v-if="act === 'off'">
          <button
            v-if="part.goes && part.asked === undefined"
            type="button"
            class="button min-h-11!"
            :class="wrong && 'border-ochre! bg-ochre-wash'"
            :aria-pressed="wrong"
            @click="wrong = !wrong"
          >
            It lay the wrong way <KeyCap of="not" />
          </button>
          <button
            type="button"
            class="button button-quiet min-h-11!"
            :disabled="busy || !!part.held"
            @click="off(undefined, 'absent')"
          >
            There is none
          </button>
        </template>
        <input
          v-model="note"
          class="input min-w-56 flex-1"
          :placeholder="
            part.renew && act === 'on' ? 'why the old one goes back' : 'what differs, if anything'
          "
          :aria-label="`Note on ${part.name}`"
        />
        <PhotoStrip :about="`${strip.id}/${part.id}`" :name="part.name" :locked="locked" />
      </div>
    </template>
  </section>
</template>
