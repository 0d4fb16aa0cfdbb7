<script setup lang="ts">
import { type BenchKey, caps, keys } from './bench'

/** The key beside a name: one of the language of the benches, or a digit or an arrow in its slot. */
defineProps<{ of?: BenchKey }>()
</script>

<template>
  <kbd
    :data-key="of && keys[of]"
    class="figure rounded-[3px] border border-b-2 border-current/60 px-1.5 text-sm font-normal"
    ><slot>{{ of && (caps[of] ?? keys[of]) }}</slot></kbd
  >
</template>
