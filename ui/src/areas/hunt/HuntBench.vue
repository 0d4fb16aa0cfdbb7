<script setup lang="ts">
import { ExclamationTriangleIcon } from '@heroicons/vue/20/solid'
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob, useWays } from '@/areas/job/open'
import { keys, useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { percent } from '@/parts/words'

import { useVerdict } from './hunt'

/** The next check, large, with its answers on the number pad; what else could be done, below. */
const props = defineProps<{ hunt: Schemas['HuntView']; locked: boolean }>()
const { job, pen } = useOpenJob()
const ways = useWays(() => job.value.job.id)

const chosen = ref(0)
watch(
  () => props.hunt.steps.length,
  () => (chosen.value = 0),
)
const top = computed(() => props.hunt.causes[0])
const guide = computed(() =>
  job.value.guided.find((o) => o.operation && o.operation === top.value?.operation),
)
const move = computed(() => props.hunt.next[chosen.value])
const finding = computed(() => job.value.findings.find((f) => f.id === props.hunt.finding))
/** What answers told of, and whoever put nothing of it right yet. */
const damage = computed(() =>
  job.value.findings.filter(
    (f) => f.status !== 'done' && props.hunt.steps.some((s) => s.finds && s.id === f.id),
  ),
)

async function answer(i: number | undefined) {
  const m = move.value
  if (!m || props.locked || pen.busy.value) return
  if (m.cause) {
    if (i !== undefined) await pen.record({ tried: { hunt: props.hunt.id, cause: m.cause, cured: i === 0 } })
    return
  }
  const said = i === undefined ? undefined : m.answers[i]?.answer
  if (i !== undefined && !said) return
  await pen.record({ clue: { hunt: props.hunt.id, check: m.check ?? '', answer: said } })
}

async function undo() {
  const last = props.hunt.steps.findLast((s) => s.id)
  if (last?.id && !props.locked) await pen.record({ withdrawn: { reason: '' } }, last.id)
}

const tried = (cured: boolean) =>
  top.value && pen.record({ tried: { hunt: props.hunt.id, cause: top.value.id, cured } })

const { accept, onSheet } = useVerdict(() => props.hunt.id)
/** What the bench found is this hunt's answer: put right there, or a finding with its work. */
async function fromBench() {
  const found = props.hunt.found
  if (!found) return
  if (found.cured) await pen.record({ tried: { hunt: props.hunt.id, cause: found.cause, cured: true } })
  else await accept(found.cause)
}
const take = () => top.value && accept(top.value.id)

useBenchKeys((key) => {
  if (props.locked) return false
  const n = Number(key)
  if (key === keys.none && move.value && !move.value.cause) void answer(undefined)
  else if (n >= 1 && move.value && n <= move.value.answers.length) void answer(n - 1)
  else if (key === keys.on && props.hunt.next.length)
    chosen.value = (chosen.value + 1) % props.hunt.next.length
  else if (key === keys.back) void undo()
  else return false
  return true
})
/** Why its bench finds it sooner than a row of questions. */
const sooner: Record<string, string> = {
  gears: 'Shift by shift it is found sooner, with how far to turn.',
  wheels: 'Read round the rim it is found sooner, with which nipples and how far.',
  air: 'By its pressure, its sag or its hole it is found sooner, with what to do.',
}
</script>

<template>
  <div class="flex flex-col gap-4 px-5 py-4">
    <p v-if="hunt.caution" class="flex items-start gap-2 bg-ochre-wash px-3 py-2">
      <ExclamationTriangleIcon class="mt-0.5 size-5 shrink-0 text-ochre" />{{ hunt.caution }}
    </p>
    <p
      v-if="hunt.bench && !hunt.cured"
      class="flex flex-wrap items-center gap-3 border-l-4 border-petrol bg-wash px-3 py-2"
    >
      <span class="min-w-48 flex-1">{{
        hunt.found
          ? `Its bench found: ${hunt.found.name}${hunt.found.cured ? ', and put it right' : ''}.`
          : sooner[hunt.bench]
      }}</span>
      <button
        v-if="hunt.found && !finding"
        type="button"
        class="button button-go"
        :disabled="locked"
        @click="fromBench"
      >
        {{ hunt.found.cured ? 'Cured by that' : 'Make it a finding' }}
      </button>
      <RouterLink class="button" :to="{ name: `job-${hunt.bench}` }">To its bench</RouterLink>
    </p>
    <p v-if="hunt.odd" role="alert" class="bg-brick-wash px-3 py-2"><b>It does not fit.</b> {{ hunt.odd }}</p>
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <p v-if="finding" class="border-l-4 border-petrol bg-wash px-3 py-2">
      {{ finding.status === 'done' ? 'Put right, and on the sheet' : 'Stands as a finding' }}:
      <b>{{ finding.title }}</b>.
      <RouterLink class="underline" :to="{ name: 'job-agree', query: { at: finding.id } }"
        >To the agreement</RouterLink
      >
    </p>

    <p v-for="f in damage" :key="f.id" class="border-l-4 border-brick bg-brick-wash px-3 py-2">
      <b>{{ f.title }}</b> stands until it is put right, whatever this search comes to.
      <template v-if="f.status === 'open' && f.point">
        <RouterLink class="underline" :to="{ name: 'job-inspect', query: { at: f.point } }"
          >Read it at its point</RouterLink
        >
        or
      </template>
      <RouterLink class="underline" :to="{ name: 'job-agree', query: { at: f.id } }"
        >offer its work to the owner</RouterLink
      >.
    </p>

    <section
      v-if="hunt.settled && top"
      class="border border-ink bg-paper p-4"
      aria-labelledby="cause-found"
      aria-live="polite"
    >
      <h2 id="cause-found">{{ hunt.cured ? 'Cured' : 'The cause, as good as certain' }}</h2>
      <p class="mt-1 text-2xl font-[720]">
        {{ top.name }}<span class="figure ml-3 text-soft">{{ percent(top.chance) }}</span>
      </p>
      <p class="mt-1">
        {{ top.why }} <b>{{ top.remedy }}.</b>
      </p>
      <p v-if="top.unsafe && !hunt.cured" class="mt-1 font-[680] text-brick">
        The bike must not be ridden with it.
      </p>
      <div v-if="!hunt.cured" class="mt-3 flex flex-wrap gap-2">
        <button v-if="!finding" type="button" class="button button-go" :disabled="locked" @click="take">
          Make it a finding <KeyCap of="go" />
        </button>
        <RouterLink v-if="guide" class="button" :to="ways.guide(guide)"
          >Guide me: {{ guide.name }}</RouterLink
        >
        <button type="button" class="button" :disabled="locked" @click="tried(true)">
          Put right, and that cured it
        </button>
        <button type="button" class="button" :disabled="locked" @click="tried(false)">
          Put right, and it is still there
        </button>
      </div>
      <div v-else-if="!finding && !locked" class="mt-3 flex flex-wrap items-center gap-2">
        <p class="w-full">It was put right on the way. One press, and the owner finds it under Done.</p>
        <button
          type="button"
          class="button button-go"
          :disabled="pen.busy.value"
          @click="onSheet(top.id, true)"
        >
          Onto the sheet, {{ Math.max(1, Math.round(top.minutes)) }} min charged <KeyCap of="go" />
        </button>
        <button type="button" class="button" :disabled="pen.busy.value" @click="onSheet(top.id, false)">
          Onto the sheet, not charged
        </button>
      </div>
    </section>

    <section v-else-if="move" class="border border-ink bg-paper p-4" aria-labelledby="next-check">
      <h2 id="next-check">{{ chosen === 0 ? 'Do this next' : 'Instead of the best next check' }}</h2>
      <p class="mt-1 text-2xl leading-snug font-[700]">{{ move.do }}</p>
      <p class="mt-1 text-soft">
        {{ move.why }}<template v-if="move.tools"> With: {{ move.tools }}.</template>
      </p>
      <p v-if="move.caution" class="mt-2 flex items-start gap-2 bg-ochre-wash px-3 py-2">
        <ExclamationTriangleIcon class="mt-0.5 size-5 shrink-0 text-ochre" />{{ move.caution }}
      </p>
      <ul class="mt-3 grid gap-2">
        <li v-for="(a, i) in move.answers" :key="a.answer">
          <button
            type="button"
            class="button grid! w-full grid-cols-[auto_minmax(0,1fr)_auto]! justify-items-start py-1.5 text-left"
            :disabled="locked || pen.busy.value"
            @click="answer(i)"
          >
            <KeyCap>{{ i + 1 }}</KeyCap>
            <span>{{ a.answer }}</span>
            <span class="text-right text-sm font-normal text-soft"
              >then {{ a.then
              }}<span class="sr-only">; how likely this answer is: {{ percent(a.chance) }}</span></span
            >
          </button>
        </li>
      </ul>
      <div class="mt-3 flex flex-wrap gap-2">
        <button
          v-if="!move.cause"
          type="button"
          class="button"
          :disabled="locked || pen.busy.value"
          @click="answer(undefined)"
        >
          Cannot tell <KeyCap of="none" />
        </button>
        <button
          type="button"
          class="button"
          :disabled="locked || !hunt.steps.some((s) => s.id)"
          @click="undo"
        >
          Take the last answer back <KeyCap of="back" />
        </button>
      </div>
    </section>
    <p v-else class="text-soft">Nothing is left to check. Put the likeliest cause right and try it.</p>

    <section v-if="!hunt.settled && hunt.next.length > 1" aria-labelledby="or-else">
      <h2 id="or-else" class="mb-1">Or else <KeyCap of="on" /></h2>
      <ol class="border-t border-ink">
        <li v-for="(m, i) in hunt.next" :key="m.do" class="border-b border-rule">
          <button
            type="button"
            class="flex min-h-11 w-full items-center gap-4 px-2 py-1 text-left hover:bg-wash"
            :class="i === chosen && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
            :aria-pressed="i === chosen"
            @click="chosen = i"
          >
            <span class="min-w-0 flex-1">{{ m.do }}</span>
            <span class="figure shrink-0 text-sm text-soft"
              >{{ percent(m.settles) }} of the doubt · {{ m.minutes }} min</span
            >
          </button>
        </li>
      </ol>
    </section>
  </div>
</template>
