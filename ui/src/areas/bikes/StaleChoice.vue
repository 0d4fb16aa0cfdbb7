<script setup lang="ts">
import { computed } from 'vue'

/** Two people changed the same thing: both versions side by side, and a choice. */
const props = defineProps<{ mine: unknown; theirs: unknown }>()
const emit = defineEmits<{ keep: [whose: 'mine' | 'theirs'] }>()

const flat = (value: unknown, prefix = ''): [string, string][] =>
  Object.entries((value ?? {}) as Record<string, unknown>).flatMap(([key, v]) =>
    v && typeof v === 'object'
      ? flat(v, `${key} `)
      : ([[prefix + key, String(v ?? '')]] as [string, string][]),
  )
const rows = computed(() => {
  const theirs = new Map(flat(props.theirs))
  return flat(props.mine)
    .filter(([key, v]) => key !== 'version' && !key.endsWith('id') && theirs.get(key) !== v)
    .map(([key, v]) => ({ key: key.replaceAll('_', ' '), mine: v, theirs: theirs.get(key) ?? '' }))
})
</script>

<template>
  <div role="alert" class="border-l-4 border-ochre bg-ochre-wash p-3">
    <p class="mb-2">
      <b>Changed meanwhile.</b> Someone else saved this while you were typing. Nothing is lost: choose what is
      right.
    </p>
    <table class="mb-3 w-full max-w-2xl text-left text-note">
      <thead>
        <tr>
          <th class="pr-4 font-normal text-soft"></th>
          <th class="pr-4">Yours</th>
          <th>Theirs</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.key" class="border-t border-rule">
          <th class="pr-4 font-normal text-soft">{{ r.key }}</th>
          <td class="pr-4 break-words">{{ r.mine || '(empty)' }}</td>
          <td class="break-words">{{ r.theirs || '(empty)' }}</td>
        </tr>
      </tbody>
    </table>
    <div class="flex gap-2">
      <button type="button" class="button" @click="emit('keep', 'mine')">Save mine over it</button>
      <button type="button" class="button" @click="emit('keep', 'theirs')">Take theirs</button>
    </div>
  </div>
</template>
