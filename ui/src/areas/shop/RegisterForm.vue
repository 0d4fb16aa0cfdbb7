<script setup lang="ts">
import type { Fault } from '@/api/client'
import FormFault from '@/parts/FormFault.vue'

/**
 * A row of a register that is being changed: its fields, what none of them was refused for, and how
 * it is left.
 */
defineProps<{ fault?: Fault; busy: boolean }>()
const emit = defineEmits<{ save: []; leave: [] }>()
defineSlots<{ default(): unknown }>()
</script>

<template>
  <form class="flex flex-col gap-2.5 border-l-4 border-petrol pl-4" @submit.prevent="emit('save')">
    <slot />
    <FormFault :fault="fault" />
    <div class="flex gap-2">
      <button type="submit" class="button button-go" :disabled="busy">Save</button>
      <button type="button" class="button" @click="emit('leave')">Leave it</button>
    </div>
  </form>
</template>
