<script setup lang="ts">
import type { Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import { markVerdict } from '@/parts/marks'

/** What was found, what comes of it, and what it looks like. */
defineProps<{ findings: Schemas['OwnerView']['findings']; token: string }>()
</script>

<template>
  <ul>
    <li v-for="f in findings" :key="f.title" class="flex gap-3 border-b border-rule py-2.5">
      <ConditionMark :mark="f.mark" :size="22" />
      <span class="min-w-0 flex-1 leading-snug"
        ><b>{{ f.title }}</b
        ><span class="block text-note text-soft"
          ><b v-if="f.mark === 'unsafe'" class="text-brick">{{ markVerdict(f.mark) }}.</b> {{ f.reason }}
          <span class="block text-ink">{{ f.comes }}</span></span
        ><span v-if="f.photos.length" class="mt-2 grid grid-cols-2 gap-2"
          ><a
            v-for="(p, n) in f.photos"
            :key="p.id"
            :href="`/api/owner/${token}/photos/${p.id}`"
            target="_blank"
            rel="noopener"
            ><img
              :src="`/api/owner/${token}/photos/${p.id}`"
              :alt="`${f.title}, photo ${n + 1}`"
              :width="p.width"
              :height="p.height"
              class="border border-rule"
              loading="lazy" /></a></span
      ></span>
    </li>
  </ul>
</template>
