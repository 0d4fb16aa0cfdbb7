<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'

/** What of the tray may go into the washer, what is washed by hand, and what is only wiped. */
const props = defineProps<{ strip: Schemas['Strip']; locked: boolean }>()
const { pen } = useOpenJob()
const shown = ref(false)
const tray = computed(() => props.strip.parts.filter((p) => p.state === 'tray'))
const groups = computed(() => [
  { how: 'washer' as const, name: 'Parts washer', of: tray.value.filter((p) => p.wash === 'washer') },
  { how: 'soap' as const, name: 'Soap, by hand', of: tray.value.filter((p) => p.wash === 'soap') },
])
const never = computed(() => tray.value.filter((p) => p.wash === 'never'))
const names = (of: readonly Schemas['PartView'][]) => of.map((p) => p.name.toLowerCase()).join(', ')
async function wash(how: 'washer' | 'soap', of: readonly Schemas['PartView'][]) {
  await pen.record({ part_washed: { strip: props.strip.id, how, parts: of.map((p) => p.id) } })
}
</script>

<template>
  <div v-if="tray.length" class="px-4 py-2">
    <button type="button" class="button button-quiet -ml-2" :aria-expanded="shown" @click="shown = !shown">
      Washing
    </button>
    <div v-if="shown" class="flex flex-col gap-2 pb-2 text-note">
      <template v-for="g in groups" :key="g.how">
        <div v-if="g.of.length">
          <p>
            <b>{{ g.name }}:</b> {{ names(g.of) }}.
          </p>
          <button
            v-if="g.of.some((p) => !p.washed) && !locked"
            type="button"
            class="button mt-1 min-h-11!"
            :disabled="pen.busy.value"
            @click="
              wash(
                g.how,
                g.of.filter((p) => !p.washed),
              )
            "
          >
            Washed, rinsed, dry
          </button>
          <p v-else class="text-soft">Washed: each is laid with what belongs on it as it goes back.</p>
        </div>
      </template>
      <p v-if="never.length"><b>Wiped only:</b> {{ names(never) }}.</p>
      <p class="text-soft">Sockets of wired parts are capped first; rotors and pads stand well away.</p>
    </div>
  </div>
</template>
