<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words } from '@/api/client'
import { switchSession } from '@/api/queries'

/** One's own password, and signing out wherever one is signed in. */
const old = ref('')
const fresh = ref('')
const problem = ref('')
const done = ref('')
const queryClient = useQueryClient()

async function change(): Promise<void> {
  problem.value = done.value = ''
  try {
    queryClient.setQueryData(
      ['session'],
      await api.changePassword({ body: { old: old.value, new: fresh.value } }),
    )
    old.value = fresh.value = ''
    done.value = 'Changed. Everywhere else you are signed out.'
  } catch (failed) {
    problem.value =
      failed instanceof ApiError ? Object.values(failed.byField)[0] || words(failed) : words(failed)
  }
}
async function out(): Promise<void> {
  try {
    const answer = await api.signOutEverywhere()
    switchSession(queryClient, answer)
  } catch (failed) {
    problem.value = words(failed)
  }
}
</script>

<template>
  <form class="own" @submit.prevent="change">
    <h2>Your password</h2>
    <label
      >Now
      <input
        v-model="old"
        class="form-control form-control-sm"
        type="password"
        autocomplete="current-password"
    /></label>
    <label
      >From now on, at least 10 characters
      <input v-model="fresh" class="form-control form-control-sm" type="password" autocomplete="new-password"
    /></label>
    <BButton type="submit" size="sm" variant="outline-primary" :disabled="!old || !fresh">Change it</BButton>
    <button type="button" class="btn btn-link small-words" @click="out">Sign out everywhere</button>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <p v-else-if="done" class="small-words" role="status">{{ done }}</p>
  </form>
</template>

<style scoped>
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
  border-top: 1px solid var(--rule);
  margin-top: 18px;
  padding-top: 10px;
}
h2,
p {
  flex-basis: 100%;
  font-size: 1rem;
  margin: 0;
}
label {
  font-size: 0.8125rem;
  color: var(--ink-2);
}
</style>
