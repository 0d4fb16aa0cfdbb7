<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'

import type { Content } from '@/api/client'
import { useEntry } from '@/areas/job/entry'
import { useOpenJob } from '@/areas/job/open'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import { keys, startsFigure, useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { useRead } from '@/parts/read'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import { type Contact, leaves } from './contact'
import HeldAgainst from './HeldAgainst.vue'
import PhoneLaid from './PhoneLaid.vue'

/** One figure of how the bike is set: noted as it came, or written down as it is left. */
const props = defineProps<{
  contact: Contact
  locked: boolean
  /** nothing is left to note or to put back: what is next stands in the slot */
  over?: boolean
}>()
const emit = defineEmits<{ onward: [skip?: boolean]; back: [] }>()
const { job, pen } = useOpenJob()
const { date } = useTimes()
const { typed, send } = useEntry(true)
const field = useTemplateRef('field')
const asked = ref('')
const why = useTemplateRef('why')
/** A post is not called left unread: its line is looked for, and the press says so. */
const read = useRead()
const phone = ref(false)
const against = ref(false)
/** What is written down next: as it is left, once it is noted as found or undone. */
const left = ref(leaves(props.contact))
watch(
  () => [props.contact.found?.entry, props.contact.undone],
  () => (left.value = leaves(props.contact)),
)
const photo = computed(() => job.value.photos.find((p) => p.about === props.contact.id)?.id)
const asks = computed(() => asked.value !== '' || pen.fault.value?.field === 'asked')
/** What it is put back to is one press, where there is such a figure. */
const back = computed(() => (left.value && !props.contact.result ? props.contact.to : undefined))
const lined = computed(() => left.value && !!props.contact.line)
const unread = computed(() => lined.value && !read.value)
const inside = computed(() => (lined.value ? ', its line inside' : ''))

async function log(figures: Partial<NonNullable<Content['contact_read']>>) {
  if (props.locked || unread.value) return
  const content = {
    contact_read: {
      contact: props.contact.id,
      ...figures,
      left: left.value || undefined,
      line: lined.value || undefined,
      asked: asked.value.trim() || undefined,
    },
  }
  const stood = left.value ? undefined : props.contact.found?.entry
  if (await send(content, stood)) emit('onward')
  else void focus()
}
function enter() {
  if (typed.value.trim()) void log({ typed: typed.value })
  else if (props.contact.wanted || props.contact.owed) field.value?.focus()
  else emit('onward', true)
}
async function focus() {
  await nextTick()
  field.value?.focus({ preventScroll: true })
}
onMounted(() => {
  pen.fault.value = undefined
  void focus()
})

useBenchKeys((key) => {
  if (props.locked || document.activeElement === why.value) return false
  if (key === keys.again && back.value) void log({ typed: figure(back.value.value) })
  else if (key === keys.on) emit('onward', true)
  else if (key === keys.back && !typed.value) emit('back')
  else if (startsFigure(key, field.value)) {
    typed.value += key
    void focus()
  } else return false
  return true
})
</script>

<template>
  <section class="relative border-t border-ink bg-paper px-5 pt-3 pb-4" :aria-label="contact.name">
    <div class="flex flex-wrap items-baseline gap-x-3.5">
      <h2 class="text-[22px]! font-[720]! text-ink!">{{ contact.name }}</h2>
      <p class="min-w-0 flex-1 basis-[240px] text-note text-soft">{{ contact.how }}</p>
    </div>
    <p v-if="contact.hint" class="mt-1 border-l-4 border-petrol pl-2">{{ contact.hint }}</p>
    <div class="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-[190px_minmax(0,1fr)]">
      <div>
        <label class="block text-fine text-soft" for="contact-figure"
          >{{ contact.unit }} · {{ left ? 'as it is left' : 'as it was found' }}</label
        >
        <input
          id="contact-figure"
          ref="field"
          v-model="typed"
          data-bench
          class="figure h-[58px] w-full border-2 border-ink bg-chalk px-3 text-[34px] leading-none focus:border-petrol focus:outline-none"
          :inputmode="contact.signed ? 'text' : 'decimal'"
          autocomplete="off"
          :placeholder="figure((left ? contact.left : contact.found)?.value ?? NaN).replace('NaN', '')"
          :disabled="locked"
          :aria-invalid="!!pen.fault.value"
        />
      </div>
      <dl class="grid content-center gap-y-1" :style="{ gridTemplateColumns: '92px minmax(0,1fr)' }">
        <template v-if="contact.undone">
          <dt class="text-soft">Undone</dt>
          <dd>{{ contact.undone }}</dd>
        </template>
        <template v-if="contact.found">
          <dt class="text-soft">Found</dt>
          <dd>
            <b class="figure">{{ contact.found.says }}</b>
            <span class="ml-2 text-note text-soft">
              {{ contact.found.by }}{{ contact.found.phone ? ', by the phone' : '' }}</span
            >
          </dd>
        </template>
        <template v-else-if="contact.before">
          <dt class="text-soft">Last time</dt>
          <dd>
            <b class="figure">{{ contact.before.says }}</b>
            <span class="ml-2 text-note text-soft"> {{ date(contact.before.at) }}</span>
          </dd>
        </template>
        <template v-if="contact.left">
          <dt class="text-soft">Left</dt>
          <dd>
            <b class="figure">{{ contact.left.says }}</b>
            <span class="ml-2 text-note text-soft">
              {{ contact.left.by }}{{ contact.left.asked ? `: ${contact.left.asked}` : '' }}</span
            >
          </dd>
        </template>
        <template v-if="!contact.found && !contact.before && !contact.undone && !contact.left">
          <dt class="text-soft">Before</dt>
          <dd>nobody has noted it</dd>
        </template>
      </dl>
    </div>
    <p v-if="lined" class="mt-2 border-l-4 border-ochre pl-2">
      <b>Look: {{ contact.line }}.</b> Where it shows, set it lower: beyond its line it breaks.
    </p>
    <FaultNote
      v-if="pen.fault.value"
      class="mt-2"
      :fault="pen.fault.value"
      @take="(v) => (typed = String(v))"
    />
    <input
      v-if="asks"
      ref="why"
      v-model="asked"
      data-bench
      class="input mt-2 w-full"
      aria-label="Who asked for another, and why"
      placeholder="Who asked for another, and why? It stands on the sheet."
    />
    <PhoneLaid
      v-if="phone && contact.lay"
      :lay="contact.lay"
      :locked="locked"
      @lies="(lies) => log({ lies })"
      @off="((phone = false), focus())"
    />
    <HeldAgainst
      v-if="against && photo"
      :photo="photo"
      :about="contact.id"
      :name="contact.name"
      :locked="locked"
      @off="against = false"
    />
    <div v-if="!locked" class="mt-3 flex flex-wrap items-center gap-2">
      <slot v-if="over && !typed.trim()" />
      <button
        v-else
        type="button"
        class="button button-go min-h-14 text-lg"
        :disabled="!!typed.trim() && unread"
        @click="enter"
      >
        {{
          typed.trim()
            ? `${left ? 'Left' : 'Found'} at ${typed.trim()}${inside}`
            : contact.wanted || contact.owed
              ? 'Type it'
              : 'Next'
        }}
        <KeyCap of="go" />
      </button>
      <button
        v-if="back"
        type="button"
        class="button min-h-14"
        :disabled="pen.busy.value || unread"
        @click="log({ typed: figure(back.value) })"
      >
        Back at {{ back.says }}{{ inside }} <KeyCap of="again" />
      </button>
      <button v-if="contact.lay && !phone" type="button" class="button min-h-14" @click="phone = true">
        Lay the phone on it
      </button>
      <button v-if="photo && !against" type="button" class="button min-h-14" @click="against = true">
        Hold the photo against it
      </button>
      <button
        v-if="contact.found && !contact.undone"
        type="button"
        class="button button-quiet min-h-14"
        @click="left = !left"
      >
        {{ left ? 'It was found otherwise' : 'As it is left' }}
      </button>
      <button type="button" class="button button-quiet min-h-14" @click="emit('onward', true)">
        Leave it <KeyCap of="on" />
      </button>
      <button type="button" class="button button-quiet min-h-14" @click="emit('back')">
        Back <KeyCap of="back" />
      </button>
      <PhotoStrip :about="contact.id" :name="contact.name" hint="as it was found" />
    </div>
  </section>
</template>
