<script setup lang="ts">
import { ExclamationTriangleIcon } from '@heroicons/vue/20/solid'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { newId, type Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import BikeCautions from '@/areas/bikes/BikeCautions.vue'
import { bottleOf, canSee, seeLabel } from '@/areas/brakes/label'
import ReadCap from '@/areas/brakes/ReadCap.vue'
import { useOpenJob } from '@/areas/job/open'
import ReadFact from '@/areas/job/ReadFact.vue'
import { useBenchKeys } from '@/parts/bench'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import SendButton from '@/parts/SendButton.vue'
import TickField from '@/parts/TickField.vue'
import { figure } from '@/parts/words'

/** Before the first step: choices, the bottle, tools and consumables laid out. */
const props = defineProps<{ offer: Schemas['Offer']; side?: Schemas['BrakeSide']; locked: boolean }>()
const words = useWords()
const emit = defineEmits<{ leave: [] }>()
const { job, pen } = useOpenJob()
const router = useRouter()

const choices = ref<Record<string, string>>({})
/** What lies ready, ticked off by whoever lays it out. */
const laid = ref<Record<string, boolean>>({})
const meets = (conditions?: Record<string, string[]>) =>
  Object.entries(conditions ?? {}).every(([choice, options]) => options.includes(choices.value[choice] ?? ''))
const asked = computed(() => props.offer.choices.filter((c) => meets(c.if)))
/** The question that is open has the digits: one after the other. */
const open = computed(() => asked.value.find((c) => !choices.value[c.id]))
/** What is still to be said before it can begin; the server has the last word. */
const wants = computed(() => {
  if (open.value) return `choose: ${open.value.ask}`
  if (props.offer.reads) return `read: ${words.label(props.offer.reads)}`
  return pours.value && props.side && props.side.family !== 'unknown' && !bottle.value
    ? 'choose the bottle'
    : ''
})
const pours = computed(() => props.offer.fluid && meets(props.offer.fluid_if))
const bottle = ref('')
const scanned = ref('')
const reason = ref('')
const unread = ref(false)
const pourOf = (b: Schemas['Bottle']) => (props.offer.end === 'front' ? b.front : b.rear)
const bottles = computed(() =>
  [...job.value.bottles].sort((a, b) => Number(!!pourOf(a).refused) - Number(!!pourOf(b).refused)),
)
const chosen = computed(() => job.value.bottles.find((b) => b.id === bottle.value))
pen.fault.value = undefined

/** A scanner types the label's text and Enter. */
function scan() {
  if (!scanned.value.trim()) return
  take(bottleOf(scanned.value))
  scanned.value = ''
}
async function look(event: Event) {
  const field = event.target as HTMLInputElement
  const photo = field.files?.[0]
  if (photo) take(await seeLabel(photo).catch(() => undefined))
  field.value = ''
}
function take(id?: string) {
  unread.value = !job.value.bottles.some((b) => b.id === id)
  if (id && !unread.value) bottle.value = id
}
async function begin() {
  const id = newId()
  const guided = {
    procedure: props.offer.id,
    choices: choices.value,
    bottle: pours.value ? bottle.value || undefined : undefined,
    reason: reason.value || undefined,
  }
  if (await pen.record({ guided }, undefined, id)) void router.push({ name: 'job-run', query: { at: id } })
}
useBenchKeys((key) => {
  const option = props.locked ? undefined : open.value?.options[Number(key) - 1]
  if (!open.value || !option) return false
  choices.value[open.value.id] = option.id
  return true
})
</script>

<template>
  <form class="flex max-w-4xl flex-col gap-4 px-5 py-4" @submit.prevent="begin">
    <div>
      <h3 class="text-[28px] leading-tight font-[720]">{{ offer.name }}</h3>
      <p class="text-soft">
        {{ offer.about }} About <span class="figure">{{ offer.here || offer.minutes }}</span> minutes<template
          v-if="offer.times"
        >
          here, over {{ offer.times }} {{ offer.times === 1 ? 'run' : 'runs' }}</template
        >.
      </p>
    </div>
    <p class="flex items-start gap-2 bg-ochre-wash px-3 py-2">
      <ExclamationTriangleIcon class="mt-0.5 size-5 shrink-0 text-ochre" />{{ offer.caution }}
    </p>
    <BikeCautions :facts="job.bike.facts" where="stand" />
    <ChoiceRow
      v-for="c in asked"
      :key="c.id"
      v-model="choices[c.id]"
      :label="c.ask"
      :digits="c.id === open?.id"
      :choices="c.options.map((o) => [o.id, o.name, o.why] as const)"
    />
    <p v-if="offer.reads && !locked" class="border-l-4 border-brick bg-brick-wash px-3 py-2.5">
      <b>{{ words.label(offer.reads) }}: nobody has read it,</b> and what is done next hangs on it.
      <ReadFact :fact="offer.reads" :asks="!open" />
    </p>
    <ReadCap v-if="side && pours" :side="side" :locked="locked" />
    <fieldset v-if="side && pours && side.family !== 'unknown'">
      <legend class="mb-1 text-soft">
        Which bottle? This brake runs on <b class="text-ink">{{ words.fact(side.family ?? 'none') }}</b>
      </legend>
      <div class="flex flex-col gap-1">
        <label
          v-for="b in bottles"
          :key="b.id"
          class="flex min-h-12 items-center gap-3 border border-rule bg-paper px-3 py-1"
          :class="bottle === b.id && 'border-petrol! bg-wash!'"
        >
          <input
            v-model="bottle"
            type="radio"
            name="bottle"
            class="size-5"
            :value="b.id"
            :disabled="!!pourOf(b).refused"
          />
          <span class="min-w-0 flex-1 leading-tight" :class="pourOf(b).refused && 'text-soft'"
            ><b>{{ b.name }}</b> · {{ b.grade || words.fact(b.family) }} ·
            {{ figure(Math.round(b.left_ml)) }} ml left
            <span v-if="pourOf(b).refused" class="block text-sm text-brick">{{ pourOf(b).refused }}</span>
            <span v-else-if="pourOf(b).warning" class="block text-sm text-ochre">{{
              pourOf(b).warning
            }}</span></span
          >
        </label>
        <p v-if="!bottles.length" class="text-soft">
          The shelf is empty.
          <RouterLink class="text-petrol underline" :to="{ name: 'shop-bottles' }"
            >Put a bottle on it</RouterLink
          >
        </p>
      </div>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <label class="flex flex-col text-sm text-soft"
          >Or scan its label<input
            v-model="scanned"
            class="input figure w-96 max-w-full text-base"
            placeholder="utensil:bottle:…"
            @keydown.enter.prevent="scan"
            @change="scan"
        /></label>
        <label v-if="canSee()" class="button"
          >With the camera<input
            type="file"
            class="sr-only"
            accept="image/*"
            capture="environment"
            @change="look"
        /></label>
        <p v-if="unread" role="alert" class="pb-2.5 text-brick">
          That is no label of a bottle on the shelf. Pick it from the list.
        </p>
      </div>
      <label v-if="chosen && pourOf(chosen).warning" class="mt-2 block text-sm text-soft"
        >Why this one is used<input v-model="reason" class="input text-base"
      /></label>
    </fieldset>
    <dl
      v-if="offer.parts.length || offer.joints.length"
      class="grid gap-x-6 gap-y-1 sm:grid-cols-[auto_minmax(0,1fr)]"
    >
      <template v-if="offer.parts.length">
        <dt class="text-soft">Parts</dt>
        <dd>{{ offer.parts.join(', ') }}</dd>
      </template>
      <template v-if="offer.joints.length">
        <dt class="text-soft">It opens</dt>
        <dd>
          <span v-for="j in offer.joints" :key="j.name" class="block"
            >{{ j.name }}, {{ j.tool }}:
            <span v-if="j.min_nm !== undefined && j.max_nm !== undefined" class="figure"
              >{{ figure(j.min_nm) }} to {{ figure(j.max_nm) }} N·m</span
            ><template v-else>by feel</template></span
          >
        </dd>
      </template>
    </dl>
    <div>
      <p class="text-soft">Lay out first</p>
      <ul class="mt-1 flex flex-wrap gap-x-6 gap-y-1">
        <li v-for="t in offer.lay_out" :key="t">
          <TickField :model-value="!!laid[t]" @update:model-value="laid[t] = $event">{{ t }}</TickField>
        </li>
      </ul>
    </div>
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <div class="flex flex-wrap gap-2">
      <SendButton class="button-go min-h-[52px]" :disabled="locked || pen.busy.value" :wants="wants">
        Begin <KeyCap of="go" />
      </SendButton>
      <button type="button" class="button min-h-[52px]" @click="emit('leave')">Leave it</button>
    </div>
  </form>
</template>
