<script setup lang="ts">
import { computed, reactive } from 'vue'

import type { Line } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import LookPicture from '@/drawing/LookPicture.vue'
import { looks } from '@/drawing/looks'
import FaultNote from '@/parts/FaultNote.vue'
import FormField from '@/parts/FormField.vue'

import { knownOf } from './readspots'

/** One place of the bike: its words as small drawings, its figures to be typed. Each is kept as it is read. */
const props = defineProps<{ line: Line; locked: boolean }>()
const { pen } = useOpenJob()
const known = computed(() => knownOf(props.line))
const asked = computed(() =>
  props.line.particulars.filter((p) =>
    Object.entries(p.if ?? {}).every(([id, words]) => words.includes(known.value[id] ?? '')),
  ),
)
const words = computed(() => asked.value.filter((p) => p.words?.length))
const figures = computed(() => asked.value.filter((p) => !p.words?.length))
const typed = reactive(new Map<string, string>())
const fault = computed(() =>
  asked.value.some((p) => pen.fault.value?.field === `particulars.${p.id}`) && mine.id === props.line.place
    ? pen.fault.value
    : undefined,
)
/** Whose answer the fault belongs to: two places may have a particular of one name. */
const mine = reactive({ id: '' })

async function read(id: string, text: string) {
  if (props.locked || !text.trim()) return
  mine.id = props.line.place
  const part_read = { place: props.line.place, particulars: { [id]: text } }
  if ((await pen.record({ part_read })) && typed.get(id) === text) typed.delete(id)
}
const start = (id: string) => typed.get(id) ?? known.value[id] ?? ''
const changed = (id: string) => typed.has(id) && typed.get(id) !== known.value[id]
</script>

<template>
  <section class="border-t border-ink pt-2" :aria-label="line.name">
    <h3 class="mb-1">{{ line.name }}</h3>
    <FaultNote v-if="fault" class="mb-2" :fault="fault" />
    <fieldset v-for="p in words" :key="p.id" class="mb-2">
      <legend class="mb-1 text-note text-soft">{{ p.name }}</legend>
      <div class="flex flex-wrap gap-2">
        <button
          v-for="w in p.words"
          :key="w"
          type="button"
          class="flex min-h-11 min-w-24 flex-col items-center justify-center border px-2 py-1 text-sm leading-tight hover:bg-wash disabled:opacity-60"
          :class="
            known[p.id] === w
              ? 'border-petrol bg-wash shadow-[inset_0_-4px_var(--color-petrol)]'
              : 'border-rule bg-paper'
          "
          :aria-pressed="known[p.id] === w"
          :disabled="locked"
          @click="read(p.id, w)"
        >
          <LookPicture v-if="looks[p.id]?.[w]" :strokes="looks[p.id]?.[w] ?? []" class="size-16" />
          {{ w }}
        </button>
      </div>
    </fieldset>
    <div class="flex flex-wrap gap-3">
      <form
        v-for="p in figures"
        :key="p.id"
        class="flex items-end gap-1"
        @submit.prevent="read(p.id, start(p.id))"
      >
        <FormField
          v-slot="f"
          :label="p.unit ? `${p.name}, ${p.unit}` : p.name"
          :name="`particulars.${p.id}`"
          :fault="fault"
        >
          <input
            :id="f.id"
            class="input figure w-32"
            inputmode="decimal"
            placeholder="not read"
            :value="start(p.id)"
            :disabled="locked"
            :aria-invalid="f.invalid"
            @input="typed.set(p.id, ($event.target as HTMLInputElement).value)"
          />
        </FormField>
        <button v-if="changed(p.id)" type="submit" class="button min-h-11">Read</button>
      </form>
    </div>
  </section>
</template>
