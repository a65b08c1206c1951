<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { api } from '@/api/calls'
import { type Schemas } from '@/api/client'

defineProps<{ forecast: Schemas['ForecastOut']; basis: string }>()
const open = defineModel<boolean>({ required: true })
const { data: model } = useQuery({
  queryKey: ['model'],
  queryFn: () => api.model(),
  enabled: open,
  staleTime: Infinity,
})
</script>

<template>
  <BModal
    v-model="open"
    title-tag="h2"
    title-class="h3"
    title="Where this forecast comes from"
    ok-only
    ok-title="Close"
    size="lg"
    scrollable
  >
    <p>
      <strong>{{ forecast.method_words }}.</strong> {{ basis }}
    </p>
    <details v-for="(s, i) in model?.sections ?? []" :key="s.title" :open="i === 0">
      <summary>{{ s.title }}</summary>
      <p v-for="p in s.paragraphs" :key="p">{{ p }}</p>
    </details>
  </BModal>
</template>

<style scoped>
summary {
  font-weight: 650;
  padding: 4px 0;
  color: var(--cobalt);
}
details p {
  margin: 0 0 0.5rem 1rem;
}
</style>
