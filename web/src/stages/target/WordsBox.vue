<script setup lang="ts">
import { ref } from 'vue'
import { ApiError, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { editTarget } from './editTarget'

const dough = theDough()
const { data: reference } = useReference()
const text = ref('')
const wish = ref<Schemas['WishOut'] | null>(null)
const problem = ref('')

async function say(): Promise<void> {
  const said = text.value
  if (!said.trim()) return
  try {
    wish.value = await editTarget(dough, (target) => ({ target, words: said }))
    problem.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = error.message
  }
}
</script>

<template>
  <div>
    <form class="say" @submit.prevent="say">
      <label class="visually-hidden" for="wish-words">The cookie in words</label>
      <BFormInput
        id="wish-words"
        v-model="text"
        list="texture-words"
        maxlength="400"
        autocomplete="off"
        placeholder="in words: craggy, chewy, dark"
      />
      <datalist id="texture-words">
        <option v-for="w in reference?.texture_words ?? []" :key="w" :value="w" />
      </datalist>
      <BButton type="submit" variant="outline-primary">Set</BButton>
    </form>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <div v-if="wish" class="meant" role="status">
      <p v-for="m in wish.meanings ?? []" :key="m.word">
        <b>{{ m.word }}</b>: {{ m.words }}
      </p>
      <p v-for="u in wish.unknown ?? []" :key="u" class="alert-words">▲ not known: {{ u }}</p>
      <p class="small-words">The rest is taken from {{ wish.filled_from }}, the nearest style.</p>
    </div>
  </div>
</template>

<style scoped>
.say {
  display: flex;
  gap: 6px;
}
.meant p {
  margin: 2px 0 0;
  font-size: 0.8125rem;
}
</style>
