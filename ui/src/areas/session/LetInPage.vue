<script setup lang="ts">
import { ref } from 'vue'

import { asFault } from '@/api/client'
import { useLetIn } from '@/api/session'
import FaultNote from '@/parts/FaultNote.vue'
import RuledScale from '@/parts/RuledScale.vue'
import TextField from '@/parts/TextField.vue'

/** A device that the shop has not let in yet: by a code from one that is in, or by the shop owner in person. */
defineProps<{ shop: string }>()

const code = ref('')
const owner = ref('')
const secret = ref('')
const name = ref('')
const byCode = useLetIn()
const byOwner = useLetIn()

async function asOwner() {
  try {
    await byOwner.mutateAsync({ owner: owner.value, secret: secret.value, name: name.value })
  } catch (thrown) {
    if (asFault(thrown).signedOut) secret.value = '' // it was wrong; what else is refused leaves it as it is
  }
}
</script>

<template>
  <main class="grid min-h-dvh place-items-center bg-chalk p-5" aria-labelledby="let-in-title">
    <div class="w-full max-w-[780px]">
      <RuledScale class="mb-6 h-10 w-full" />
      <p class="text-soft">{{ shop }}</p>
      <h1 id="let-in-title" class="mb-2 text-4xl">This device is new here</h1>
      <p class="mb-6 max-w-[58ch] text-soft">
        Who works here, and whose bikes are in, is shown on the shop’s own tablets and computers only. Letting
        one in takes a minute, once.
      </p>
      <div class="grid gap-x-12 gap-y-8 border-t border-ink pt-5 md:grid-cols-2">
        <form class="flex flex-col gap-3" @submit.prevent="byCode.mutate({ code })">
          <h2>With a code</h2>
          <p class="text-soft">
            On a device that is in, the shop owner opens <b>Shop</b>, then <b>Let a device in</b>.
          </p>
          <label class="text-soft" for="code">Code</label>
          <input
            id="code"
            v-model="code"
            class="input figure h-14 text-3xl tracking-[0.12em] uppercase"
            autocomplete="off"
            autocapitalize="characters"
            spellcheck="false"
            maxlength="20"
          />
          <FaultNote v-if="byCode.error.value" :fault="asFault(byCode.error.value)" />
          <button
            type="submit"
            class="button button-go h-14"
            :disabled="!code.trim() || byCode.isPending.value"
          >
            Let this device in
          </button>
        </form>
        <form class="flex flex-col gap-3" @submit.prevent="asOwner">
          <h2>As the shop owner</h2>
          <TextField v-model="owner" name="owner" label="Your name" autocomplete="username" />
          <TextField
            v-model="secret"
            name="secret"
            label="Your PIN or password"
            type="password"
            autocomplete="current-password"
          />
          <TextField
            v-model="name"
            name="name"
            label="What you call this device, such as “Bench two”"
            autocomplete="off"
          />
          <FaultNote v-if="byOwner.error.value" :fault="asFault(byOwner.error.value)" />
          <button
            type="submit"
            class="button h-14"
            :disabled="!owner.trim() || !secret || !name.trim() || byOwner.isPending.value"
          >
            Let it in and sign in
          </button>
        </form>
      </div>
    </div>
  </main>
</template>
