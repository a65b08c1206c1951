<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** What is understood of the process, one row for each wording; the model holds the wordings a cook has dropped. */
const dropped = defineModel<Set<string>>({ required: true })
const props = defineProps<{ facts: readonly Schemas['ProcessFactOut'][] }>()
const told = computed(() => {
  const rows = new Map<string, string[]>()
  for (const f of props.facts) {
    const value =
      typeof f.value === 'number'
        ? `${f.label} ${Math.round(f.value * 100) / 100} ${f.unit}`.trim()
        : f.value.replace('_', ', ')
    rows.set(f.words, [...(rows.get(f.words) ?? []), value])
  }
  return [...rows].map(([words, says]) => ({ words, says: says.join(', ') }))
})
function keep(words: string, kept: boolean): void {
  const next = new Set(dropped.value)
  if (kept) next.delete(words)
  else next.add(words)
  dropped.value = next
}
</script>

<template>
  <fieldset v-if="told.length" class="facts">
    <legend>How it is made, by the words it says</legend>
    <BFormCheckbox
      v-for="t in told"
      :key="t.words"
      :model-value="!dropped.has(t.words)"
      @update:model-value="keep(t.words, Boolean($event))"
    >
      <b>{{ t.says }}</b> <span class="small-words">“{{ t.words }}”</span>
    </BFormCheckbox>
  </fieldset>
</template>

<style scoped>
.facts {
  margin: 10px 0 0;
}
legend {
  font-size: 0.9375rem;
  margin: 0;
}
</style>
