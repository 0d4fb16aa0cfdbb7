<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { asFault, newId, type Schemas } from '@/api/client'
import { useBike, useCheckIn } from '@/api/job'
import { useSession } from '@/api/session'
import BikeCautions from '@/areas/bikes/BikeCautions.vue'
import BikeMore from '@/areas/bikes/BikeMore.vue'
import BikeNames from '@/areas/bikes/BikeNames.vue'
import BikePast from '@/areas/bikes/BikePast.vue'
import FactsForm from '@/areas/bikes/FactsForm.vue'
import KindChoice from '@/areas/bikes/KindChoice.vue'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FoldBox from '@/parts/FoldBox.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'

import BroughtList from './BroughtList.vue'
import { blank, newBike, newOwner, saidOf, useDraft } from './draft'
import FindOwner from './FindOwner.vue'
import JobMore from './JobMore.vue'
import JobPromise from './JobPromise.vue'
import JobWords from './JobWords.vue'
import SaidList from './SaidList.vue'

/** A bike comes in: find or create owner and bike, write down what is said and seen, promise a time. */
const route = useRoute()
const router = useRouter()
const draft = useDraft()

const typed = ref(String(route.query.q ?? ''))
const known = computed(() => (draft.value.chosen === 'bike' ? draft.value.bike.id : ''))
const { data: history } = useBike(known)
const openJob = computed(() => (draft.value.chosen === 'bike' ? history.value?.open_job : undefined))

const { hands } = useSession()
const checkIn = useCheckIn()
const fault = computed(() => (checkIn.error.value ? asFault(checkIn.error.value) : undefined))

function takeBike(owner: Schemas['Owner'], bike: Schemas['Bike']) {
  draft.value = { ...draft.value, owner, bike, chosen: 'bike' }
  void focus('words')
}
function takeOwner(owner: Schemas['Owner']) {
  draft.value = { ...draft.value, owner, bike: newBike(), chosen: 'owner' }
  void focus('new-bike')
}
function takeNew(said: string) {
  const phone = /^[\d\s+()-]{4,}$/.test(said)
  const owner = { ...newOwner(phone ? '' : said), phone: phone ? said : '' }
  draft.value = { ...draft.value, owner, bike: newBike(), chosen: 'new' }
  void focus('new-owner')
}
async function focus(part: 'find' | 'new-owner' | 'new-bike' | 'words') {
  await nextTick()
  const place = document.querySelector<HTMLElement>(`[data-first="${part}"]`)
  ;(place?.querySelector('input') ?? place)?.focus()
}
const asked = computed(() => String(route.query.bike ?? ''))
const { data: askedFor } = useBike(asked)
watch(askedFor, (b) => b && takeBike(b.owner, b.bike), { immediate: true })
onMounted(() => draft.value.chosen === 'none' && !asked.value && void focus('find'))

const brought = useTemplateRef('brought')
const heard = useTemplateRef('said')
const facts = useTemplateRef('facts')
const more = ['reading', 'condition', 'stand', 'bike.frame_number', 'bike.weekly_km', 'owner.email']
const moreFault = computed(() => more.includes(fault.value?.field ?? ''))
const factFault = computed(() => fault.value?.field?.startsWith('bike.facts.'))
const { atWallClock } = useTimes()

