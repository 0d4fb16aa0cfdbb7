<script setup lang="ts">
import { ref } from 'vue'

import { given } from '@/api/given'
import { useRecord } from '@/api/job'
import FoldBox from '@/parts/FoldBox.vue'
import FormFault from '@/parts/FormFault.vue'
import SendButton from '@/parts/SendButton.vue'

import { useOpenJob } from './open'

/** A job that is none: the wrong bike, taken in twice. It is closed with a reason, kept, and listed nowhere. */
const { job } = useOpenJob()
const pen = useRecord(() => job.value.job.id)
const reason = ref('')
const close = () => given([reason], ([typed = '']) => pen.mistaken(typed))
</script>

<template>
  <FoldBox class="border-t border-rule">
    <template #row>Taken in by mistake?</template>
    <form class="flex flex-col gap-2 pb-2" @submit.prevent="close">
      <p class="max-w-[60ch] text-note text-soft">
        The wrong bike, or taken in twice. It is closed, kept under its number, and listed nowhere. Once
        somebody has looked at the bike or worked on it, it is handed over instead.
      </p>
      <FormFault :fault="pen.fault.value" />
      <div class="flex flex-wrap gap-2">
        <input
          v-model="reason"
          class="input min-w-56 flex-1"
          aria-label="Why it was a mistake"
          placeholder="Why? It stands in the ledger under your name."
        />
        <SendButton :disabled="pen.busy.value" :wants="!reason.trim() && 'say why'"
          >Close it as a mistake</SendButton
        >
      </div>
    </form>
  </FoldBox>
</template>
