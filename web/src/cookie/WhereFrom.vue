<script setup lang="ts">
import type { Schemas } from '@/api/client'

defineProps<{ forecast: Schemas['ForecastOut'] }>()
const open = defineModel<boolean>({ required: true })

const signed = (value: number): string => `${value > 0 ? '+' : ''}${value.toFixed(1)} %`
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
  >
    <p>
      <strong>{{ forecast.method_words }}.</strong> It starts from the {{ forecast.reference }} and moves it
      by what bakers report for each change. Expect diameter within about 8 % and height within about 15 %.
    </p>
    <table v-if="forecast.effects.length" class="table table-sm">
      <thead>
        <tr>
          <th scope="col">What moved it</th>
          <th scope="col" class="text-end">Diameter</th>
          <th scope="col" class="text-end">Height</th>
          <th scope="col">Evidence</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="e in forecast.effects" :key="e.what">
          <td>{{ e.what }}</td>
          <td class="fig text-end">{{ signed(e.diameter_pct) }}</td>
          <td class="fig text-end">{{ signed(e.height_pct) }}</td>
          <td>{{ e.disputed ? 'practice, bakers disagree on it' : 'practice, rule of thumb' }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else>Nothing differs from the typical formula enough to move it.</p>
    <p class="mb-0"><strong>It does not count:</strong> {{ forecast.not_counted.join(', ') }}.</p>
  </BModal>
</template>
