<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Fault } from '@/api/client'

/** A labelled field; a bare one shows its label to screen readers alone. A refusal that names it is shown right under it. */
const props = defineProps<{ label: string; name: string; fault?: Fault; hint?: string; bare?: boolean }>()
const id = useId()
const wrong = computed(() => (props.fault?.field === props.name ? props.fault.detail : undefined))
</script>

<template>
  <div>
    <label :for="id" :class="bare ? 'sr-only' : 'mb-1 block text-note text-soft'">{{ label }}</label>
    <slot :id="id" :invalid="wrong !== undefined" :described="wrong || hint ? `${id}-hint` : undefined" />
    <p v-if="wrong" :id="`${id}-hint`" data-says-fault role="alert" class="mt-1 text-note text-brick">
      {{ wrong }}
    </p>
    <p v-else-if="hint" :id="`${id}-hint`" class="mt-1 text-sm text-soft">{{ hint }}</p>
  </div>
</template>
