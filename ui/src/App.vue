<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'

import { useSameHands, useSession } from './api/session'
import LetInPage from './areas/session/LetInPage.vue'
import ShopHead from './areas/session/ShopHead.vue'
import SignInPage from './areas/session/SignInPage.vue'
import FaultNote from './parts/FaultNote.vue'
import { useTheme } from './theme/theme'

useTheme()
useSameHands()
const { data: session, actor, error } = useSession()
const handingOver = ref(false)
const route = useRoute()
// An owner's page needs no sign-in and shows nothing of the shop around it.
const outside = computed(() => route.name === 'owner')
const away = computed(() => !session.value && error.value)
</script>

<template>
  <RouterView v-if="outside" />
  <FaultNote v-else-if="away" class="m-10" :fault="away" />
  <template v-else-if="session">
    <LetInPage v-if="!session.admitted" :shop="session.shop" />
    <SignInPage v-else-if="!actor" :names="session.names" :shop="session.shop" />
    <div v-else class="flex min-h-dvh flex-col">
      <a href="#main" class="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-3"
        >Skip to the work</a
      >
      <ShopHead :actor="actor" @hand-over="handingOver = true" />
      <RouterView />
      <SignInPage
        v-if="handingOver"
        handing-over
        :names="session.names"
        :shop="session.shop"
        @done="handingOver = false"
      />
    </div>
  </template>
</template>
