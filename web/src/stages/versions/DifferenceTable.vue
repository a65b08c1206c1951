<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed, grams, signed } from '@/ui/format'

const props = defineProps<{ difference: Schemas['DifferenceOut']; a: string; b: string }>()
const all = ref(false)
const STATES: Record<string, string> = {
  more: 'more',
  less: 'less',
  added: 'new',
  removed: 'gone',
  other: 'other',
  unknown: 'unknown on one side',
  same: '',
}
const lines = computed(() => props.difference.lines.filter((x) => all.value || x.state !== 'same'))
const hidden = computed(() => props.difference.lines.length - lines.value.length)
const change = (x: Schemas['ForecastChangeOut']): string =>
  signed(x.a === null || x.b === null ? null : x.b - x.a, x.digits)
</script>

<template>
  <p class="words" :class="{ many: difference.count > 1 }">
    <span aria-hidden="true">{{ difference.count > 1 ? '▲' : '' }}</span>
    {{ difference.words.charAt(0).toUpperCase() + difference.words.slice(1) }}.
  </p>
  <table v-if="difference.lines.length">
    <thead>
      <tr>
        <th scope="col">Line</th>
        <th scope="col" class="n">{{ a }}, g</th>
        <th scope="col" class="n">{{ b }}, g</th>
        <th scope="col" class="n">{{ a }}, %</th>
        <th scope="col" class="n">{{ b }}, %</th>
        <th scope="col">change</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="x in lines" :key="x.line_id" :class="x.state">
        <th scope="row">{{ x.name }}</th>
        <td class="n fig">{{ grams(x.a_g) }}</td>
        <td class="n fig">{{ grams(x.b_g) }}</td>
        <td class="n fig">{{ fixed(x.a_percent, 1) }}</td>
        <td class="n fig">{{ fixed(x.b_percent, 1) }}</td>
        <td>{{ STATES[x.state] }}</td>
      </tr>
      <tr v-for="p in difference.process" :key="p.field" class="more">
        <th scope="row">{{ p.label }}</th>
        <td class="n" colspan="2">{{ p.a }}</td>
        <td class="n" colspan="2">{{ p.b }}</td>
        <td>changed</td>
      </tr>
    </tbody>
  </table>
  <BButton v-if="hidden || all" size="sm" variant="link" @click="all = !all">
    {{ all ? 'only what changed' : `and ${hidden} lines the same` }}
  </BButton>
  <p v-if="difference.tasted.length" class="taste">To the taste: {{ difference.tasted.join('; ') }}.</p>
  <table class="forecast">
    <thead>
      <tr>
        <th scope="col">Forecast</th>
        <th scope="col" class="n">{{ a }}</th>
        <th scope="col" class="n">{{ b }}</th>
        <th scope="col" class="n">change</th>
        <th scope="col"><span class="visually-hidden">unit</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="x in difference.forecast" :key="x.key">
        <th scope="row">{{ x.label }}</th>
        <td class="n fig">{{ fixed(x.a, x.digits) }}</td>
        <td class="n fig">{{ fixed(x.b, x.digits) }}</td>
        <td class="n fig" :class="{ clear: Math.abs(x.steps ?? 0) >= 1 }">{{ change(x) }}</td>
        <td class="small-words">{{ x.unit }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.words {
  margin: 0 0 8px;
  font-weight: 650;
}
.many {
  color: var(--alert);
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  font-weight: 400;
  text-align: left;
}
thead th {
  font-size: 0.8125rem;
  color: var(--ink-2);
  border-bottom: 1px solid var(--graph-strong);
}
td,
tbody th {
  padding: 2px 6px 2px 0;
  border-bottom: 1px solid var(--rule);
}
.n {
  text-align: right;
  padding-right: 14px;
}
tr:not(.same) > th {
  font-weight: 600;
}
.forecast {
  margin-top: 14px;
  max-width: 520px;
}
.forecast th {
  font-weight: 400 !important;
}
.clear {
  font-weight: 700;
}
</style>
