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
    for (const a of r.line.asks.filter((x) => ALIKE.includes(x.code) && x.choices.length > 0)) {
      // A bare number may be ounces in one line and not in another; it may be grams in all.
      const answers = a.code === 'unit' ? a.choices.slice(0, 1) : a.choices
      const key = a.code + JSON.stringify(answers.map(same))
      const { code, question } = a
      const one = found.get(key) ?? { key, code, question, rows: 0, answers: new Map() }
      one.rows += 1
      for (const c of answers) {
        const answer = one.answers.get(same(c)) ?? { words: c.means || c.name, settled: [] }
        answer.settled.push({ row: r.id, choice: c.id })
        one.answers.set(same(c), answer)
      }
      found.set(key, one)
    }
  return [...found.values()].filter((q) => q.rows > 1)
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
