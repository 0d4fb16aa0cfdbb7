<script setup lang="ts">
import { computed, useId } from 'vue'

import ZoneHatching from '@/drawing/ZoneHatching.vue'

import { type Contact, stands } from './contact'

/**
 * A brake's lever where a finger takes it, the bar cut through: how far the blade stands off, where it
 * bites, how far its dial is wound in. To scale.
 */
const props = defineProps<{ contacts: Contact[]; end: 'front' | 'rear'; chosen?: string }>()
const emit = defineEmits<{ choose: [id: string] }>()
const pattern = useId()

const of = (draws: string) => props.contacts.find((c) => c.end === props.end && c.draws === draws)
const reach = computed(() => of('reach'))
const bite = computed(() => of('bite'))
const dial = computed(() => of('dial'))
const scale = 1.5
const bar = 34
/** Where a blade stands, from the bar's face; a usual lever while nobody has measured it. */
const at = (c: Contact | undefined, usual: number) => bar + 18 + ((c && stands(c)?.value) ?? usual) * scale
const blade = (x: number) => `M${x + 26} 22C${x + 10} 40 ${x} 62 ${x} 92C${x} 120 ${x + 4} 138 ${x + 14} 152`
const tone = (c?: Contact) =>
  c?.id === props.chosen ? 'var(--color-petrol)' : c && stands(c) ? 'var(--color-ink)' : 'var(--color-faint)'
</script>

<template>
  <svg viewBox="0 0 270 176" class="h-full w-full" role="group" :aria-label="`The ${end} brake’s lever`">
    <ZoneHatching :id="pattern" />
    <text x="8" y="20" font-size="14" fill="var(--color-soft)">{{ end === 'front' ? 'Front' : 'Rear' }}</text>
    <circle
      :cx="bar"
      cy="92"
      r="18"
      :fill="`url(#${pattern}-watch)`"
      stroke="var(--color-ink)"
      stroke-width="2.4"
    />
    <path
      :d="blade(at(reach, 70))"
      fill="none"
      stroke="var(--color-ink)"
      stroke-width="5"
      stroke-linecap="round"
    />
    <path
      v-if="bite"
      :d="blade(at(bite, 38))"
      fill="none"
      :stroke="tone(bite)"
      stroke-width="2"
      stroke-dasharray="6 5"
    />
    <g
      v-for="d in [
        { c: reach, y: 92, x: at(reach, 70) },
        { c: bite, y: 132, x: at(bite, 38) },
      ].filter((d) => d.c)"
      :key="d.c?.id"
      class="cursor-pointer"
      role="button"
      tabindex="-1"
      :aria-label="`${d.c?.name}: ${(d.c && stands(d.c)?.says) ?? 'not noted'}`"
      @click="d.c && emit('choose', d.c.id)"
    >
      <rect :x="bar + 18" :y="d.y - 18" :width="d.x - bar - 18" height="30" fill="transparent" />
      <line
        :x1="bar + 18"
        :y1="d.y"
        :x2="d.x"
        :y2="d.y"
        :stroke="tone(d.c)"
        :stroke-width="d.c?.id === chosen ? 2.6 : 1.4"
      />
      <path
        :d="`M${bar + 14} ${d.y + 4}l8 -8M${d.x - 4} ${d.y + 4}l8 -8`"
        :stroke="tone(d.c)"
        stroke-width="1.8"
      />
      <text
        :x="(bar + 18 + d.x) / 2"
        :y="d.y - 6"
        text-anchor="middle"
        font-size="15"
        class="figure"
        :font-weight="d.c?.id === chosen ? 700 : 500"
        :fill="tone(d.c)"
      >
        {{ (d.c && stands(d.c)?.says) ?? '–' }}
      </text>
    </g>
    <text :x="at(reach, 70) + 20" y="156" font-size="13" fill="var(--color-soft)">let go</text>
    <text
      v-if="bite"
      :x="at(bite, 38) + 10"
      y="170"
      text-anchor="end"
      font-size="13"
      fill="var(--color-soft)"
    >
      bites
    </text>
    <g
      v-if="dial"
      class="cursor-pointer"
      role="button"
      tabindex="-1"
      :aria-label="`${dial.name}: ${stands(dial)?.says ?? 'not noted'}`"
      @click="emit('choose', dial.id)"
    >
      <circle cx="206" cy="38" r="15" fill="var(--color-paper)" :stroke="tone(dial)" stroke-width="2.2" />
      <path d="M206 25v9" :stroke="tone(dial)" stroke-width="2.6" />
      <text
        x="206"
        y="74"
        text-anchor="middle"
        font-size="15"
        class="figure"
        :font-weight="dial.id === chosen ? 700 : 500"
        :fill="tone(dial)"
      >
        {{ stands(dial)?.says ?? '–' }}
      </text>
    </g>
  </svg>
</template>
