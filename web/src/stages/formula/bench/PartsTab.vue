<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { grams } from '@/ui/format'

defineProps<{
  parts: Schemas['PartOut'][]
  sugars: Schemas['SugarState'] | null
  toppings: Schemas['Coverage'][]
}>()
const table = ref(false)
const SHOWN = 0.07

/** Shares too thin to carry a name are drawn without one and listed in the table. */
const named = (p: Schemas['PartOut'], s: Schemas['Share']): boolean => s.grams / p.grams >= SHOWN
</script>

<template>
  <p class="small-words head">
    Where it comes from. Hatched is hidden: it sits in a line that is there for something else.
    <BButton size="sm" variant="link" :aria-pressed="table" @click="table = !table">
      {{ table ? 'as a drawing' : 'as a table' }}
    </BButton>
  </p>
  <template v-if="!table">
    <section v-for="p in parts" :key="p.key" :aria-label="p.label">
      <h3>
        {{ p.label }} <b class="fig">{{ grams(p.grams) }} g</b>
        <span v-if="p.grams > 0" class="small-words"
          >{{ grams(p.hidden_g) }} g of it hidden<template v-if="p.lacks"
            >; {{ p.lacks }} lines unknown</template
          ></span
        >
      </h3>
      <div v-if="p.grams > 0" class="bar">
        <span
          v-for="s in p.shares"
          :key="s.line_id"
          :class="{ hidden: s.hidden }"
          :style="{ flexGrow: s.grams }"
          :title="`${s.name}: ${grams(s.grams)} g`"
        />
      </div>
      <div class="labels">
        <template v-for="s in p.shares" :key="s.line_id">
          <span v-if="named(p, s)" :style="{ flexGrow: s.grams }">{{ s.name }} {{ grams(s.grams) }}</span>
        </template>
      </div>
    </section>
  </template>
  <table v-else class="all">
    <thead>
      <tr>
        <th scope="col">Part</th>
        <th scope="col">From</th>
        <th scope="col" class="n">g</th>
        <th scope="col" class="n">%</th>
      </tr>
    </thead>
    <tbody v-for="p in parts" :key="p.key">
      <tr v-for="(s, n) in p.shares" :key="s.line_id">
        <th scope="row">{{ n === 0 ? p.label : '' }}</th>
        <td>{{ s.name }}{{ s.hidden ? ', hidden' : '' }}</td>
        <td class="n fig">{{ s.grams.toFixed(1) }}</td>
        <td class="n fig">{{ ((100 * s.grams) / p.grams).toFixed(0) }}</td>
      </tr>
    </tbody>
  </table>
  <section v-if="sugars" aria-label="Sugar">
    <h3>Sugar while mixing <span class="small-words">an estimate</span></h3>
    <p class="small-words">{{ sugars.words.charAt(0).toUpperCase() + sugars.words.slice(1) }}.</p>
  </section>
  <section v-if="toppings.length" aria-label="Toppings">
    <h3>Kept for the top <span class="small-words">a guess from the bulk density</span></h3>
    <p v-for="t in toppings" :key="t.name" class="small-words">
      {{ t.name }}: {{ t.per_piece_g.toFixed(1) }} g a piece, covers {{ (100 * t.shaped).toFixed(0) }} % of it
      as shaped<template v-if="t.baked !== null"
        >, {{ (100 * t.baked).toFixed(0) }} % once it has spread</template
      >.
    </p>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}
.head {
  margin: 0 0 6px;
}
section {
  padding: 5px 0 7px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0 0 3px;
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.bar {
  display: flex;
  height: 18px;
  gap: 1px;
}
.bar span {
  min-width: 1px;
  flex-basis: 0;
  background: var(--mark);
}
.bar .hidden {
  background: repeating-linear-gradient(135deg, var(--mark) 0 2px, var(--cobalt-wash) 2px 6px);
}
.labels {
  display: flex;
  font-size: 0.8125rem;
  gap: 6px;
  color: var(--ink-2);
}
.labels span {
  flex-basis: 0;
  min-width: 0;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.all {
  width: 100%;
  font-size: 0.8125rem;
}
.all tbody {
  border-top: 1px solid var(--rule);
}
.all th {
  font-weight: 600;
}
.n {
  text-align: right;
}
</style>
