<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { switchSession } from '@/api/queries'

/** A link is used: to join under a name of one's own, or to set a new password. */
const router = useRouter()
const queryClient = useQueryClient()
const secret = window.location.hash.slice(1)
const link = ref<Schemas['LinkLookOut'] | null>(null)
const username = ref('')
const name = ref('')
const password = ref('')
const problem = ref('')
const problems = ref<Record<string, string>>({})
const busy = ref(false)

onMounted(async () => {
  try {
    link.value = await api.lookAtLink({ body: { secret: secret.slice(0, 100) } })
  } catch (failed) {
    problem.value = words(failed)
  }
})
async function take(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    const body = { secret, username: username.value, name: name.value, password: password.value }
    const answer = await api.takeUpLink({ body })
    switchSession(queryClient, answer)
    await router.push({ name: 'shelf' })
  } catch (failed) {
    problems.value = failed instanceof ApiError ? failed.byField : {}
    problem.value = Object.keys(problems.value).length ? '' : words(failed)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main id="main" class="join panel">
    <h1 class="h2">{{ link?.kitchen || 'Tarte' }}</h1>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <BForm v-if="link" @submit.prevent="take">
      <p v-if="link.username" class="small-words">A new password for {{ link.username }}.</p>
      <p v-else class="small-words">You join as {{ link.role }}: {{ link.words }}.</p>
      <template v-if="!link.username">
        <label class="form-label" for="join-name">Your name</label>
        <BFormInput id="join-name" v-model="name" maxlength="80" autocomplete="name" />
        <p v-if="problems['name']" class="alert-words">▲ {{ problems['name'] }}</p>
        <label class="form-label mt-3" for="join-username">Name to sign in with</label>
        <BFormInput id="join-username" v-model="username" maxlength="40" autocomplete="username" required />
        <p v-if="problems['username']" class="alert-words" role="alert">▲ {{ problems['username'] }}</p>
      </template>
      <label class="form-label mt-3" for="join-password">Password, at least 10 characters</label>
      <BFormInput
        id="join-password"
        v-model="password"
        type="password"
        autocomplete="new-password"
        required
      />
      <p v-if="problems['password']" class="alert-words" role="alert">▲ {{ problems['password'] }}</p>
      <BButton class="mt-3" type="submit" variant="primary" :disabled="busy">{{
        link.username ? 'Set it' : 'Come in'
      }}</BButton>
    </BForm>
    <p v-else-if="problem"><RouterLink :to="{ name: 'shelf' }">To the kitchen’s door</RouterLink></p>
  </main>
</template>

<style scoped>
.join {
  max-width: 22rem;
  margin: 10vh auto 0;
  padding: 1.5rem;
}
p {
  margin: 4px 0 8px;
}
</style>
