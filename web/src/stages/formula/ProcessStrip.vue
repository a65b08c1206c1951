<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen, useReference } from '@/api/queries'
import { inUse } from '@/kitchen/inUse'
import { theDough } from '@/dough/key'
import { choice } from '@/ui/format'
import ProcessBox from './ProcessBox.vue'

const dough = theDough()
const { data: reference } = useReference()
const { data: kitchen } = useKitchen()
const process = computed(() => dough.work.value?.draft.process ?? null)
const cut = computed(() => ['puck', 'piped', 'slice', 'rolled', 'slab'].includes(process.value?.shape ?? ''))
const ovenMarks = computed(() => dough.preview.value?.oven_marks ?? '')

type Value = string | number | boolean | null

function set(field: string, value: Value): void {
  void dough.edit({ op: 'process', field, value })
}
function picked(field: string, event: Event): void {
  const text = (event.target as HTMLSelectElement).value
  set(field, field.endsWith('_id') ? (text === '' ? null : Number(text)) : text)
}
/** What a liner or a shelf does to the heat, and how sure that is. */
function standing(kind: 'liners' | 'shelves', id: string | undefined): string {
  const x = reference.value?.[kind].find((s) => s.id === id)
  if (!x) return ''
  const roof = x.above_k ? `, roof ${x.above_k > 0 ? '+' : '−'}${Math.abs(x.above_k)} K` : ''
  return `Heat from below × ${x.below.toFixed(2)}${roof} (sure: ${x.confidence}). ${x.note}`
}
const problems = computed(() =>
  Object.entries(dough.problems)
    .filter(([where]) => where.startsWith('process.'))
    .map(([, message]) => message),
)
</script>

<template>
  <div v-if="process" class="process" role="group" aria-label="Process">
    <div class="group" role="group" aria-label="Mix">
      <b aria-hidden="true">Mix</b>
      <label class="wide">
        <span class="visually-hidden">Method</span>
        <select :value="process.method" @change="picked('method', $event)">
          <option v-for="m in reference?.methods ?? []" :key="m" :value="m">{{ choice(m) }}</option>
        </select>
      </label>
      <ProcessBox name="dough_temp_c" word="Dough" />
    </div>
    <div class="group" role="group" aria-label="Rest">
      <b aria-hidden="true">Rest</b>
      <ProcessBox name="rest_h" word="" />
      <label>
        <span>in the</span>
        <select :value="process.rest_place" @change="picked('rest_place', $event)">
          <option v-for="p in reference?.places ?? []" :key="p" :value="p">{{ p }}</option>
        </select>
      </label>
    </div>
    <div class="group" role="group" aria-label="Shape">
      <b aria-hidden="true">Shape</b>
      <ProcessBox name="portion_g" word="Portion" />
      <label>
        <span>as</span>
        <select :value="process.shape" @change="picked('shape', $event)">
          <option v-for="s in reference?.shapes ?? []" :key="s" :value="s">{{ s }}</option>
        </select>
      </label>
      <ProcessBox v-if="cut" name="start_diameter_mm" word="Start width" />
      <ProcessBox v-if="cut" name="start_thickness_mm" word="thickness" />
    </div>
    <div class="group" role="group" aria-label="Oven">
      <b aria-hidden="true">Oven</b>
      <label class="wide">
        <span class="visually-hidden">Oven</span>
        <select :value="process.oven_id ?? ''" @change="picked('oven_id', $event)">
          <option value="">not said</option>
          <option v-for="o in inUse(kitchen?.ovens, process.oven_id)" :key="o.id" :value="o.id">
            {{ o.name }}
          </option>
        </select>
      </label>
      <ProcessBox name="oven_c" word="set to" />
      <label class="check">
        <span>Fan</span>
        <input
          type="checkbox"
          :checked="process.fan ?? false"
          aria-label="Fan"
          @change="set('fan', ($event.target as HTMLInputElement).checked)"
        />
      </label>
      <label class="wide">
        <span>Tray</span>
        <select :value="process.tray_id ?? ''" @change="picked('tray_id', $event)">
          <option value="">not said</option>
          <option v-for="t in inUse(kitchen?.trays, process.tray_id)" :key="t.id" :value="t.id">
            {{ t.name }}
          </option>
        </select>
      </label>
      <label :title="standing('liners', process.liner)">
        <span>on</span>
        <select :value="process.liner" aria-label="Liner" @change="picked('liner', $event)">
          <option v-for="x in reference?.liners ?? []" :key="x.id" :value="x.id">{{ x.words }}</option>
        </select>
      </label>
      <label :title="standing('shelves', process.shelf)">
        <span>at</span>
        <select :value="process.shelf" aria-label="Shelf" @change="picked('shelf', $event)">
          <option v-for="x in reference?.shelves ?? []" :key="x.id" :value="x.id">{{ x.words }}</option>
        </select>
      </label>
      <ProcessBox name="minutes" word="Bake" />
      <ProcessBox
        title="A bang on the oven shelf flattens what has not set; empty for none"
        name="bang_minute"
        word="bang at"
        placeholder="–"
      />
      <ProcessBox
        title="Opening the door cools the oven for a few minutes. Turning evens out front and back, which the forecast of one average piece can't show"
        name="rotate_minute"
        word="turn at"
        placeholder="–"
      />
    </div>
    <span v-if="ovenMarks" class="small-words advice">{{ ovenMarks }} <em>(rule of thumb)</em></span>
    <span v-for="c in dough.preview.value?.cautions ?? []" :key="c" class="small-words caution"
      ><b v-if="c === reference?.raw_dough">Raw dough.</b> {{ c }}</span
    >
    <p v-for="p in problems" id="process-problem" :key="p" class="alert-words" role="alert">▲ {{ p }}</p>
  </div>
</template>

<style scoped>
.process {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  padding: 5px 14px 4px;
  border-top: 1px solid var(--rule);
  background: var(--enamel-2);
}
.group {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  padding-left: 8px;
  border-left: 3px solid var(--graph-strong);
}
.group > b {
  font-size: 0.8125rem;
  font-weight: 650;
  color: var(--cobalt);
}
.group > div,
.group > label {
  display: flex;
  align-items: baseline;
  gap: 6px;
  font-size: 0.9375rem;
}
.group > * > span:first-child {
  font-size: 0.8125rem;
  color: var(--ink-2);
  white-space: nowrap;
}
.process :deep(input.fig) {
  width: 50px;
  flex: none;
}
select {
  border: 0;
  border-bottom: 1px solid var(--graph-strong);
  background: transparent;
  color: var(--ink);
  padding: 1px 0;
  max-width: 12.5rem;
}
select option {
  background: var(--enamel);
}
.check input {
  align-self: center;
  accent-color: var(--cobalt);
  width: 16px;
  height: 16px;
}
.advice {
  flex-basis: auto;
}
p {
  flex-basis: 100%;
  margin: 0;
}
</style>
