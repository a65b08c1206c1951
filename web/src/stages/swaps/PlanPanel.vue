<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { grams } from '@/ui/format'

const props = defineProps<{ plan: Schemas['PlanOut'] }>()

const STATES = {
  meets: '✓ meets what is wanted',
  unsure: '△ unsure: labels to read',
  breaks: '▲ still breaks a need',
}
const HALF = 46
const ENDS = 3
/** Where a function stands on its bar, in tolerances off, ends cut at three. */
const rows = computed(() =>
  props.plan.ledger.map((e) => {
    const off = e.tolerance > 0 ? (e.after - e.before) / e.tolerance : 0
    return { ...e, at: (Math.max(-ENDS, Math.min(ENDS, off)) / ENDS) * HALF }
  }),
)
const kept = computed(() => rows.value.filter((e) => e.within).length)
const small = (n: number): string => n.toFixed(Math.abs(n) < 10 ? 1 : 0)
</script>

<template>
  <section aria-label="What the swaps come to">
    <p v-if="plan.state" class="state" :class="plan.state">
      {{ plan.changes.length ? 'With these swaps' : 'As it stands' }}:
      <b>{{ STATES[plan.state] }}</b>
    </p>
    <p v-if="plan.brings.length" class="alert-words">▲ New in this dough: {{ plan.brings.join('; ') }}</p>
    <div v-if="plan.labels.length" class="read">
      <h3>Labels to read</h3>
      <p v-for="l in plan.labels" :key="l" class="small-words">△ {{ l }}</p>
      <p class="small-words"><RouterLink :to="{ name: 'label' }">Tick them on the label sheet</RouterLink></p>
    </div>
    <h3>Line by line</h3>
    <p v-if="plan.changes.length === 0" class="small-words">Nothing changes.</p>
    <table v-else class="changes">
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">line</span></th>
          <th scope="col">was g</th>
          <th scope="col">is g</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in plan.changes" :key="c.line_id">
          <td>
            <span v-if="c.after && c.after !== c.before">{{ c.after }}</span>
            <span v-else>{{ c.before }}</span>
            <span class="small-words">{{ ` ${c.why}` }}</span>
          </td>
          <td class="fig">{{ c.before_g === null ? '' : grams(c.before_g) }}</td>
          <td class="fig">
            <b>{{ c.after_g === null ? 'out' : grams(c.after_g) }}</b>
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td>Everything weighed, g</td>
          <td class="fig">{{ grams(plan.mass_before_g) }}</td>
          <td class="fig">
            <b>{{ grams(plan.mass_after_g) }}</b>
          </td>
        </tr>
      </tfoot>
    </table>
    <p v-if="plan.tasted.length">To the taste: {{ plan.tasted.join('; ') }}.</p>
    <p
      v-if="plan.changes.length && plan.sweet_before !== null && plan.sweet_after !== null"
      class="small-words"
    >
      Sweetness in 100 g: {{ plan.sweet_before.toFixed(0) }} → {{ plan.sweet_after.toFixed(0) }} g of sugar’s
      worth (a guide, from literature).
    </p>
    <template v-if="plan.changes.length">
      <div v-if="plan.unmet.length">
        <h3>Can’t be met here</h3>
        <p v-for="u in plan.unmet" :key="u" class="small-words">△ {{ u }}</p>
      </div>
      <div v-if="plan.method.length">
        <h3>What else to do</h3>
        <ul>
          <li v-for="m in plan.method" :key="m">{{ m }}</li>
        </ul>
      </div>
      <details>
        <summary>What the dough keeps: {{ kept }} of {{ rows.length }} within tolerance</summary>
        <p class="small-words">g in the whole dough; the bar is the tolerance</p>
        <table class="ledger">
          <thead class="visually-hidden">
            <tr>
              <th scope="col">function</th>
              <th scope="col">before</th>
              <th scope="col">how far off</th>
              <th scope="col">after</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="e in rows" :key="e.key" :title="`${e.how}; unit: ${e.unit}`">
              <th scope="row">{{ e.label }}</th>
              <td class="fig">{{ small(e.before) }}</td>
              <td>
                <svg
                  :width="2 * HALF + 8"
                  height="14"
                  role="img"
                  :aria-label="e.within ? 'within tolerance' : 'out'"
                >
                  <rect
                    :x="HALF + 4 - HALF / ENDS"
                    y="2"
                    :width="(2 * HALF) / ENDS"
                    height="10"
                    class="band"
                  />
                  <line :x1="4" :x2="2 * HALF + 4" y1="7" y2="7" class="rail" />
                  <path :d="`M${HALF + 4 + e.at} 1 l4 6 -4 6 -4 -6z`" :class="e.within ? 'in' : 'out'" />
                </svg>
              </td>
              <td class="fig">
                <b>{{ small(e.after) }}</b>
              </td>
            </tr>
          </tbody>
        </table>
      </details>
    </template>
  </section>
</template>

<style scoped>
h3 {
  font-size: 0.9375rem;
  margin: 9px 0 2px;
}
.read {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 4px 8px;
  margin: 4px 0;
}
.read h3 {
  margin-top: 0;
}
summary {
  cursor: pointer;
  color: var(--cobalt);
  margin-top: 8px;
}
.state {
  border-left: 3px solid var(--cobalt);
  padding-left: 8px;
}
.state.breaks {
  border-left-color: var(--alert);
}
.state.unsure {
  border-left-color: var(--butter);
}
h3:first-child {
  margin-top: 0;
}
table {
  width: 100%;
}
.changes thead th {
  font-weight: 400;
  font-size: 0.8125rem;
  color: var(--ink-2);
  text-align: right;
}
.changes td {
  vertical-align: baseline;
  line-height: 1.2;
  padding: 1px 0;
}
td.fig {
  text-align: right;
  padding-left: 8px;
  white-space: nowrap;
}
.changes .small-words {
  display: block;
}
tfoot td {
  border-top: 1px solid var(--rule);
  padding-top: 3px;
}
.ledger th {
  font-weight: 400;
  font-size: 0.8125rem;
}
.ledger svg {
  display: block;
  margin-left: auto;
}
.band {
  fill: var(--cobalt-wash);
}
.rail {
  stroke: var(--graph-strong);
}
.in {
  fill: var(--cobalt);
}
path.out {
  fill: var(--alert);
}
p {
  margin: 0 0 3px;
}
ul {
  margin: 0;
  padding-left: 1.1rem;
  font-size: 0.8125rem;
}
</style>
