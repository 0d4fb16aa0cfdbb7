import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { useBroadcastChannel } from '@vueuse/core'
import { computed, watch, watchEffect } from 'vue'

import { ask, client, type Schemas, showAs } from './client'
import { letGo } from './held'

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
  watchEffect(() => showAs(actor.value?.id))
  return { ...query, actor, settings, unitNm, hands }
}

/**
 * forget drops what the page holds, and the copies that the service worker keeps: they were the
 * last person's.
 */
function forget() {
  letGo()
  return 'caches' in globalThis ? caches.delete('records-1') : undefined
}

/** useSameHands lets the windows of a tablet follow each other: who signs in or out in one does so in all. */
export function useSameHands() {
  const queries = useQueryClient()
  const { data, post } = useBroadcastChannel<string, string>({ name: 'utensil.session' })
  watch(data, async () => {
    await queries.refetchQueries({ queryKey: key }) // whom the screen shows comes first: every request says so
    await queries.invalidateQueries()
  })
  return { tell: () => post(String(Date.now())) }
}

/** useSignIn signs in or hands a shared tablet over; the screen stays where it is. */
export function useSignIn() {
  const queries = useQueryClient()
  const { tell } = useSameHands()
  return useMutation({
    mutationFn: (body: Schemas['SignIn']) => ask(client.POST('/api/session', { body })),
    onSuccess: async (who) => {
      showAs(who.id)
      await forget()
      tell()
      await queries.refetchQueries({ queryKey: key })
      await queries.invalidateQueries()
    },
  })
}

/** useLetIn has the shop admit this device. */
export function useLetIn() {
  const queries = useQueryClient()
  const { tell } = useSameHands()
  return useMutation({
    mutationFn: (body: Schemas['Newcomer']) => ask(client.POST('/api/devices/here', { body })),
    onSuccess: async () => {
      tell()
      await queries.refetchQueries({ queryKey: key })
      await queries.invalidateQueries()
    },
  })
}

export function useSignOut() {
  const queries = useQueryClient()
  const { tell } = useSameHands()
  return useMutation({
    mutationFn: () => ask(client.DELETE('/api/session')),
    onSuccess: async () => {
      showAs(undefined)
      await forget()
      tell()
      await queries.invalidateQueries({ queryKey: key })
    },
  })
}
