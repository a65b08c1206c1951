<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api } from '@/api/calls'
import { words } from '@/api/client'
import { day, fixed } from '@/ui/format'
import type { Thing } from '../facts'

/** What an ingredient cost over its deliveries: a bar each, newest first. */
const props = defineProps<{ lot: Thing }>()
const { data: told, error } = useQuery({
  queryKey: ['lotPrices', props.lot.id, props.lot.revision],
  queryFn: () => api.lotPrices({ params: { path: { thing_id: props.lot.id } } }),
})
const most = computed(() => Math.max(...(told.value?.paid ?? []).map((p) => p.used_per_kg), 1e-9))
</script>

<template>
  <section class="check" aria-label="What is left, and what it has cost">
    <h3>What is left, and what it has cost</h3>
    <p v-if="error" class="alert-words" role="alert">▲ {{ words(error) }}</p>
    <p v-if="told?.left">{{ told.left }}</p>
    <p v-if="told" class="small-words">{{ told.words }}</p>
    <table v-if="told?.paid.length" class="table table-sm">
      <thead>
        <tr>
          <th scope="col">arrived</th>
          <th scope="col">from</th>
          <th scope="col" class="text-end">{{ told.money }} a kg in the bowl</th>
          <th scope="col"><span class="visually-hidden">beside the dearest</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in told.paid" :key="p.lot" :class="{ on: p.lot === lot.id }">
          <th scope="row">{{ p.arrived_on ? day(p.arrived_on) : 'day not known' }}</th>
          <td>{{ p.supplier || p.name }}</td>
          <td class="fig text-end">{{ fixed(p.used_per_kg, 2) }}</td>
          <td class="bar" aria-hidden="true"><i :style="{ width: `${(100 * p.used_per_kg) / most}%` }" /></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped src="./check.css"></style>
<style scoped>
table {
  margin: 0;
}
th[scope='row'] {
  font-weight: 400;
}
.on th,
.on td {
  font-weight: 650;
}
.bar {
  width: 34%;
  vertical-align: middle;
}
.bar i {
  display: block;
  height: 8px;
  background: var(--butter);
}
.on .bar i {
  background: var(--cobalt);
}
</style>