async function submit() {
  brought.value?.bring()
  const { id, owner, bike, words, reading, condition, service, stand, belongings, promised } = draft.value
  const promised_at = atWallClock(promised)
  // Words that were typed just now and are not taken apart yet the server takes apart.
  const parts = heard.value?.settled ? heard.value.heard : undefined
  const said =
    parts && saidOf(draft.value, parts).map((s) => ({ id: newId(), words: s.words, fault: s.fault }))
  try {
    const view = await checkIn.mutateAsync({
      id,
      owner,
      bike: { ...bike, owner_id: owner.id },
      words,
      said,
      no_complaint: said?.length === 0 || undefined,
      reading,
      condition,
      service,
      stand,
      belongings,
      promised_at,
    })
    draft.value = blank()
    // What was sold opens as its thread, for whoever does it.
    const thread = hands.value && view.service?.holds.length
    await router.push({ name: thread ? 'job-work' : 'job-inspect', params: { id } })
  } catch {
    await nextTick()
    document
      .querySelector<HTMLElement>('[aria-invalid="true"], [role="alert"]')
      ?.scrollIntoView({ block: 'center' })
  }
}
function startOver() {
  draft.value = blank()
  typed.value = ''
  checkIn.reset()
  void focus('find')
}
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex items-center gap-5 border-b border-ink px-5 py-3">
      <h1>Take a bike in</h1>
      <p class="hidden text-soft sm:block">
        Their words first; what arrives with the bike before a spanner touches it.
      </p>
      <button v-if="draft.chosen !== 'none'" type="button" class="button ml-auto" @click="startOver">
        Start over
      </button>
    </div>
    <div class="grid lg:grid-cols-[minmax(0,1fr)_340px]">
      <form class="flex flex-col gap-6 px-5 py-4" @submit.prevent="submit">
        <FindOwner
          v-if="draft.chosen === 'none'"
          v-model="typed"
          @bike="takeBike"
          @owner="takeOwner"
          @fresh="takeNew"
        />

        <template v-else>
          <FaultNote v-if="fault && !fault.field" :fault="fault" />
          <FaultNote v-else-if="fault?.field === 'bike'" :fault="fault" />
          <p v-if="openJob" role="alert" class="border-l-4 border-ochre bg-ochre-wash px-3 py-2">
            <b>Already in the shop.</b> Add to
            <RouterLink class="underline" :to="{ name: 'job', params: { id: openJob } }"
              >its open job</RouterLink
            >, or hand that over first.
          </p>
          <section aria-label="Owner">
            <h2 class="mb-2 border-b border-ink pb-1">Owner</h2>
            <p v-if="draft.chosen !== 'new'" class="text-lg">
              <b>{{ draft.owner.name }}</b> ·
              <span class="figure">{{ draft.owner.phone || 'no telephone' }}</span>
              <span v-if="draft.owner.note" class="block text-note text-soft">{{ draft.owner.note }}</span>
            </p>
            <div v-else data-first="new-owner" class="grid gap-3 sm:grid-cols-2">
              <TextField v-model="draft.owner.name" label="Name" name="owner.name" :fault="fault" />
              <TextField
                v-model="draft.owner.phone"
                label="Telephone"
                name="owner.phone"
                :fault="fault"
                figure
                inputmode="tel"
              />
            </div>
          </section>
          <JobWords v-model="draft" :fault="fault" />
          <SaidList ref="said" v-model="draft" />
          <section aria-label="Bike">
            <h2 class="mb-2 border-b border-ink pb-1">Bike</h2>
            <div v-if="draft.chosen === 'bike'" class="flex items-center gap-5">
              <BikeDrawing :facts="draft.bike.facts" class="h-24 w-40 shrink-0" :title="draft.bike.make" />
              <p class="text-lg">
                <b>{{ draft.bike.make }} {{ draft.bike.model }}, {{ draft.bike.colour }}</b>
                <span class="block text-note text-soft">
                  frame <span class="figure">{{ draft.bike.frame_number || 'number not noted' }}</span> ·
                  <RouterLink
                    class="text-petrol underline"
                    :to="{ name: 'bike', params: { id: draft.bike.id } }"
                    >facts and history</RouterLink
                  >
                </span>
              </p>
            </div>
            <div v-else data-first="new-bike" class="flex flex-col gap-3">
              <BikeNames v-model="draft.bike" :fault="fault" />
              <KindChoice :kind="draft.bike.facts.kind" @take="(kind) => facts?.take(kind)" />
              <FoldBox class="border-y border-rule py-1" :open="factFault || undefined">
                <template #row
                  ><b>How it differs from its kind</b>
                  <span class="text-note text-soft">
                    · whoever has it in hand reads the rest when it is needed</span
                  ></template
                >
                <FactsForm ref="facts" v-model="draft.bike" :fault="fault" />
              </FoldBox>
            </div>
            <BikeCautions class="mt-3" :facts="draft.bike.facts" where="check_in" />
          </section>
          <section class="flex flex-col gap-4" aria-label="The job">
            <h2 class="border-b border-ink pb-1">The job</h2>
            <BroughtList ref="brought" v-model="draft.belongings" />
            <JobPromise v-model="draft" :fault="fault" />
            <FoldBox class="border-y border-rule py-1" :open="moreFault || undefined">
              <template #row
                ><b>More, when there is time</b>
                <span class="text-note text-soft">
                  · condition at arrival, stand, frame number, e-mail</span
                ></template
              >
              <div class="grid gap-3 pb-2 sm:grid-cols-2">
                <JobMore v-model="draft" :fault="fault" />
                <template v-if="draft.chosen !== 'bike'">
                  <BikeMore v-model="draft.bike" :fault="fault" />
                </template>
                <TextField
                  v-if="draft.chosen === 'new'"
                  v-model="draft.owner.email"
                  label="E-mail, if they like"
                  name="owner.email"
                  :fault="fault"
                  inputmode="email"
                />
              </div>
            </FoldBox>
            <div class="sticky bottom-0 flex items-center gap-3 border-t border-ink bg-chalk py-3">
              <button
                type="submit"
                class="button button-go min-w-56 text-lg"
                :disabled="checkIn.isPending.value || !!openJob"
              >
                {{ checkIn.isPending.value ? 'Taking it in' : 'Take it in' }}
              </button>
              <p v-if="fault?.field" role="status" class="text-brick">{{ fault.detail }}</p>
            </div>
          </section>
        </template>
      </form>
      <aside class="border-l border-rule px-5 py-4" aria-label="What we know of this bike">
        <BikePast v-if="history && draft.chosen === 'bike'" :history="history" />
        <p v-else class="text-soft">
          Once a bike we know is chosen, its earlier jobs and last measurements stand here.
        </p>
      </aside>
    </div>
  </main>
</template>
