<script setup lang="ts">
import { Switch, SwitchGroup, SwitchLabel } from '@headlessui/vue'

/** Something that is so or is not: a box with its words, ticked by a press on either. */
defineProps<{ disabled?: boolean; name?: string }>()
const ticked = defineModel<boolean>({ default: false })
</script>

<template>
  <SwitchGroup as="div" class="flex min-h-11 items-center gap-2.5">
    <Switch
      v-model="ticked"
      class="grid size-6 shrink-0 place-items-center rounded-[2px] border border-faint bg-paper disabled:opacity-50"
      :class="ticked && 'border-petrol! bg-petrol! text-paper'"
      :disabled="disabled"
      :name="name"
    >
      <svg v-if="ticked" width="16" height="14" viewBox="0 0 16 14" aria-hidden="true">
        <path d="M2 7.5 6 11.5 14 2" fill="none" stroke="currentColor" stroke-width="2.4" />
      </svg>
    </Switch>
    <SwitchLabel class="min-w-0 py-2" :class="!disabled && 'cursor-pointer'"><slot /></SwitchLabel>
  </SwitchGroup>
</template>
