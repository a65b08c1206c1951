<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import type { Reviewed } from './review'

/** Questions that several lines ask with the same answers: answered once for all of them. Amounts are alike by what
 * they mean, “grams”, though each line has its own. */
const props = defineProps<{ rows: readonly Reviewed[] }>()
export interface Settled {
  row: string
  choice: string
}
const emit = defineEmits<{ answer: [code: string, settled: readonly Settled[]] }>()
const ALIKE = ['filling', 'flour', 'salt', 'cocoa', 'spoon', 'unit']
type Choice = Schemas['ChoiceOut']
interface Alike {
  key: string
  code: string
  question: string
  rows: number
  answers: Map<string, { words: string; settled: Settled[] }>
}
const same = (c: Choice): string => c.means || c.id

const alike = computed(() => {
  const found = new Map<string, Alike>()
  for (const r of props.rows.filter((x) => x.keep))
    for (const { code, question, choices } of r.line.asks.filter((x) => ALIKE.includes(x.code))) {
      const key = choices.some((c) => c.means) ? code : code + JSON.stringify(choices.map(same))
      const one = found.get(key) ?? { key, code, question, rows: 0, answers: new Map() }
      one.rows += 1
      for (const c of choices) {
        const answer = one.answers.get(same(c)) ?? { words: c.means || c.name, settled: [] }
        answer.settled.push({ row: r.id, choice: c.id })
        one.answers.set(same(c), answer)
      }
      found.set(key, one)
    }
  // What only some of the lines offer answers none for all.
  for (const q of found.values())
    for (const [k, a] of q.answers) if (a.settled.length < q.rows) q.answers.delete(k)
  return [...found.values()].filter((q) => q.rows > 1 && q.answers.size > 0)
})
</script>

<template>
  <p v-for="q in alike" :key="q.key" class="alike">
    {{ q.rows }} lines ask: {{ q.question }}
    <BButton
      v-for="[key, a] in q.answers"
      :key="key"
      size="sm"
      variant="outline-primary"
      @click="emit('answer', q.code, a.settled)"
      >all {{ a.words }}</BButton
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
