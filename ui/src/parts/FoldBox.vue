<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { useTemplateRef, watch } from 'vue'

/**
 * What is folded away until it is wanted. What is typed in it stays while it is folded; it opens
 * and folds by itself as `open` changes.
 */
const props = defineProps<{ open?: boolean }>()
const row = useTemplateRef('row')
watch(
  () => !!props.open,
  (open) => {
    // Headless opens by its button alone.
    const button = row.value?.$el as HTMLElement | undefined
    if (open !== (button?.getAttribute('aria-expanded') === 'true')) button?.click()
  },
)
</script>

<template>
  <Disclosure v-slot="{ open: shown }" as="div" :default-open="open">
    <DisclosureButton
      ref="row"
      class="flex min-h-11 w-full items-center gap-2 py-2 text-left font-semibold text-petrol"
    >
      <svg
        width="9"
        height="11"
        viewBox="0 0 9 11"
        class="shrink-0"
        :class="shown && 'rotate-90'"
        aria-hidden="true"
      >
        <path d="M1.5 1v9L7.5 5.5z" fill="none" stroke="currentColor" stroke-width="1.4" />
      </svg>
      <span class="min-w-0"><slot name="row" /></span>
    </DisclosureButton>
    <DisclosurePanel :unmount="false"><slot /></DisclosurePanel>
  </Disclosure>
</template>
