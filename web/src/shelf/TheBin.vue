<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words } from '@/api/client'
import { useRights } from '@/api/queries'
import { day } from '@/ui/format'

/** What was taken off the shelf: looked into, and put back. */
const { data } = useQuery({ queryKey: ['bin'], queryFn: () => api.bin() })
const may = useRights()
const open = ref(false)
const problem = ref('')
const queryClient = useQueryClient()

async function putBack(id: number): Promise<void> {
  try {
    await api.restoreDough({ params: { path: { dough_id: id } } })
    problem.value = ''
  } catch (failed) {
    problem.value = words(failed)
  }
  await askAnew(queryClient, 'bin', 'shelf')
}
</script>

<template>
  <section v-if="data?.length" class="bin" aria-label="Off the shelf">
    <button type="button" class="btn btn-link small-words" :aria-expanded="open" @click="open = !open">
      {{ open ? '▾' : '▸' }} {{ data.length }} {{ data.length === 1 ? 'dough' : 'doughs' }} off the shelf
    </button>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <ul v-if="open">
      <li v-for="b in data" :key="b.id">
        <b>{{ b.name }}</b>
        <span class="small-words"
          >{{ b.versions }} {{ b.versions === 1 ? 'version' : 'versions' }}, {{ b.bakes }}
          {{ b.bakes === 1 ? 'bake' : 'bakes' }}, taken off {{ day(b.deleted_at) }};
          {{ b.goes_on ? `thrown away after ${day(b.goes_on)}` : 'kept for good: bakes rest on it' }}</span
        >
        <button v-if="may('develop')" type="button" class="btn btn-link small-words" @click="putBack(b.id)">
          Put it back<span class="visually-hidden">: {{ b.name }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.bin {
  margin-top: 12px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  padding: 3px 0;
}
p {
  margin: 4px 0;
}
</style>
