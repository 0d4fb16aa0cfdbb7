<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { percent } from '@/parts/words'

import { wayOf } from './way'

/** A cable's way laid out: each bend turned as far as it turns, as thick as the pull that is left behind it. */
const props = defineProps<{ path?: Schemas['Path'] }>()
const laid = computed(() => wayOf(props.path))
</script>

<template>
  <svg
    :viewBox="laid.view.join(' ')"
    class="h-[270px] w-full"
    role="img"
    aria-label="The cable's way, bend by bend"
  >
    <g v-for="(p, i) in laid.pieces" :key="i">
      <path
        :d="p.d"
        fill="none"
        :stroke="p.worst ? 'var(--color-ochre)' : 'var(--color-ink)'"
        :stroke-width="p.width"
        stroke-linejoin="round"
      />
      <text
        :x="p.label[0]"
        :y="p.label[1]"
        :text-anchor="p.anchor"
        font-size="var(--text-fine)"
        :fill="p.worst ? 'var(--color-ochre)' : 'var(--color-soft)'"
      >
        {{ p.name }}
        <tspan v-if="i" class="figure" font-weight="700">−{{ percent(p.share) }}</tspan>
      </text>
    </g>
    <circle
      :cx="laid.end[0]"
      :cy="laid.end[1]"
      r="6"
      fill="var(--color-paper)"
      stroke="var(--color-petrol)"
      stroke-width="3"
    />
    <text
      v-if="path"
      :x="laid.end[0]"
      :y="laid.end[1] + 26"
      text-anchor="middle"
      font-size="15"
      font-weight="700"
      class="figure"
      fill="var(--color-petrol)"
    >
      {{ percent(path.kept) }}
    </text>
  </svg>
</template>
