<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen, useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import AmountBox from '@/ui/AmountBox.vue'
import { choice } from '@/ui/format'

const dough = theDough()
const { data: reference } = useReference()
const { data: kitchen } = useKitchen()
const process = computed(() => dough.work.value?.draft.process ?? null)
const cut = computed(() => ['puck', 'slice', 'rolled', 'slab'].includes(process.value?.shape ?? ''))
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
const shown = (value: number | null | undefined): string => (value == null ? '' : String(value))
const problems = computed(() =>
  Object.entries(dough.problems)
    .filter(([where]) => where.startsWith('process.'))
    .map(([, message]) => message),
)
const at = (field: string): string => dough.problemAt(`process.${field}`)
</script>

<template>
  <div v-if="process" class="process" role="group" aria-label="Process">
    <label class="wide">
      <span>Method</span>
      <select :value="process.method" @change="picked('method', $event)">
        <option v-for="m in reference?.methods ?? []" :key="m" :value="m">{{ choice(m) }}</option>
      </select>
    </label>
    <div>
      <span>Dough</span>
      <AmountBox
        label="Dough temperature"
        :shown="shown(process.dough_temp_c)"
        unit="°C"
        :problem="at('dough_temp_c')"
        describedby="process-problem"
        @enter="set('dough_temp_c', $event)"
      />
    </div>
    <div>
      <span>Rest</span>
      <AmountBox
        label="Rest"
        :shown="shown(process.rest_h)"
        unit="h"
        :problem="at('rest_h')"
        describedby="process-problem"
        @enter="set('rest_h', $event)"
      />
    </div>
    <label>
      <span>in the</span>
      <select :value="process.rest_place" @change="picked('rest_place', $event)">
        <option v-for="p in reference?.places ?? []" :key="p" :value="p">{{ p }}</option>
      </select>
    </label>
    <div>
      <span>Portion</span>
      <AmountBox
        label="Portion"
        :shown="shown(process.portion_g)"
        unit="g"
        :problem="at('portion_g')"
        describedby="process-problem"
        @enter="set('portion_g', $event)"
      />
    </div>
    <label>
      <span>Shape</span>
      <select :value="process.shape" @change="picked('shape', $event)">
        <option v-for="s in reference?.shapes ?? []" :key="s" :value="s">{{ s }}</option>
      </select>
    </label>
    <div v-if="cut">
      <span>Start width</span>
      <AmountBox
        label="Start width"
        :shown="shown(process.start_diameter_mm)"
        unit="mm"
        :problem="at('start_diameter_mm')"
        describedby="process-problem"
        @enter="set('start_diameter_mm', $event)"
      />
    </div>
    <div v-if="cut">
      <span>thickness</span>
      <AmountBox
        label="Start thickness"
        :shown="shown(process.start_thickness_mm)"
        unit="mm"
        :problem="at('start_thickness_mm')"
        describedby="process-problem"
        @enter="set('start_thickness_mm', $event)"
      />
    </div>
    <label class="wide">
      <span>Oven</span>
      <select :value="process.oven_id ?? ''" @change="picked('oven_id', $event)">
        <option value="">not said</option>
        <option v-for="o in kitchen?.ovens ?? []" :key="o.id" :value="o.id">{{ o.name }}</option>
      </select>
    </label>
    <div class="oven">
      <span>set to</span>
      <AmountBox
        label="Oven"
        :shown="shown(process.oven_c)"
        unit="°C"
        :problem="at('oven_c')"
        describedby="process-problem"
        @enter="set('oven_c', $event)"
      />
    </div>
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
        <option v-for="t in kitchen?.trays ?? []" :key="t.id" :value="t.id">{{ t.name }}</option>
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
    <div>
      <span>Bake</span>
      <AmountBox
        label="Minutes in the oven"
        :shown="shown(process.minutes)"
        unit="min"
        :problem="at('minutes')"
        describedby="process-problem"
        @enter="set('minutes', $event)"
      />
    </div>
    <div title="A bang on the oven shelf flattens what has not set; empty for none">
      <span>bang at</span>
      <AmountBox
        label="Pan banged at"
        :shown="shown(process.bang_minute)"
        unit="min"
        placeholder="–"
        :problem="at('bang_minute')"
        describedby="process-problem"
        @enter="set('bang_minute', $event)"
      />
    </div>
    <div
      title="Opening the door cools the oven for a few minutes. Turning evens out front and back, which the forecast of one average piece can't show"
    >
      <span>turn at</span>
      <AmountBox
        label="Tray turned at"
        :shown="shown(process.rotate_minute)"
        unit="min"
        placeholder="–"
        :problem="at('rotate_minute')"
        describedby="process-problem"
        @enter="set('rotate_minute', $event)"
      />
    </div>
    <span v-if="ovenMarks" class="small-words advice">{{ ovenMarks }} <em>(rule of thumb)</em></span>
    <span v-for="c in dough.preview.value?.cautions ?? []" :key="c" class="small-words caution"
      ><b>Raw dough.</b> {{ c }}</span
    >
    <p v-for="p in problems" id="process-problem" :key="p" class="alert-words" role="alert">▲ {{ p }}</p>
  </div>
</template>

<style scoped>
.process {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 16px;
  padding: 5px 14px 4px;
  border-top: 1px solid var(--rule);
  background: var(--enamel-2);
}
.process > div,
.process > label {
  display: flex;
  align-items: baseline;
  gap: 6px;
  font-size: 0.9375rem;
}
.process > * > span:first-child {
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
