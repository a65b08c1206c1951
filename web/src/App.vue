<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { BApp } from 'bootstrap-vue-next/components/BApp'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { words, type Schemas } from './api/client'
import { switchSession, useSession } from './api/queries'
import SignIn from './session/SignIn.vue'
import CommandPalette from './ui/CommandPalette.vue'
import { useTheme } from './ui/useTheme'

useTheme()
const route = useRoute()
const queryClient = useQueryClient()
const { data: session, error, isPending, refetch } = useSession()
const cook = computed(() => session.value?.cook ?? null)

function signedIn(answer: Schemas['SessionOut']): void {
  switchSession(queryClient, answer)
}
</script>

<template>
  <BApp>
    <a class="visually-hidden-focusable" href="#main">Skip to the work</a>
    <p v-if="isPending" class="waiting">Opening the kitchen …</p>
    <div v-else-if="error" class="waiting" role="alert">
      <p>{{ words(error) }}</p>
      <BButton variant="primary" @click="refetch()">Try again</BButton>
    </div>
    <RouterView v-else-if="route.name === 'join'" />
    <SignIn v-else-if="cook === null" :kitchen="session?.kitchen ?? ''" @signed-in="signedIn" />
    <template v-else>
      <RouterView />
      <CommandPalette />
    </template>
  </BApp>
</template>

<style scoped>
.waiting {
  padding: 4rem 2rem;
}
</style>
