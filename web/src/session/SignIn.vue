<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'

defineProps<{ kitchen: string }>()
const emit = defineEmits<{ signedIn: [Schemas['SessionOut']] }>()

const username = ref('')
const password = ref('')
const problem = ref('')
const busy = ref(false)

async function submit(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    const body = { username: username.value, password: password.value }
    emit('signedIn', await api.signIn({ body }))
  } catch (error) {
    problem.value = words(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main id="main" class="sign-in panel">
    <h1 class="h2">{{ kitchen || 'Tarte' }}</h1>
    <p class="small-words">Sign in to the kitchen.</p>
    <BForm @submit.prevent="submit">
      <label class="form-label" for="username">Name</label>
      <BFormInput id="username" v-model="username" autocomplete="username" required />
      <label class="form-label mt-3" for="password">Password</label>
      <BFormInput id="password" v-model="password" type="password" autocomplete="current-password" required />
      <p v-if="problem" class="alert-words mt-2" role="alert">▲ {{ problem }}</p>
      <BButton class="mt-3" type="submit" variant="primary" :disabled="busy">Sign in</BButton>
    </BForm>
  </main>
</template>

<style scoped>
.sign-in {
  max-width: 22rem;
  margin: 12vh auto 0;
  padding: 1.5rem;
}
</style>
