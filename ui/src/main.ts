import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'

import { Fault } from './api/client'
import App from './App.vue'
import { holdPresses } from './parts/press'
import { router } from './router'
import './theme/theme.css'
import { register } from './worker/register'

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      networkMode: 'always', // without a network the service worker may still have a copy
      // Only what was not answered is asked again; a refusal stays a refusal.
      retry: (count, fault) => count < 8 && fault instanceof Fault && fault.away,
      retryDelay: (attempt) => Math.min(400 * 1.6 ** attempt, 4000),
    },
  },
})

holdPresses(document)
if (import.meta.env.PROD && 'serviceWorker' in navigator) void register(router)

createApp(App).use(router).use(VueQueryPlugin, { queryClient: queries }).mount('#app')
