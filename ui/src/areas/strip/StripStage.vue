<script setup lang="ts">
import { computed, ref } from 'vue'

import { newId, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useOpenJob, usePart, useTarget } from '@/areas/job/open'
import { useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'

import SketchForm from './SketchForm.vue'
import StripBench from './StripBench.vue'

/** What of this bike is taken apart, and what can be. */
const { job, pen, closed } = useOpenJob()
const told = usePart('strips')
const { hands } = useSession()
const { target, open } = useTarget()
const locked = computed(() => closed.value || !hands.value)
const strip = computed(() => told.value.strips.find((s) => s.id === target()))
const agreed = computed(() =>
  job.value.items.filter((i) => i.answer?.answer === 'yes').map((i) => i.item.operation),
)
const wanted = (a: Schemas['Offered']) => a.for.some((o) => agreed.value.includes(o))
const begun = computed(() => told.value.strips.filter((s) => !s.done))
const fresh = computed(() => {
  const list = told.value.assemblies.filter((a) => !begun.value.some((s) => s.assembly === a.assembly))
  return [...list.filter(wanted), ...list.filter((a) => !wanted(a))]
})
/** The forms of one thing: what shows from outside tells which of them is there. */
const forms = computed(() => fresh.value.filter((a) => a.is && a.is === target()))
const sketching = ref(false)

async function begin(what: { assembly: string } | { name: string; parts: string[] }) {
  const id = newId()
  if (!(await pen.record({ strip: what }, undefined, id))) return
  sketching.value = false
  await open(id)
}
useBenchKeys((key) => {
  const form = locked.value || pen.busy.value ? undefined : forms.value[Number(key) - 1]
  if (form && !strip.value) void begin({ assembly: form.assembly })
  return !!form
})
</script>

<template>
  <StripBench v-if="strip" :key="strip.id" :strip="strip" :locked="locked" />
  <section v-else-if="forms.length" class="max-w-4xl px-5 py-4" aria-labelledby="which">
    <RouterLink :to="{ name: 'job-work' }" class="button button-quiet -ml-2">← Work</RouterLink>
    <h2 id="which" class="mt-2 text-[22px]! font-[680]! text-ink!">Which of them is it?</h2>
    <p class="text-soft">
      Looked at before anything is undone. Neither, or in doubt: it stays whole, its maker is asked, and the
      step is
      <RouterLink class="text-petrol underline" :to="{ name: 'job-work' }"
        >left out with what it is</RouterLink
      >.
    </p>
    <FaultNote v-if="pen.fault.value" class="mt-2" :fault="pen.fault.value" />
    <ul class="mt-3 grid gap-3 sm:grid-cols-2">
      <li
        v-for="(a, i) in forms"
        :key="a.assembly"
        class="flex flex-col gap-3 border border-ink bg-paper p-4"
      >
        <h3 class="text-lg font-[680]">{{ a.name }}</h3>
        <p class="flex-1">{{ a.told }}</p>
        <button
          type="button"
          class="button min-h-14 justify-between! text-lg"
          :disabled="locked || pen.busy.value"
          :aria-label="`Take apart: ${a.name}`"
          @click="begin({ assembly: a.assembly })"
        >
          It is this one: take it apart <KeyCap>{{ i + 1 }}</KeyCap>
        </button>
      </li>
    </ul>
  </section>
  <div v-else class="px-5 py-4">
    <div class="mb-2 flex flex-wrap items-center gap-3">
      <RouterLink :to="{ name: 'job-work' }" class="button button-quiet -ml-2">← Work</RouterLink>
      <h2>Strip-down bench</h2>
    </div>
    <FaultNote v-if="pen.fault.value && !sketching" :fault="pen.fault.value" />
    <section v-if="told.strips.length" aria-labelledby="begun" class="mb-5">
      <h3 id="begun" class="mb-1 border-b border-ink pb-1">Taken apart in this job</h3>
      <ul>
        <li v-for="s in told.strips" :key="s.id" class="border-b border-rule">
          <button
            type="button"
            class="flex min-h-14 w-full items-center gap-3 py-1 text-left hover:bg-wash"
            @click="open(s.id)"
          >
            <ConditionMark :mark="s.done ? 'sound' : 'open'" />
            <span class="min-w-0 flex-1 leading-tight"
              ><b class="block">{{ s.name }}</b
              ><span class="text-note text-soft">{{
                s.done ? `whole again · ${s.by}` : s.open.length ? s.open.join(', ') : 'nothing is off yet'
              }}</span></span
            >
            <span class="figure text-soft">{{ s.off }} of {{ s.loose }} off</span>
          </button>
        </li>
      </ul>
    </section>
    <section aria-labelledby="can-be">
      <h3 id="can-be" class="mb-1 border-b border-ink pb-1">What comes apart on this bike</h3>
      <ul class="grid gap-x-6 xl:grid-cols-2">
        <li v-for="a in fresh" :key="a.assembly" class="flex items-center gap-3 border-b border-rule py-2">
          <span class="min-w-0 flex-1 leading-tight"
            ><b class="block">{{ a.name }} <span v-if="wanted(a)" class="text-petrol">· agreed work</span></b
            ><span class="text-note text-soft">{{ a.parts }} parts. {{ a.about }}</span></span
          >
          <button
            type="button"
            class="button min-h-[52px]"
            :class="wanted(a) && 'button-go'"
            :disabled="locked || pen.busy.value"
            :aria-label="`Take apart: ${a.name}`"
            @click="begin({ assembly: a.assembly })"
          >
            Take apart
          </button>
        </li>
      </ul>
      <button
        v-if="!locked"
        type="button"
        class="button button-quiet mt-2 -ml-2"
        :aria-expanded="sketching"
        @click="sketching = !sketching"
      >
        Something else: sketch it by its parts
      </button>
      <SketchForm v-if="sketching" @begin="begin" />
    </section>
  </div>
</template>
