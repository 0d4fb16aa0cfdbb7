<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, asFault, client, newId } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'

/** The tablets and computers on which the staff may sign in: let in by a code that is shown once. */
const queries = useQueryClient()
const { clock, day } = useTimes()
const key = ['devices']
const { data: devices } = useQuery({ queryKey: key, queryFn: () => ask(client.GET('/api/devices')) })
const again = () => queries.invalidateQueries({ queryKey: key })

const open = ref(false)
const name = ref('')
const inviting = useMutation({
  mutationFn: () => ask(client.POST('/api/devices', { body: { id: newId(), name: name.value } })),
  onSuccess: async () => {
    open.value = false
    name.value = ''
    await again()
  },
})
const code = computed(() => inviting.data.value)
const waiting = computed(
  () => devices.value?.find((d) => d.id === code.value?.device.id)?.admitted === undefined,
)

const leaving = ref<string>()
const sending = useMutation({
  mutationFn: (id: string) => ask(client.DELETE('/api/devices/{id}', { params: { path: { id } } })),
  onSuccess: again,
})
</script>

<template>
  <section aria-labelledby="devices">
    <div class="flex items-center border-b border-ink pb-1">
      <h2 id="devices">Devices that are in</h2>
      <button v-if="!open" type="button" class="button button-quiet ml-auto min-h-9!" @click="open = true">
        Let a device in
      </button>
    </div>
    <form
      v-if="open"
      class="flex flex-col gap-2 border-b border-rule py-3"
      @submit.prevent="inviting.mutate()"
    >
      <TextField
        v-model="name"
        name="name"
        label="What you call it, such as “Bench two”"
        autocomplete="off"
        :fault="inviting.error.value ? asFault(inviting.error.value) : undefined"
      />
      <div class="flex gap-2">
        <button type="submit" class="button button-go" :disabled="!name.trim() || inviting.isPending.value">
          Make its code
        </button>
        <button type="button" class="button" @click="open = false">Leave it</button>
      </div>
    </form>
    <p v-else-if="code && waiting" role="status" class="border-b border-rule bg-wash px-3 py-3">
      Open Utensil on <b>{{ code.device.name }}</b> and type
      <b class="figure block py-1 text-3xl tracking-[0.12em]">{{ code.code }}</b>
      before {{ clock(code.device.until) }}. It is shown this once.
    </p>
    <ul>
      <li
        v-for="d in devices ?? []"
        :key="d.id"
        class="flex min-h-14 flex-wrap items-center gap-x-3 border-b border-rule py-1"
      >
        <b class="min-w-0 basis-full truncate sm:flex-1 sm:basis-0">{{ d.name }}</b>
        <span class="flex-1 text-soft sm:flex-none">{{
          d.admitted ? (d.used ? `last used ${day(d.used)}` : 'not used yet') : 'waits for its code'
        }}</span>
        <template v-if="leaving === d.id">
          <button type="button" class="button" @click="sending.mutate(d.id)">Send {{ d.name }} away</button>
          <button type="button" class="button button-quiet" @click="leaving = undefined">Keep</button>
        </template>
        <button
          v-else
          type="button"
          class="button button-quiet"
          :aria-label="`Send away ${d.name}`"
          @click="leaving = d.id"
        >
          Send away
        </button>
      </li>
      <li v-if="devices && !devices.length" class="border-b border-rule py-3 text-soft">
        None by name. This computer is the one that Utensil runs on.
      </li>
    </ul>
    <FaultNote v-if="sending.error.value" class="mt-2" :fault="asFault(sending.error.value)" />
    <p class="mt-3 text-note text-soft">
      Only these show who works here. A tablet that is lost or leaves the house is sent away: whoever is
      signed in on it is signed out at once.
    </p>
  </section>
</template>
