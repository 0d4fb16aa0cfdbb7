<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { computed, ref } from 'vue'

import { ask, asFault, client, type Fault, newId, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'

import { useDesk } from './desk'

/** Asking the owner by a link: made here, sent by e-mail or handed on, and what came of it. */
const props = defineProps<{ waiting: number }>()
const { job, pen } = useDesk()
const { date, dayAndClock } = useTimes()
const { copy, copied } = useClipboard({ legacy: true })

const made = ref<Schemas['LinkMade']>()
const fault = ref<Fault>()
const busy = ref(false)
const address = computed(() => (made.value ? `${location.origin}/o/${made.value.token}` : ''))
const link = computed(() => job.value.link)
const state = computed(() => {
  const l = link.value
  if (!l) return ''
  if (l.answered_at) return `answered ${dayAndClock(l.answered_at)}`
  if (l.revoked_at) return 'taken back'
  return new Date(l.expires_at) < new Date() ? 'too old' : `open until ${date(l.expires_at)}`
})
const open = computed(() => state.value.startsWith('open'))
const words: Record<Schemas['MessageView']['state'], string> = {
  queued: 'waiting to be sent',
  sending: 'being sent',
  sent: 'sent',
  failed: 'not sent',
  unsure: 'may have been sent',
}

async function make(send: boolean) {
  busy.value = true
  fault.value = undefined
  try {
    made.value = await ask(
      client.POST('/api/jobs/{id}/link', {
        params: { path: { id: job.value.job.id } },
        body: { id: newId(), send },
      }),
    )
    await pen.refresh()
  } catch (thrown) {
    fault.value = asFault(thrown)
  } finally {
    busy.value = false
  }
}
async function revoke() {
  try {
    await ask(client.DELETE('/api/jobs/{id}/link', { params: { path: { id: job.value.job.id } } }))
    made.value = undefined
    await pen.refresh()
  } catch (thrown) {
    fault.value = asFault(thrown)
  }
}
</script>

<template>
  <div
    class="flex flex-col gap-2 border-b border-rule px-3 py-2.5"
    role="group"
    aria-label="The owner’s link"
  >
    <div class="flex flex-wrap items-center gap-2">
      <span class="text-soft">Let the owner answer by a link</span>
      <button
        v-if="job.owner.email"
        type="button"
        class="button"
        :disabled="busy || !props.waiting"
        @click="make(true)"
      >
        Send it to {{ job.owner.email }}
      </button>
      <button type="button" class="button" :disabled="busy || !props.waiting" @click="make(false)">
        Make a link
      </button>
      <button v-if="open" type="button" class="button button-quiet" @click="revoke">Take it back</button>
      <span v-if="link" class="text-[15px] text-soft"
        >made {{ dayAndClock(link.made_at) }}, <b>{{ state }}</b></span
      >
    </div>
    <p v-if="made && !made.sent && open" class="flex flex-wrap items-center gap-2">
      <RouterLink class="figure min-w-0 truncate underline" :to="`/o/${made.token}`">{{
        address
      }}</RouterLink>
      <button type="button" class="button" @click="copy(address)">{{ copied ? 'Copied' : 'Copy' }}</button>
      <span class="text-sm text-soft">It is shown this once.</span>
    </p>
    <ul v-if="job.messages.length" class="text-[15px]">
      <li v-for="m in job.messages" :key="m.id">
        <b :class="m.state === 'failed' && 'text-brick'">{{ words[m.state] }}</b> to {{ m.to }},
        {{ dayAndClock(m.ended_at ?? m.at)
        }}<span v-if="m.problem" class="text-soft"> · {{ m.problem }}</span>
      </li>
    </ul>
    <FaultNote v-if="fault" :fault="fault" />
  </div>
</template>
