<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { useSignIn } from '@/api/session'
import FaultNote from '@/parts/FaultNote.vue'
import RuledScale from '@/parts/RuledScale.vue'

/**
 * Names to choose, then the PIN on a number pad. Handing over a shared tablet is the same page over
 * the work.
 */
const props = defineProps<{ names: Schemas['Name'][]; shop: string; handingOver?: boolean }>()
const emit = defineEmits<{ done: [] }>()

const chosen = ref<string>()
const secret = ref('')
const field = useTemplateRef('field')
const signIn = useSignIn()
const who = computed(() => props.names.find((n) => n.id === chosen.value))
const roles = { keeper: 'shop owner', mechanic: 'mechanic', counter: 'counter' }
const pad = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '⌫', '0']

async function choose(id: string) {
  chosen.value = id
  secret.value = ''
  signIn.reset()
  await nextTick()
  field.value?.focus()
}

function press(key: string) {
  secret.value = key === '⌫' ? secret.value.slice(0, -1) : secret.value + key
  field.value?.focus()
}

async function submit() {
  if (!chosen.value || !secret.value) return
  try {
    await signIn.mutateAsync({ staff: chosen.value, secret: secret.value })
    emit('done')
  } catch {
    secret.value = ''
    field.value?.focus()
  }
}

useEventListener('keydown', (event) => {
  if (event.key !== 'Escape' || !props.handingOver) return
  if (chosen.value) chosen.value = undefined
  else emit('done')
})
</script>

<template>
  <main
    class="grid min-h-dvh place-items-center bg-chalk p-5"
    :class="handingOver && 'fixed inset-0 z-40'"
    :role="handingOver ? 'dialog' : undefined"
    :aria-modal="handingOver || undefined"
    aria-labelledby="sign-in-title"
  >
    <div class="w-full max-w-[780px]">
      <RuledScale class="mb-6 h-10 w-full" />
      <p class="text-soft">{{ shop }}</p>
      <h1 id="sign-in-title" class="mb-6 text-4xl">
        {{ handingOver ? 'Who takes over?' : 'Who is at the bench?' }}
      </h1>
      <div class="grid gap-x-12 gap-y-8 md:grid-cols-[minmax(0,1fr)_280px]">
        <ul class="border-t border-ink">
          <li v-for="n in names" :key="n.id" class="border-b border-rule">
            <button
              type="button"
              class="flex min-h-16 w-full items-center gap-4 px-3 text-left hover:bg-wash"
              :class="n.id === chosen && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
              :aria-pressed="n.id === chosen"
              @click="choose(n.id)"
            >
              <span class="min-w-0 flex-1 truncate text-xl font-[680]">{{ n.name }}</span>
              <span class="text-soft">{{ roles[n.role] }}</span>
            </button>
          </li>
          <li v-if="!names.length" class="py-4 text-soft">
            Nobody may sign in yet. On the server, run <code class="figure">utensil staff</code> to add the
            shop owner.
          </li>
        </ul>
        <form v-if="who" class="flex flex-col gap-3" @submit.prevent="submit">
          <label class="text-soft" for="secret">PIN or password of {{ who.name }}</label>
          <input
            id="secret"
            ref="field"
            v-model="secret"
            type="password"
            autocomplete="current-password"
            class="input figure h-14 text-3xl tracking-[0.2em]"
            maxlength="200"
          />
          <div class="grid grid-cols-3 gap-2" aria-label="Number pad">
            <button
              v-for="key in pad"
              :key="key"
              type="button"
              class="button figure h-14 text-xl"
              :aria-label="key === '⌫' ? 'Delete' : key"
              @click="press(key)"
            >
              {{ key }}
            </button>
            <button type="submit" class="button button-go h-14" :disabled="!secret || signIn.isPending.value">
              Enter
            </button>
          </div>
          <FaultNote v-if="signIn.error.value" :fault="signIn.error.value" />
        </form>
        <p v-else class="self-end text-soft">
          Choose your name. Everything written from then on says it was you.
        </p>
      </div>
      <button v-if="handingOver" type="button" class="button mt-8" @click="emit('done')">
        Back to the work
      </button>
    </div>
  </main>
</template>
