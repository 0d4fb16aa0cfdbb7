<script setup lang="ts" generic="T extends string">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { computed } from 'vue'

/** Leaves of one page, of which one lies open. */
const props = defineProps<{ label: string; tabs: readonly (readonly [T, string])[] }>()
const chosen = defineModel<T>({ required: true })
const at = computed(() =>
  Math.max(
    0,
    props.tabs.findIndex(([id]) => id === chosen.value),
  ),
)
const show = (i: number) => {
  const tab = props.tabs[i]
  if (tab) chosen.value = tab[0]
}
</script>

<template>
  <TabGroup :selected-index="at" manual @change="show">
    <div class="flex flex-wrap items-end gap-x-7 gap-y-2 border-b border-ink">
      <TabList class="flex flex-wrap gap-x-7" :aria-label="label">
        <Tab v-for="[id, name] in tabs" :key="id" v-slot="{ selected }" as="template">
          <button
            type="button"
            class="min-h-11 border-b-4 pb-1"
            :class="selected ? 'border-petrol font-[680] text-petrol' : 'border-transparent'"
          >
            {{ name }}
          </button>
        </Tab>
      </TabList>
      <slot name="beside" />
    </div>
    <TabPanels>
      <TabPanel v-for="[id] in tabs" :key="id" tabindex="-1"><slot v-if="id === chosen" /></TabPanel>
    </TabPanels>
  </TabGroup>
</template>
