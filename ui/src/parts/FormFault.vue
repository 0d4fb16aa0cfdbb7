<script setup lang="ts">
import { nextTick, ref, useTemplateRef, watch } from 'vue'

import type { Fault } from '@/api/client'

import FaultNote from './FaultNote.vue'

/**
 * What went wrong with a form, unless one of its fields says it: a refusal that names a field which
 * is not on the screen is told here, and brought into view. Nothing is refused in silence.
 */
const props = defineProps<{ fault?: Fault }>()
const at = useTemplateRef('at')
const told = ref(false) // by a field
watch(
  () => props.fault,
  async (fault) => {
    told.value = false
    if (!fault) return
    await nextTick()
    const form = at.value?.closest('form') ?? at.value?.parentElement
    const field = fault.field ? form?.querySelector('[data-says-fault], [aria-invalid="true"]') : undefined
    told.value = Boolean(field)
    await nextTick()
    ;(field ?? at.value)?.scrollIntoView?.({ block: 'nearest' })
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <div ref="at" class="empty:hidden"><FaultNote v-if="fault && !told" :fault="fault" /></div>
</template>
