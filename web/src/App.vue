<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { BApp } from 'bootstrap-vue-next/components/BApp'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { words, type Schemas } from './api/client'
import { switchSession, useSession } from './api/queries'
import { unfetched } from './router'
import SignIn from './session/SignIn.vue'
import CommandPalette from './ui/CommandPalette.vue'
import { useTheme } from './ui/useTheme'

useTheme()
const route = useRoute()
const queryClient = useQueryClient()
const { data: session, error, isPending, refetch } = useSession()
const cook = computed(() => session.value?.cook ?? null)

/** A page that failed to come is asked for anew as a whole: the browser keeps its failure. */
function fetchPage(): void {
  location.assign(unfetched.value)
}
/** Whether there is a page on screen to stay on. */
const there = computed(() => route.matched.length > 0)

function signedIn(answer: Schemas['SessionOut']): void {
  switchSession(queryClient, answer)
}
</script>

<template>
  <BApp>
    <a class="visually-hidden-focusable" href="#main">Skip to the work</a>
    <p v-if="isPending" class="waiting">Opening the kitchen …</p>
    <main v-else-if="error && session === undefined" id="main" class="waiting" role="alert">
      <b class="brand">Tarte</b>
      <p>{{ words(error) }}</p>
      <p class="small-words">Is the kitchen's computer on, and this one on its network?</p>
      <BButton variant="primary" @click="refetch()">Try again</BButton>
    </main>
    <RouterView v-else-if="route.name === 'join'" />
    <SignIn v-else-if="cook === null" :kitchen="session?.kitchen ?? ''" @signed-in="signedIn" />
    <template v-else>
      <!-- Work that is open stays open while the server is away. -->
      <p v-if="error" class="away" role="status">
        {{ words(error) }}
        <button type="button" class="btn btn-link" @click="refetch()">Try again</button>
      </p>
      <p v-if="unfetched && there" class="away" role="alert">
        △ That page could not be fetched: the kitchen's computer does not answer. What is on this one stays.
        <button type="button" class="btn btn-link" @click="fetchPage">Try again</button>
        <button type="button" class="btn btn-link" @click="unfetched = ''">Stay here</button>
      </p>
      <main v-else-if="unfetched" id="main" class="waiting" role="alert">
        <b class="brand">Tarte</b>
        <p>This page could not be fetched: the kitchen's computer does not answer.</p>
        <p class="small-words">Is it on, and this one on its network? Nothing that was entered is lost.</p>
        <BButton variant="primary" @click="fetchPage">Try again</BButton>
      </main>
      <RouterView />
      <CommandPalette />
    </template>
  </BApp>
</template>

<style scoped>
.waiting {
  max-width: 34rem;
  margin: 12vh auto 0;
  padding: 2rem;
  background: var(--enamel);
  border-top: 3px solid var(--cobalt);
}
p.waiting {
  color: var(--ink-2);
}
.brand {
  display: block;
  font-size: 1.5rem;
  color: var(--cobalt);
  margin-bottom: 1rem;
}
.away {
  position: fixed;
  inset: auto 0 0;
  z-index: 1100;
  margin: 0;
  padding: 6px 16px;
  background: var(--butter-wash);
  border-top: 2px solid var(--alert);
  text-align: center;
}
.away .btn {
  margin-left: 12px;
}
</style>
