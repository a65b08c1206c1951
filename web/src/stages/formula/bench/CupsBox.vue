<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { ApiError } from '@/api/client'
import { useReference } from '@/api/queries'
import type { Habit } from '@/ui/useHabit'

const props = defineProps<{ habit: Habit }>()
const queryClient = useQueryClient()
const { ingredients } = useReference()
const { data: cups } = useQuery({ queryKey: ['cups'], queryFn: () => api.cups() })
const ident = ref('ap')
const filling = ref('spooned')
const typed = ref('')
const problem = ref('')

/** Ingredients whose cup depends on how it is filled; the others have one way, which needs no name. */
const rows = computed(() => [...ingredients.value.values()].filter((i) => i.fillings.length > 1))
const ways = computed(() => (ingredients.value.get(ident.value)?.fillings ?? []).map((f) => f.name))

function pick(event: Event): void {
  ident.value = (event.target as HTMLSelectElement).value
  filling.value = ways.value[0] ?? ''
}
async function keep(): Promise<void> {
  try {
    const made = await api.weighCups({
      body: { ingredient: ident.value, filling: filling.value, grams: typed.value, habit: props.habit },
    })
    queryClient.setQueryData(['cups'], made)
    typed.value = ''
    problem.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = error.message
  }
}
</script>

<template>
  <section class="cups" aria-label="Your own cup">
    <h3>
      Your own cup
      <span class="small-words">weigh three, filled anew each time; they count from then on</span>
    </h3>
    <form @submit.prevent="keep">
      <select
        class="form-select form-select-sm"
        aria-label="What is in the cup"
        :value="ident"
        @change="pick"
      >
        <option v-for="i in rows" :key="i.id" :value="i.id">{{ i.name }}</option>
      </select>
      <BFormSelect v-model="filling" size="sm" aria-label="How it is filled">
        <BFormSelectOption v-for="w in ways" :key="w" :value="w">{{ w }}</BFormSelectOption>
      </BFormSelect>
      <BFormInput v-model="typed" size="sm" aria-label="Three weights in grams" placeholder="131 134 129" />
      g <BButton type="submit" size="sm" variant="outline-primary" :disabled="!typed.trim()">Keep</BButton>
    </form>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <p v-for="c in cups ?? []" :key="c.ingredient + c.filling" class="small-words">
      {{ ingredients.get(c.ingredient)?.name }}, {{ c.filling }}: {{ c.cup_g.toFixed(0) }} g a US cup, mean of
      {{ c.weighings }}
    </p>
  </section>
</template>

<style scoped>
.cups {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0 9px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0 0 5px;
}
h3 .small-words {
  font-weight: 400;
}
form {
  display: flex;
  gap: 6px;
  align-items: center;
}
input {
  width: 116px;
}
p {
  margin: 3px 0 0;
}
</style>
