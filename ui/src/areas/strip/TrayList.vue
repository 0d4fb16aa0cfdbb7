<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'

/** The tray beside the stand: parts numbered as they came off, then those that are still on. */
const props = defineProps<{ strip: Schemas['Strip']; here?: string }>()
const emit = defineEmits<{ open: [part: string] }>()

const loose = computed(() => {
  const parts = props.strip.parts.filter((p) => !p.stays)
  return [...parts].sort((a, b) => (a.number || parts.length + 1) - (b.number || parts.length + 1))
})
const stays = computed(() => props.strip.parts.filter((p) => p.stays && p.answers?.length))
const says = (p: Schemas['PartView']) => {
  if (p.state === 'absent') return 'not there'
  if (p.state === 'back') return p.renewed ? 'new, back on' : 'back on'
  if (p.state === 'on') return 'on the bike'
  if (p.lying === 'wrong') return 'lay the wrong way'
  return p.side || p.goes || 'off'
}
</script>

<template>
  <section aria-labelledby="tray">
    <h2 id="tray" class="flex items-baseline justify-between gap-2 px-4 py-2">
      On the tray, as it came off
      <span class="figure font-normal text-soft">{{ strip.off }} of {{ strip.loose }}</span>
    </h2>
    <ol class="border-t border-rule">
      <li v-for="p in loose" :key="p.id">
        <button
          type="button"
          class="grid min-h-11 w-full grid-cols-[1.6rem_1.4rem_minmax(0,1fr)_auto] items-center gap-2 border-b border-rule px-4 py-1 text-left"
          :class="[
            p.id === here && 'bg-wash font-semibold shadow-[inset_5px_0_var(--color-petrol)]',
            p.state === 'tray' ? '' : 'text-soft',
          ]"
          :aria-current="p.id === here ? 'true' : undefined"
          @click="emit('open', p.id)"
        >
          <span class="figure">{{ p.number || '' }}</span>
          <ConditionMark :mark="p.mark" :size="18" />
          <span class="min-w-0 leading-tight text-ink">{{ p.name }}</span>
          <span class="text-right text-fine">{{ says(p) }}</span>
        </button>
      </li>
    </ol>
    <template v-if="stays.length">
      <h3 class="px-4 pt-3 pb-1 text-note text-soft">Looked at in their place</h3>
      <ul class="border-t border-rule">
        <li v-for="p in stays" :key="p.id">
          <button
            type="button"
            class="grid min-h-11 w-full grid-cols-[1.4rem_minmax(0,1fr)_auto] items-center gap-2 border-b border-rule px-4 py-1 text-left"
            :class="p.id === here && 'bg-wash font-semibold shadow-[inset_5px_0_var(--color-petrol)]'"
            @click="emit('open', p.id)"
          >
            <ConditionMark :mark="p.mark" :size="18" />
            <span class="min-w-0 leading-tight">{{ p.name }}</span>
            <span class="text-right text-fine text-soft">{{ p.felt?.name ?? 'not yet' }}</span>
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>
