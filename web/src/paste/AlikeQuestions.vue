<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import type { Reviewed } from './review'

/** Questions that several lines ask with the same answers: answered once for all of them. */
const props = defineProps<{ rows: readonly Reviewed[] }>()
const emit = defineEmits<{ answer: [code: string, choice: string, rows: readonly string[]] }>()
const ALIKE = ['filling', 'flour', 'salt', 'cocoa']
type Alike = Schemas['AskOut'] & { key: string; rows: string[] }
const alike = computed(() => {
  const found = new Map<string, Alike>()
  for (const r of props.rows.filter((x) => x.keep))
    for (const a of r.line.asks.filter((x) => ALIKE.includes(x.code))) {
      const key = a.code + JSON.stringify(a.choices.map((c) => c.id))
      const one = found.get(key) ?? { ...a, key, rows: [] }
      one.rows.push(r.id)
      found.set(key, one)
    }
  return [...found.values()].filter((q) => q.rows.length > 1)
})
</script>

<template>
  <p v-for="q in alike" :key="q.key" class="alike">
    {{ q.rows.length }} lines ask: {{ q.question }}
    <BButton
      v-for="c in q.choices"
      :key="c.id"
      size="sm"
      variant="outline-primary"
      @click="emit('answer', q.code, c.id, q.rows)"
      >all {{ c.name }}</BButton
    >
  </p>
</template>

<style scoped>
.alike {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: baseline;
  background: var(--butter-wash);
  padding: 6px 10px;
  margin: 6px 0;
}
</style>
