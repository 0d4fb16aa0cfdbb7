<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'

import { ask, asFault, client, newId } from '@/api/client'
import { given } from '@/api/given'
import FaultNote from '@/parts/FaultNote.vue'

/** A question of the owner's, which the workshop sees at once. */
const props = defineProps<{ token: string }>()
const question = ref('')
const questionId = ref(newId())
const asking = useMutation({
  mutationFn: () =>
    given([question], ([text = '']) =>
      ask(
        client.POST('/api/owner/{token}/questions', {
          params: { path: { token: props.token } },
          body: { id: questionId.value, text },
        }),
      ).then(() => true),
    ),
  onSuccess: () => (questionId.value = newId()),
})
</script>

<template>
  <form @submit.prevent="asking.mutate()">
    <label class="block"
      ><b>A question?</b> The workshop sees it at once.<textarea
        v-model="question"
        rows="2"
        class="input mt-1"
      ></textarea>
    </label>
    <FaultNote v-if="asking.error.value" class="mt-2" :fault="asFault(asking.error.value)" />
    <p v-if="asking.isSuccess.value && !question" role="status" class="mt-1 text-moss">
      Asked. They will ring or write.
    </p>
    <button type="submit" class="button mt-2" :disabled="!question.trim() || asking.isPending.value">
      Ask
    </button>
  </form>
</template>
