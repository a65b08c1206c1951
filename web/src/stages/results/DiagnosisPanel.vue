<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'

/** Why a bake missed: each miss taken apart, the largest cause first, with the check that would settle it. */
const props = defineProps<{ bakeId: number }>()
const dough = theDough()
const ids = computed(() => [dough.id.value, props.bakeId] as const)
const { data: found, error } = useQuery({
  queryKey: ['bakes', 'diagnosis', ids],
  queryFn: () =>
    api.diagnosis({
      params: { path: { dough_id: ids.value[0], bake_id: ids.value[1] } },
    }),
})

/** Each check once, with the first cause it would settle; those that made a miss only. */
const checks = computed(() => {
  const once = new Map<string, Schemas['Cause']>()
  for (const c of (found.value?.found ?? []).flatMap((d) => d.causes)) {
    if (c.share_pct > 0 && !once.has(c.check)) once.set(c.check, c)
  }
  return [...once.values()]
})
function width(c: Schemas['Cause'], d: Schemas['DiagnosisOut']): number {
  const most = Math.max(...d.causes.map((x) => Math.abs(x.share_pct)), 1)
  return (100 * Math.abs(c.share_pct)) / most
}
</script>

<template>
  <section class="why" aria-label="Why it missed">
    <h4>Why it missed</h4>
    <p v-if="error" class="alert-words">▲ {{ words(error) }}</p>
    <p v-else-if="found?.reason" class="small-words">{{ found.reason }}</p>
    <div v-for="d in found?.found ?? []" :key="d.key" class="miss">
      <p>
        <b>{{ d.label }} {{ d.words }}</b>
      </p>
      <ol>
        <li v-for="c in d.causes" :key="c.name">
          <span class="bar" aria-hidden="true"
            ><i :class="{ against: c.share_pct < 0 }" :style="{ width: `${width(c, d)}%` }"
          /></span>
          <span class="did">{{ c.did }}</span>
          <span
            >{{ c.name }} <span class="small-words">{{ c.evidence }}</span></span
          >
        </li>
      </ol>
    </div>
    <template v-if="checks.length">
      <h4>What would settle it</h4>
      <ul>
        <li v-for="c in checks" :key="c.check" class="check">
          {{ c.check }} <span class="small-words">{{ c.name }}</span>
        </li>
      </ul>
      <p class="small-words">Blue made the miss, grey worked against it; by the forecast, largest first.</p>
    </template>
  </section>
</template>

<style scoped>
.why {
  border-top: 1px solid var(--rule);
  margin-top: 8px;
  padding-top: 6px;
}
h4 {
  font-size: 1rem;
  margin: 0 0 4px;
}
p {
  margin-bottom: 3px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0 0 8px;
}
li {
  display: grid;
  grid-template-columns: 90px 150px minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
}
.bar {
  height: 7px;
  background: var(--graph);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--cobalt);
}
.bar .against {
  background: var(--graph-strong);
}
.did {
  font-weight: 600;
}
ul {
  margin: 0 0 4px;
  padding-left: 18px;
}
li.check {
  display: list-item;
}
</style>
