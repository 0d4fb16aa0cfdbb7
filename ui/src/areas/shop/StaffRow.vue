<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, asFault, client, type Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import TickField from '@/parts/TickField.vue'
import { useTimes } from '@/parts/time'
import { pairs } from '@/parts/words'

const props = defineProps<{ member: Schemas['Staff']; keeper: boolean }>()
const emit = defineEmits<{ done: [] }>()
const queries = useQueryClient()
const { clock } = useTimes()
const open = ref(props.member.version === 0)
const name = ref(props.member.name)
const role = ref(props.member.role)
const active = ref(props.member.active)
const secret = ref('')
const roles = { keeper: 'shop owner', mechanic: 'mechanic', counter: 'counter' }

const saving = useMutation({
  mutationFn: () =>
    ask(
      client.PUT('/api/staff', {
        body: {
          id: props.member.id,
          name: name.value,
          role: role.value,
          active: active.value,
          secret: secret.value || undefined,
          version: props.member.version,
        },
      }),
    ),
  onSuccess: async () => {
    open.value = false
    secret.value = ''
    await queries.invalidateQueries({ queryKey: ['staff'] })
    await queries.invalidateQueries({ queryKey: ['session'] })
    emit('done')
  },
})
const freeing = useMutation({
  mutationFn: () =>
    ask(client.DELETE('/api/staff/{id}/tries', { params: { path: { id: props.member.id } } })),
  onSuccess: () => queries.invalidateQueries({ queryKey: ['staff'] }),
})
const fault = computed(() => (saving.error.value ? asFault(saving.error.value) : undefined))
</script>

<template>
  <li class="border-b border-rule py-2">
    <div v-if="!open" class="flex min-h-11 items-center gap-3">
      <b class="flex-1" :class="!member.active && 'text-soft line-through'">{{ member.name }}</b>
      <span class="text-soft">{{ roles[member.role] }}</span>
      <button
        v-if="keeper"
        type="button"
        class="button button-quiet"
        :aria-label="`Change ${member.name}`"
        @click="open = true"
      >
        Change
      </button>
    </div>
    <div
      v-for="h in open ? [] : (member.held ?? [])"
      :key="h.device"
      class="flex min-h-11 items-center gap-3 border-l-4 border-brick pl-3"
    >
      <p class="flex-1 text-note">
        Too many wrong tries {{ h.device ? `on ${h.device}` : 'on a device that is not the shop’s' }}: may try
        again at {{ clock(h.until) }}.
      </p>
    </div>
    <FaultNote v-if="freeing.error.value" :fault="asFault(freeing.error.value)" />
    <button
      v-if="!open && keeper && member.held?.length"
      type="button"
      class="button mt-2"
      :disabled="freeing.isPending.value"
      @click="freeing.mutate()"
    >
      Let {{ member.name }} try again now
    </button>
    <form v-if="open" class="flex flex-col gap-2" @submit.prevent="saving.mutate()">
      <div class="grid grid-cols-[minmax(0,1fr)_150px] gap-2">
        <label class="text-sm text-soft">Name<input v-model="name" class="input text-base text-ink" /></label>
        <ChoiceField v-model="role" label="Works as" :choices="pairs(roles)" />
        <label class="text-sm text-soft"
          >{{ member.version ? 'New PIN or password, if it changes' : 'PIN or password'
          }}<input
            v-model="secret"
            type="password"
            autocomplete="new-password"
            class="input figure text-base text-ink"
        /></label>
        <TickField v-model="active" class="self-end">works here</TickField>
      </div>
      <FaultNote v-if="fault" :fault="fault" />
      <div class="flex gap-2">
        <button type="submit" class="button button-go">Save</button>
        <button type="button" class="button" @click="((open = false), emit('done'))">Leave it</button>
      </div>
    </form>
  </li>
</template>
