<script setup lang="ts">
import { computed } from 'vue'
import { fixed } from '@/ui/format'
import { thePlan } from './key'
import NumberBox from './NumberBox.vue'

/** Several sizes from one batch, each with its count and the minutes it wants. */
const { look, plan, edit } = thePlan()
const p = computed(() => look.value?.portions ?? null)
const sizes = computed(() => plan.value.sizes ?? [])

function setSize(n: number, change: Partial<(typeof sizes.value)[number]>): void {
  edit({ sizes: sizes.value.map((s, i) => (i === n ? { ...s, ...change } : s)) })
}
function dropSize(n: number): void {
  const left = sizes.value.filter((_, i) => i !== n)
  edit({ sizes: left.length > 1 ? left : [] })
}
</script>

<template>
  <table class="sizes">
    <thead>
      <tr>
        <th>size</th>
        <th class="text-end">pieces</th>
        <th class="text-end">g each</th>
        <th class="text-end">minutes</th>
        <th><span class="visually-hidden">take out</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(s, n) in sizes" :key="n">
        <td>
          <BFormInput
            size="sm"
            :model-value="s.name"
            :aria-label="`Name of size ${n + 1}`"
            maxlength="40"
            @change="setSize(n, { name: ($event.target as HTMLInputElement).value })"
          />
        </td>
        <td>
          <NumberBox
            label=""
            :aria-label="`Pieces of size ${n + 1}`"
            :value="s.pieces"
            :low="1"
            :high="10000"
            whole
            @enter="$event && setSize(n, { pieces: $event })"
          />
        </td>
        <td>
          <NumberBox
            label=""
            :value="s.portion_g"
            :low="1"
            :high="3000"
            @enter="$event && setSize(n, { portion_g: $event })"
          />
        </td>
        <td class="fig text-end">
          {{ fixed(p?.sizes.find((x) => x.name === s.name && x.portion_g === s.portion_g)?.minutes, 1) }}
        </td>
        <td><button type="button" class="plain" @click="dropSize(n)">out</button></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.sizes {
  width: 100%;
  margin-bottom: 4px;
}
.sizes th {
  font-weight: 400;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.sizes td {
  padding: 1px 4px 1px 0;
  vertical-align: top;
}
.plain {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 0 4px;
  font-size: 0.875rem;
}
</style>
