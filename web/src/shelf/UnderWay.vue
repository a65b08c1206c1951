<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api } from '@/api/calls'
import { clock } from '@/ui/format'

/** Runs that are under way at the bench, those first whose cookies are cold and wait to be measured. */
const { data: runs } = useQuery({
  queryKey: ['runs', 'open'],
  queryFn: () => api.runs({ params: { query: { only_open: true } } }),
  refetchInterval: 60_000,
})
const open = computed(() => [...(runs.value ?? [])].sort((a, b) => Number(b.cold) - Number(a.cold)))
</script>

<template>
  <section v-if="open.length" class="under" aria-label="At the bench">
    <h2>At the bench</h2>
    <RouterLink v-for="r in open.slice(0, 6)" :key="r.id" :to="`/run/${r.id}`" :class="{ cold: r.cold }">
      <b>{{ r.name }}</b>
      {{ r.cold ? 'cold by now: measure it' : r.current }}
      <span class="small-words">since {{ clock(r.begun_at) }}, {{ r.begun_by }}</span>
    </RouterLink>
  </section>
</template>

<style scoped>
.under {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: baseline;
  margin-bottom: 12px;
}
h2 {
  font-size: 0.9375rem;
  margin: 0;
}
a {
  border-left: 4px solid var(--cobalt);
  background: var(--enamel);
  padding: 4px 10px;
  color: var(--ink);
}
.cold {
  border-left-color: var(--butter);
  background: var(--butter-wash);
}
</style>
