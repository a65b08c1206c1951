<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { useBakes } from '@/api/queries'
import { sidePath } from '@/cookie/scale'
import SectionPaper from '@/cookie/SectionPaper.vue'
import { theDough } from '@/dough/key'
import { useAsk } from '@/api/ask'
import { day, fixed, signed } from '@/ui/format'
import StageTabs from '@/ui/StageTabs.vue'
import { useResultTabs } from './tabs'
import TermWord from '@/ui/TermWord.vue'

/** Bakes beside one another and the target: sections over one another, differences against the first. */
const dough = theDough()
const tabs = useResultTabs()
const { data: results } = useBakes(dough.id)
const bakes = computed(() => results.value?.bakes ?? [])
const picked = ref<number[]>([])
watch(
  bakes,
  (now) => {
    if (picked.value.length === 0) picked.value = now.slice(0, 2).map((b) => b.id)
  },
  { immediate: true },
)
const { answer, problem } = useAsk(
  () => picked.value,
  () =>
    picked.value.length < 2
      ? null
      : api.compareBakes({
          params: { path: { dough_id: dough.id.value } },
          body: { bakes: picked.value },
        }),
)
function turn(id: number): void {
  picked.value = picked.value.includes(id)
    ? picked.value.filter((x) => x !== id)
    : [...picked.value, id].slice(-6)
}
function first(id: number): void {
  picked.value = [id, ...picked.value.filter((x) => x !== id)]
}

const DASHES = ['', '9 3', '3 3', '9 3 2 3', '1 4', '14 4']
</script>

<template>
  <section class="compare stage panel" aria-label="Side by side">
    <header>
      <h2>Results</h2>
      <StageTabs label="Parts of Results" :tabs="tabs" />
      <span class="small-words">up to six; the first is what the others are set against</span>
    </header>
    <div class="body">
      <ul class="list" aria-label="Bakes to compare">
        <li v-for="b in bakes" :key="b.id">
          <label
            ><input type="checkbox" :checked="picked.includes(b.id)" @change="turn(b.id)" /> Bake
            {{ b.number }}</label
          >
          <BButton
            v-if="picked.includes(b.id) && picked[0] !== b.id"
            size="sm"
            variant="link"
            @click="first(b.id)"
          >
            first <span class="visually-hidden">: bake {{ b.number }}</span>
          </BButton>
          <b v-else-if="picked[0] === b.id" class="small-words">first</b>
          <span class="small-words">version {{ b.batch.version }} · {{ day(b.baked_on) }}</span>
        </li>
      </ul>
      <div class="main">
        <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
        <p v-if="picked.length < 2">Pick two bakes or more.</p>
        <template v-else-if="answer">
          <SectionPaper
            v-slot="{ view }"
            :across="[
              answer.target.cookie.diameter_mm,
              ...answer.bakes.map((b) => b.size.cookie.diameter_mm),
            ]"
            label="Sections over one another, in mm"
          >
            <path
              v-if="answer.target.outline.length"
              class="target"
              :d="`${sidePath(answer.target.outline, view)}Z`"
            />
            <path v-if="answer.forecast" class="told" :d="sidePath(answer.forecast.outline, view)" />
            <path
              v-for="(b, n) in answer.bakes"
              :key="b.id"
              class="bake"
              :class="{ first: n === 0 }"
              :stroke-dasharray="DASHES[n]"
              :d="sidePath(b.size.outline, view)"
            />
          </SectionPaper>
          <table class="table table-sm">
            <thead>
              <tr>
                <th scope="col">Attribute</th>
                <th scope="col" class="text-end">Target</th>
                <th scope="col" class="text-end">Forecast</th>
                <th v-for="(b, n) in answer.bakes" :key="b.id" scope="col" class="text-end">
                  <svg width="26" height="8" aria-hidden="true">
                    <path
                      d="M0 4h26"
                      class="bake"
                      :class="{ first: n === 0 }"
                      :stroke-dasharray="DASHES[n]"
                    />
                  </svg>
                  Bake {{ b.number }}
                </th>
                <th scope="col">Unit</th>
                <th scope="col" class="text-end">Scatter ±</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="r in answer.rows" :key="r.key">
                <th scope="row">{{ r.label }}</th>
                <td class="fig text-end">{{ fixed(r.target, r.digits) }}</td>
                <td class="fig text-end">{{ fixed(r.forecast, r.digits) }}</td>
                <td v-for="(c, n) in r.cells" :key="n" class="text-end">
                  <span v-if="c.value === null" class="small-words">not measured</span>
                  <template v-else>
                    <span class="fig">{{ fixed(c.value, r.digits) }}</span>
                    <span
                      v-if="n > 0 && c.difference !== null"
                      class="diff fig"
                      :class="{ inside: c.scatter || !c.compares }"
                      >{{ c.compares ? signed(c.difference, r.digits) : 'no' }}
                      <span class="visually-hidden">{{
                        c.compares ? (c.scatter ? 'inside scatter' : 'beyond scatter') : 'does not compare'
                      }}</span></span
                    >
                  </template>
                </td>
                <td class="unit">{{ r.unit }}</td>
                <td class="fig text-end">{{ fixed(2 * r.scatter, r.digits) }}</td>
              </tr>
            </tbody>
          </table>
          <p class="small-words">
            Pale differences lie inside twice the <TermWord name="scatter">scatter</TermWord>, which two bakes
            of one dough differ by anyway. {{ answer.scatter_from }} Filled is the target, the hairline what
            the first bake was forecast as.
          </p>
          <div v-for="b in answer.bakes.slice(1)" :key="b.id" class="gate">
            <h3>Bake {{ b.number }} beside bake {{ answer.bakes[0]?.number }}</h3>
            <p v-if="b.words" class="alert-words">△ {{ b.words }}: {{ b.changed.join(', ') }}.</p>
            <p v-else-if="b.changed.length">One thing changed: {{ b.changed[0] }}.</p>
            <p v-else>The same formula and process.</p>
            <p v-for="w in b.put_right" :key="w" class="small-words">⇄ {{ w }}</p>
            <p v-for="w in b.reasons" :key="w" class="small-words">△ {{ w }}</p>
          </div>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
h3 {
  font-size: 0.9375rem;
  margin: 8px 0 1px;
}
.body {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  min-height: 0;
  flex: 1;
}
.list {
  list-style: none;
  margin: 0;
  padding: 6px 10px;
  overflow-y: auto;
  border-right: 1px solid var(--rule);
}
.list li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  padding: 3px 0;
}
.list .small-words:last-child {
  flex-basis: 100%;
}
.main {
  padding: 8px 16px;
  overflow-y: auto;
}
.main > svg {
  background: var(--enamel);
}
.target {
  fill: var(--cobalt-wash);
  stroke: none;
}
.told {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 0.8;
}
.bake {
  fill: none;
  stroke: var(--mark);
  stroke-width: 1.8;
}
.bake.first {
  stroke: var(--ink);
  stroke-width: 2.2;
}
table {
  margin: 6px 0 4px;
}
th[scope='row'] {
  font-weight: 600;
}
.diff {
  display: inline-block;
  min-width: 50px;
  margin-left: 8px;
  font-weight: 650;
}
.diff.inside {
  font-weight: 400;
  color: var(--ink-2);
  opacity: 0.85;
}
p {
  margin-bottom: 2px;
}
@media (max-width: 900px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    border-right: 0;
    max-height: 140px;
  }
}
</style>
