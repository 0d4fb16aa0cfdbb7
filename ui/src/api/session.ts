import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'

import { ask, client, type Schemas } from './client'

export type Session = Schemas['Session']
export type Actor = Schemas['Actor']

const key = ['session'] as const

/** useSession tells who is signed in, the shop's settings, and who may sign in here. */
export function useSession() {
  const query = useQuery({ queryKey: key, queryFn: () => ask(client.GET('/api/session')), staleTime: 60_000 })
  const actor = computed(() => query.data.value?.actor)
  const settings = computed(() => query.data.value?.settings)
  const unitNm = computed(() => query.data.value?.unit_nm ?? 1)
  const hands = computed(() => actor.value?.role === 'mechanic' || actor.value?.role === 'keeper')
  return { ...query, actor, settings, unitNm, hands }
}

/** forget drops the copies that the service worker keeps: they were the last person's. */
const forget = () => ('caches' in globalThis ? caches.delete('records-1') : undefined)

/** useSignIn signs in or hands a shared tablet over; the screen stays where it is. */
export function useSignIn() {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['SignIn']) => ask(client.POST('/api/session', { body })),
    onSuccess: async () => {
      await forget()
      await queries.invalidateQueries()
    },
  })
}

export function useSignOut() {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: () => ask(client.DELETE('/api/session')),
    onSuccess: async () => {
      await forget()
      await queries.invalidateQueries({ queryKey: key })
    },
  })
}
