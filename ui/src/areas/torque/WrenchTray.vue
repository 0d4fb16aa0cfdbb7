<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { ask, type BoltView, client, type Schemas } from '@/api/client'
import { useSend } from '@/api/send'
import { useOpenJob, usePart } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** Which connected wrench fills the run, and what it sent that no bolt has taken. */
defineProps<{ bolt?: BoltView; locked: boolean }>()
const listening = defineModel<string>('listening', { required: true })
const emit = defineEmits<{ use: [id: string]; heard: [] }>()
const { pen } = useOpenJob()
const tight = usePart('bolts')
const { clock } = useTimes()

// A wrench that cannot be heard looks like one that nobody pulls.
const { data: hearing } = useQuery({
  queryKey: ['hearing'],
  queryFn: () => ask(client.GET('/api/tool-readings/hearing')),
  enabled: computed(() => listening.value !== ''),
  refetchInterval: 5000,
  staleTime: 0,
})
const deaf = computed(() => listening.value !== '' && hearing.value?.open === false)
const connected = computed(() => tight.value.wrenches.filter((w) => w.device))
const waiting = computed(() => tight.value.tray)
const more = computed(() => Math.max(0, (waiting.value[0]?.of ?? 0) - waiting.value.length))
const name = (device: string) =>
  connected.value.find((w) => w.device === device)?.name ?? (device || 'a tool')
function why(r: Schemas['ToolReading']) {
  if (r.fault) return r.fault
  const parts = []
  if (r.repeats) parts.push('the same bolt clicked twice')
  if (r.late) parts.push('arrived late, after a younger one')
  if (r.missed) parts.push(`${r.missed} before it did not arrive`)
  return parts.join(', ')
}
const { send: putAside, fault } = useSend(
  (body: Schemas['PutAside']) => ask(client.POST('/api/tool-readings/aside', { body })),
  pen.refresh,
)
const aside = (readings: string[], why: string) => putAside({ readings, why })
</script>

<template>
  <section
    v-if="connected.length || waiting.length"
    class="flex max-h-[45%] shrink-0 flex-col border-t border-ink"
    aria-label="Connected wrench"
  >
    <div class="flex items-center gap-2 px-4 py-2">
      <ChoiceField
        v-model="listening"
        beside
        class="flex-1"
        label="Figures from"
        :disabled="locked"
        :choices="[['', 'the keys'], ...connected.map((w) => [w.device, `${w.name}, connected`] as const)]"
        @done="emit('heard')"
      />
    </div>
    <p v-if="deaf" role="status" class="border-l-4 border-brick bg-brick-wash px-3 py-2 text-note">
      <b
        >The wrench cannot be heard<template v-if="hearing?.since"> since {{ clock(hearing.since) }}</template
        >.</b
      >
      Type the figures; what its bridge keeps arrives when it is back.
    </p>
    <template v-if="waiting.length">
      <p class="flex items-center border-t border-rule px-4 pt-1.5 text-fine font-[680] text-soft">
        In the tray · {{ waiting.length + more }}
        <button
          v-if="!locked"
          type="button"
          class="button button-quiet ml-auto min-h-9! text-note"
          @click="
            aside(
              waiting.map((r) => r.id),
              'Belongs to no fastener of this run.',
            )
          "
        >
          Put all aside
        </button>
      </p>
      <FaultNote v-if="fault" class="mx-4 my-1" :fault="fault" />
      <ol class="min-h-0 overflow-y-auto" aria-label="Readings that no bolt has taken">
        <li
          v-for="r in waiting"
          :key="r.id"
          class="flex min-h-11 items-center gap-2 border-b border-rule px-4 py-1 text-note leading-tight"
        >
          <span class="min-w-0 flex-1">
            <b v-if="r.nm !== undefined" class="figure">{{ figure(r.nm) }} N·m</b>
            <b v-else class="figure break-all">“{{ r.said }}”</b>
            <span class="text-soft"> {{ name(r.device) }}, {{ clock(r.at) }}</span>
            <span v-if="why(r)" class="block text-fine text-ochre">{{ why(r) }}</span>
          </span>
          <button
            v-if="r.nm !== undefined && bolt?.rule && !locked"
            type="button"
            class="button min-h-10! px-2.5! text-note"
            @click="emit('use', r.id)"
          >
            Use here
          </button>
          <button
            v-if="!locked"
            type="button"
            class="button button-quiet min-h-10! text-note"
            :aria-label="`Put ${r.said} aside`"
            @click="aside([r.id], 'Belongs to no fastener of this run.')"
          >
            Aside
          </button>
        </li>
      </ol>
    </template>
  </section>
</template>
