<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'

import SheetAhead from './SheetAhead.vue'
import SheetLives from './SheetLives.vue'

/** A section of the sheet: a heading, and one kind of content below it. */
const props = defineProps<{ section: Schemas['Section'] }>()
const table = computed(() => props.section.table)
const named = computed(() => table.value?.columns.some((c) => c.name))
/** The columns as wide as they are printed, each of its share. */
const columns = computed(() => table.value?.columns.map((c) => `minmax(0, ${c.share}fr)`).join(' '))
</script>

<template>
  <section :aria-labelledby="`sheet-${section.id}`">
    <h2 :id="`sheet-${section.id}`" class="mb-1 border-t border-ink pt-1 text-note font-bold">
      {{ section.title }}
    </h2>
    <p v-for="(text, i) in section.text" :key="i" class="py-0.5 whitespace-pre-line">{{ text }}</p>
    <ul v-if="section.entries" class="divide-y divide-rule">
      <li
        v-for="(e, i) in section.entries"
        :key="i"
        class="flex items-baseline gap-2.5 py-1"
        :class="e.sum && 'border-t-2 border-ink font-bold'"
      >
        <ConditionMark v-if="e.mark" class="self-center" :mark="e.mark" :size="16" />
        <span class="min-w-0 flex-1"
          ><b v-if="e.mark || e.says" class="font-bold">{{ e.name }}</b
          ><template v-else>{{ e.name }}</template
          >{{ ' ' }}<span v-if="e.says" class="text-note font-normal text-soft">{{ e.says }}</span></span
        >
        <span v-if="e.figure" class="figure shrink-0 text-right">{{ e.figure }}</span>
      </li>
    </ul>
    <div v-if="section.gauges" class="grid gap-x-8 gap-y-1 md:grid-cols-2">
      <div v-for="g in section.gauges" :key="g.name">
        <p class="flex items-baseline gap-3">
          <b class="min-w-0 flex-1">{{ g.name }}</b><span class="figure text-note text-soft">{{
            g.says
          }}</span>
        </p>
        <GaugeStrip
          :label="g.name"
          :unit="g.unit"
          :ruling="g.ruling"
          :zones="g.zones"
          :now="g.now"
          :past="g.was === undefined ? [] : [g.was]"
        />
      </div>
    </div>
    <SheetAhead v-if="section.ahead" :ahead="section.ahead" />
    <SheetLives v-if="section.lives" :lives="section.lives" />
    <div v-if="table" role="table" :aria-labelledby="`sheet-${section.id}`" class="text-note">
      <div
        v-if="named"
        role="row"
        class="grid gap-x-3 text-soft max-sm:gap-x-2 max-sm:text-sm"
        :style="{ gridTemplateColumns: columns }"
      >
        <span v-for="c in table.columns" :key="c.name" role="columnheader" :class="c.edge && 'text-right'">{{
          c.name
        }}</span>
      </div>
      <div
        v-for="(row, i) in table.rows"
        :key="i"
        role="row"
        class="grid gap-x-3 border-t border-rule py-0.5 max-sm:gap-x-2 max-sm:text-sm"
        :style="{ gridTemplateColumns: columns }"
      >
        <span
          v-for="(c, at) in table.columns"
          :key="at"
          role="cell"
          class="min-w-0 break-words whitespace-pre-line"
          :class="[c.edge && 'text-right', c.figure && 'figure', c.strong && 'font-bold']"
          >{{ row.cells[at]
          }}<template v-if="at === 0"
            ><span v-for="remark in row.remarks" :key="remark" class="block text-sm font-normal text-soft">{{
              remark
            }}</span></template
          ></span
        >
      </div>
    </div>
    <p v-if="section.note" class="pt-1 text-sm text-soft">{{ section.note }}</p>
  </section>
</template>
