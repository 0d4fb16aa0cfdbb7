<script setup lang="ts">
import { computed } from 'vue'

import { useSheetLayout } from '@/api/job'
import type { JobView } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

import SheetSection from './sheet/SheetSection.vue'

/**
 * The sheet that the owner keeps, as it is printed: what stands on it and in which order is composed
 * by the server, page one first.
 */
const props = defineProps<{ job: JobView; today?: boolean }>()
const { data: sheet, error } = useSheetLayout(
  () => props.job.job.id,
  () => props.today ?? false,
  () => props.job.sequence,
)
const halves = computed(() => ({
  left: sheet.value?.front.filter((s) => s.side === 'left') ?? [],
  right: sheet.value?.front.filter((s) => s.side === 'right') ?? [],
}))
const split = computed(() => sheet.value?.front.findIndex((s) => s.side) ?? -1)
const before = computed(() =>
  sheet.value?.front.filter((s, i) => !s.side && (split.value < 0 || i < split.value)),
)
const behind = computed(() =>
  sheet.value?.front.filter((s, i) => !s.side && split.value >= 0 && i > split.value),
)
</script>

<template>
  <article class="panel px-6 py-5" aria-label="Service sheet">
    <FaultNote v-if="error" :fault="error" />
    <LoadingRule v-else-if="!sheet" />
    <template v-else>
      <header class="flex flex-wrap items-baseline gap-x-4">
        <p class="text-soft">{{ sheet.shop.join(' · ') }}</p>
        <p class="figure ml-auto text-soft">sheet {{ sheet.number }}</p>
        <h1 class="w-full text-2xl font-[720]">{{ sheet.title }}</h1>
        <p class="w-full text-note">{{ sheet.about }}</p>
      </header>
      <div
        class="my-3 flex gap-3"
        :class="sheet.verdict.mark === 'unsafe' && 'border-l-4 border-brick bg-brick-wash px-3 py-2'"
      >
        <ConditionMark class="mt-1" :mark="sheet.verdict.mark" :size="22" />
        <p class="min-w-0 text-lg">
          <b class="block text-xl">{{ sheet.verdict.word }}</b>{{ sheet.verdict.says }}
        </p>
      </div>
      <div class="flex flex-col gap-4">
        <SheetSection v-for="s in before" :key="s.id" :section="s" />
        <div v-if="split >= 0" class="grid gap-x-8 gap-y-4 md:grid-cols-2">
          <div class="flex min-w-0 flex-col gap-4">
            <SheetSection v-for="s in halves.left" :key="s.id" :section="s" />
          </div>
          <div class="flex min-w-0 flex-col gap-4">
            <SheetSection v-for="s in halves.right" :key="s.id" :section="s" />
          </div>
        </div>
        <SheetSection v-for="s in behind" :key="s.id" :section="s" />
        <p class="border-t-2 border-ink pt-1 text-note text-soft">{{ sheet.foot }}</p>
        <SheetSection v-for="s in sheet.after" :key="s.id" :section="s" />
      </div>
    </template>
  </article>
</template>
