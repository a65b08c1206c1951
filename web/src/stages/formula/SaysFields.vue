<script setup lang="ts">
import { computed } from 'vue'
import { useReference } from '@/api/queries'

/**
 * What the cook says of an ingredient's allergens and diets, by code. What nobody said has no key and is unsure.
 *
 * Usage: `<SaysFields v-model="says" />`
 */
type State = 'holds' | 'may' | 'free'
const says = defineModel<Record<string, State>>({ required: true })
const { data: reference } = useReference()
const WAYS = [
  { code: 'An', name: 'Vegan' },
  { code: 'Me', name: 'Vegetarian' },
  { code: 'alcohol', name: 'Without alcohol' },
  { code: 'caffeine', name: 'Without caffeine' },
]
const allergens = computed(() => reference.value?.allergens ?? [])
const open = computed(() => allergens.value.filter((a) => !says.value[a.code]).length)

function say(code: string, value: string): void {
  const others = Object.entries(says.value).filter(([c]) => c !== code)
  says.value = Object.fromEntries(value === '' ? others : [...others, [code, value as State]])
}
/** The packet was read: it names none of those that are still open. */
function restFree(): void {
  const rest = allergens.value.filter((a) => !says.value[a.code]).map((a) => [a.code, 'free'] as const)
  says.value = { ...says.value, ...Object.fromEntries(rest) }
}
</script>

<template>
  <fieldset class="says">
    <legend>What the packet says of allergens and diets</legend>
    <p class="small-words">
      What is left open counts as unsure under a need, never as met.
      <BButton v-if="open" size="sm" variant="link" @click="restFree">
        It names none of the {{ open }} left
      </BButton>
    </p>
    <div class="grid">
      <label v-for="w in WAYS" :key="w.code">
        <span>{{ w.name }}</span>
        <select
          class="form-select form-select-sm"
          :value="says[w.code] ?? ''"
          @change="say(w.code, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">not said</option>
          <option value="free">yes</option>
          <option value="holds">no</option>
        </select>
      </label>
      <label v-for="a in allergens" :key="a.code">
        <span
          >{{ a.name }} <span class="small-words">{{ a.lists }}</span></span
        >
        <select
          class="form-select form-select-sm"
          :value="says[a.code] ?? ''"
          @change="say(a.code, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">not said</option>
          <option value="holds">contains</option>
          <option value="may">may contain</option>
          <option value="free">free from</option>
        </select>
      </label>
    </div>
  </fieldset>
</template>

<style scoped>
.says {
  border: 0;
  padding: 0;
  margin: 10px 0 0;
}
legend {
  font-size: 0.9375rem;
  font-weight: 650;
  margin: 0;
}
p {
  margin: 0 0 4px;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 3px 20px;
}
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 116px;
  align-items: center;
  gap: 8px;
  font-size: 0.875rem;
}
select {
  padding: 1px 6px;
}
@media (max-width: 700px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
