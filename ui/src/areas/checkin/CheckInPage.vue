<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { asFault, newId, type Schemas } from '@/api/client'
import { useBike, useBook, useCheckIn, useSearch } from '@/api/job'
import BikePast from '@/areas/bikes/BikePast.vue'
import FactsForm from '@/areas/bikes/FactsForm.vue'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'
import { daysAfter, useTimes } from '@/parts/time'

import { blank, newBike, newOwner, useDraft } from './draft'

/** A bike comes in: find or create owner and bike, write down what is said and seen, promise a time. */
const route = useRoute()
const router = useRouter()
const draft = useDraft()
const { data: book } = useBook()

const typed = ref(String(route.query.q ?? ''))
const settled = refDebounced(typed, 150)
const { data: found, isFetching } = useSearch(settled)
const hits = computed(() =>
  settled.value ? (found.value ?? []).slice(0, 7) : (found.value ?? []).slice(0, 4),
)

const known = computed(() => (draft.value.chosen === 'bike' ? draft.value.bike.id : ''))
const { data: history } = useBike(known)
const openJob = computed(() => (draft.value.chosen === 'bike' ? history.value?.open_job : undefined))

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
function takeNew() {
  const phone = /^[\d\s+()-]{4,}$/.test(typed.value.trim())
  const owner = { ...newOwner(phone ? '' : typed.value.trim()), phone: phone ? typed.value.trim() : '' }
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

const thing = ref('')
const takenOff = ref(false)
function bring() {
  const name = thing.value.trim()
  if (!name) return
  draft.value.belongings.push({ id: newId(), name, taken_off: takenOff.value })
  thing.value = ''
}

const { today, atWallClock } = useTimes()
const times = computed(() => {
  const at = (days: number, clock: string) => `${daysAfter(today(), days)}T${clock}`
  return [
    { name: 'Today 17:00', at: at(0, '17:00') },
    { name: 'Tomorrow 12:00', at: at(1, '12:00') },
    { name: 'Tomorrow 17:00', at: at(1, '17:00') },
    { name: 'In three days', at: at(3, '17:00') },
  ].filter((t) => (atWallClock(t.at) ?? '') > new Date().toISOString())
})

async function submit() {
  bring()
  const { id, owner, bike, words, reading, condition, depth, stand, belongings, promised } = draft.value
  const promised_at = atWallClock(promised)
  try {
    await checkIn.mutateAsync({
      id,
      owner,
      bike: { ...bike, owner_id: owner.id },
      words,
      reading,
      condition,
      depth,
      stand,
      belongings,
      promised_at,
    })
    draft.value = blank()
    await router.push({ name: 'job-inspect', params: { id } })
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
        <section v-if="draft.chosen === 'none'" data-first="find" aria-label="Owner and bike">
          <label class="mb-1 block text-[15px] text-soft" for="find-words"
            >Name, telephone, make, colour or frame number</label
          >
          <input
            id="find-words"
            v-model="typed"
            type="search"
            class="input h-14 text-xl"
            autocomplete="off"
            @keydown.enter.prevent="hits.length ? undefined : takeNew()"
          />
          <ul class="mt-2 border-t border-ink">
            <li
              v-for="hit in hits"
              :key="hit.owner.id + hit.bike?.id"
              class="flex items-stretch border-b border-rule"
            >
              <button
                type="button"
                class="flex min-w-0 flex-1 items-center gap-4 px-2 py-2 text-left hover:bg-wash"
                @click="hit.bike ? takeBike(hit.owner, hit.bike) : takeOwner(hit.owner)"
              >
                <BikeDrawing
                  v-if="hit.bike"
                  :facts="hit.bike.facts"
                  class="h-14 w-24 shrink-0"
                  :title="hit.bike.make"
                />
                <span class="min-w-0">
                  <b class="block truncate">{{
                    hit.bike ? `${hit.bike.make} ${hit.bike.model}, ${hit.bike.colour}` : 'No bike yet'
                  }}</b>
                  <span class="block text-[15px] text-soft"
                    >{{ hit.owner.name }} ·
                    <span class="figure whitespace-nowrap">{{ hit.owner.phone }}</span></span
                  >
                </span>
                <b v-if="hit.open_job" class="ml-auto shrink-0 text-petrol">in the shop</b>
              </button>
              <button
                type="button"
                class="button button-quiet shrink-0 text-[15px]"
                @click="takeOwner(hit.owner)"
              >
                another bike of theirs
              </button>
            </li>
          </ul>
          <p v-if="settled && !hits.length && !isFetching" class="py-3 text-soft">
            Nobody by that name and no such bike.
          </p>
          <button type="button" class="button mt-3" @click="takeNew">
            New owner{{ typed.trim() ? `: ${typed.trim()}` : '' }}
          </button>
        </section>

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
              <span v-if="draft.owner.note" class="block text-[15px] text-soft">{{ draft.owner.note }}</span>
            </p>
            <div v-else data-first="new-owner" class="grid gap-3 sm:grid-cols-3">
              <TextField v-model="draft.owner.name" label="Name" name="owner.name" :fault="fault" />
              <TextField
                v-model="draft.owner.phone"
                label="Telephone"
                name="owner.phone"
                :fault="fault"
                figure
                inputmode="tel"
              />
              <TextField
                v-model="draft.owner.email"
                label="E-mail, if they like"
                name="owner.email"
                :fault="fault"
                inputmode="email"
              />
            </div>
          </section>
          <section aria-label="Bike">
            <h2 class="mb-2 border-b border-ink pb-1">Bike</h2>
            <div v-if="draft.chosen === 'bike'" class="flex items-center gap-5">
              <BikeDrawing :facts="draft.bike.facts" class="h-24 w-40 shrink-0" :title="draft.bike.make" />
              <p class="text-lg">
                <b>{{ draft.bike.make }} {{ draft.bike.model }}, {{ draft.bike.colour }}</b>
                <span class="block text-[15px] text-soft">
                  frame <span class="figure">{{ draft.bike.frame_number || 'number not noted' }}</span> ·
                  <RouterLink
                    class="text-petrol underline"
                    :to="{ name: 'bike', params: { id: draft.bike.id } }"
                    >facts and history</RouterLink
                  >
                </span>
              </p>
            </div>
            <div v-else data-first="new-bike"><FactsForm v-model="draft.bike" :fault="fault" choosing /></div>
          </section>
          <section class="flex flex-col gap-4" aria-label="The job">
            <h2 class="border-b border-ink pb-1">The job</h2>
            <FormField v-slot="f" label="What the owner says, in their own words" name="words" :fault="fault">
              <textarea
                :id="f.id"
                v-model="draft.words"
                data-first="words"
                rows="2"
                class="input text-lg"
                :aria-invalid="f.invalid"
                :aria-describedby="f.described"
              ></textarea>
            </FormField>
            <TextField v-model="draft.reading" label="What you make of it" name="reading" :fault="fault" />
            <fieldset>
              <legend class="mb-1 text-[15px] text-soft">How deep</legend>
              <div class="grid gap-2 sm:grid-cols-4">
                <label
                  v-for="d in book?.depths ?? []"
                  :key="d.id"
                  class="cursor-pointer border p-2.5 leading-tight has-checked:border-petrol has-checked:bg-wash has-checked:shadow-[inset_0_-4px_var(--color-petrol)] has-focus-visible:outline-3 has-focus-visible:outline-petrol"
                  :class="draft.depth === d.id ? '' : 'border-rule bg-paper'"
                >
                  <input v-model="draft.depth" type="radio" name="depth" :value="d.id" class="sr-only" />
                  <b class="block">{{ d.name }}</b>
                  <span class="text-sm text-soft">{{ d.about }}</span>
                </label>
              </div>
            </fieldset>
            <div class="grid gap-4 sm:grid-cols-2">
              <FormField
                v-slot="f"
                label="Condition at arrival: scratches, what is missing"
                name="condition"
                :fault="fault"
              >
                <textarea :id="f.id" v-model="draft.condition" rows="3" class="input"></textarea>
              </FormField>
              <div>
                <TextField
                  v-model="draft.promised"
                  label="Promised for"
                  name="promised_at"
                  :fault="fault"
                  figure
                  type="datetime-local"
                />
                <div class="mt-2 flex flex-wrap gap-2">
                  <button
                    v-for="t in times"
                    :key="t.name"
                    type="button"
                    class="button px-3 text-sm"
                    @click="draft.promised = t.at"
                  >
                    {{ t.name }}
                  </button>
                </div>
                <TextField v-model="draft.stand" class="mt-2" label="Stand" name="stand" :fault="fault" />
              </div>
            </div>
            <div>
              <p class="mb-1 text-[15px] text-soft">
                What came with it, and what is taken off for the job. Each is ticked back at the end.
              </p>
              <ul v-if="draft.belongings.length" class="mb-2 border-t border-rule">
                <li
                  v-for="(b, i) in draft.belongings"
                  :key="b.id"
                  class="flex items-center border-b border-rule"
                >
                  <span class="flex-1"
                    >{{ b.name }}
                    <span class="text-soft">{{ b.taken_off ? 'taken off' : 'came with it' }}</span></span
                  >
                  <button
                    type="button"
                    class="button button-quiet"
                    :aria-label="`Strike ${b.name}`"
                    @click="draft.belongings.splice(i, 1)"
                  >
                    strike
                  </button>
                </li>
              </ul>
              <div class="flex flex-wrap items-center gap-2">
                <input
                  v-model="thing"
                  class="input max-w-sm flex-1"
                  aria-label="Thing that came or was taken off"
                  placeholder="Pannier, light, lock key"
                  @keydown.enter.prevent="bring"
                />
                <label class="flex min-h-11 items-center gap-2"
                  ><input v-model="takenOff" type="checkbox" class="size-5 accent-petrol" /> taken off the
                  bike</label
                >
                <button type="button" class="button" @click="bring">Add</button>
              </div>
            </div>
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
