<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { computed, ref } from 'vue'

import { ask, client, newId, type Schemas } from '@/api/client'
import { useSend } from '@/api/send'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'

/** Asking the owner by a link: made here, sent by e-mail or handed on, and what came of it. */
const props = defineProps<{ waiting: number }>()
const { job, pen } = useOpenJob()
const { date, dayAndClock } = useTimes()
const { copy, copied } = useClipboard({ legacy: true })

const made = ref<Schemas['LinkMade']>()
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

const path = () => ({ path: { id: job.value.job.id } })
const making = useSend(
  (send: boolean) => ask(client.POST('/api/jobs/{id}/link', { params: path(), body: { id: newId(), send } })),
  (link) => {
    made.value = link
    return pen.refresh()
  },
)
const revoking = useSend(
  () => ask(client.DELETE('/api/jobs/{id}/link', { params: path() })),
  () => {
    made.value = undefined
    return pen.refresh()
  },
)
const make = making.send
const revoke = () => revoking.send(undefined)
const busy = making.busy
const fault = computed(() => making.fault.value ?? revoking.fault.value)
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
      <span v-if="link" class="text-note text-soft"
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
    <ul v-if="job.messages.length" class="text-note">
      <li v-for="m in job.messages" :key="m.id">
        <b :class="m.state === 'failed' && 'text-brick'">{{ words[m.state] }}</b> to {{ m.to }},
        {{ dayAndClock(m.ended_at ?? m.at)
        }}<span v-if="m.problem" class="text-soft"> · {{ m.problem }}</span>
      </li>
    </ul>
    <FaultNote v-if="fault" :fault="fault" />
  </div>
</template>
