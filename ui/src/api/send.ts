import { useMutation } from '@tanstack/vue-query'
import { computed } from 'vue'

import { asFault } from './client'

/**
 * useSend sends something that is no entry of a job: a link, a row, a word about the tray. It is the
 * one way of writing besides the pen of the open job. The send says whether it was taken; what was
 * refused stands in the fault until the next try.
 */
export function useSend<In, Out>(send: (what: In) => Promise<Out>, then?: (out: Out) => unknown) {
  const sending = useMutation({ mutationFn: send, onSuccess: (out) => then?.(out) })
  return {
    busy: sending.isPending,
    fault: computed(() => (sending.error.value ? asFault(sending.error.value) : undefined)),
    clear: sending.reset,
    send: (what: In) =>
      sending.mutateAsync(what).then(
        () => true,
        () => false,
      ),
  }
}
