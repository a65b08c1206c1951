<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import RunRecord from '@/bench/RunRecord.vue'
import { theDough } from '@/dough/key'
import { useReference, type Quantity } from '@/api/queries'
import { sidePath } from '@/cookie/scale'
import SectionPaper from '@/cookie/SectionPaper.vue'
import { choice, day, fixed, grams } from '@/ui/format'
import DiagnosisPanel from './DiagnosisPanel.vue'

const props = defineProps<{ bake: Schemas['BakeOut']; target: Schemas['SizeOut'] }>()
defineEmits<{ correct: [] }>()
const dough = theDough()

const { quantities, ofRole } = useReference()
const facts = computed(() => {
  const b = props.bake
  const out: [string, string][] = [
    [
      'Baked',
      `${day(b.baked_on)}${b.age_h === null ? '' : `, dough ${fixed(b.age_h, b.age_h < 10 ? 1 : 0)} h old`}`,
    ],
    [
      'Oven',
      [b.oven, b.oven_c === null ? null : `${b.oven_c} °C`, b.fan ? 'fan' : null]
        .filter(Boolean)
        .join(', ') || 'not noted',
    ],
    ['Time', b.minutes === null ? 'not noted' : `${b.minutes} min`],
    ['Tray', b.tray ?? 'not noted'],
    ['Portion', b.portion_g === null ? 'not noted' : `${b.portion_g} g`],
    ['Dough', b.dough_temp_c === null ? 'temperature not noted' : `${b.dough_temp_c} °C at the oven`],
    ['Butter', b.batch.butter_temp_c === null ? 'not noted' : `${b.batch.butter_temp_c} °C at mixing`],
    ...told.value,
  ]
  return out
})
const amount = (key: string, value: number): string => {
  const q = quantities.value.get(key)
  return `${fixed(value, q?.digits ?? 1)} ${q?.unit ?? ''}`.trim()
}
/** What follows from the readings, and what was read once. */
const told = computed<[string, string][]>(() => [
  ...ofRole('worked_out').map((q) => said(q, 'not measured')),
  ...ofRole('measured')
    .filter((q) => ['heat', 'taste'].includes(q.group) && !ofRole('target').includes(q))
    .filter((q) => q.key in props.bake.values)
    .map((q) => said(q, '')),
])
function said(q: Quantity, otherwise: string): [string, string] {
  const value = props.bake.values[q.key]
  return [q.label, value === undefined ? otherwise : amount(q.key, value)]
}
const measured = computed(() => {
  const m = props.bake.measured
  const read = ofRole('measured').filter((q) => ['size', 'shade'].includes(q.group) && m.readings?.[q.key])
  const parts = read.map((q) =>
    `${q.label.toLowerCase()} ${m.readings?.[q.key]?.join(', ')} ${q.unit}`.trim(),
  )
  const shades = read.some((q) => q.group === 'shade')
  const from = shades ? ` (shades ${m.shade_from === 'photo' ? 'from the photo' : 'by eye'})` : ''
  return (parts.join('; ') || 'no sizes') + from
})
</script>

<template>
  <div class="compare">
    <div class="head">
      <h3>
        Bake {{ bake.number }}
        <span class="small-words"
          >batch {{ bake.batch.number }} of version {{ bake.batch.version }}, logged by
          {{ bake.logged_by }}</span
        >
      </h3>
      <BButton size="sm" variant="link" @click="$emit('correct')">Correct this entry</BButton>
    </div>
    <p class="miss">{{ bake.sentence }}</p>
    <SectionPaper
      v-slot="{ view }"
      :across="[bake.size.cookie.diameter_mm, bake.forecast?.cookie.diameter_mm, target.cookie.diameter_mm]"
      :label="`Sections of target, forecast and bake ${bake.number} over one another. ${bake.sentence}`"
    >
      <path
        v-if="bake.size.outline.length"
        class="bake"
        :d="`${sidePath(bake.size.outline, view)}Z`"
        :fill="bake.size.hex ?? '#d9b884'"
      />
      <path v-if="bake.forecast" class="forecast" :d="sidePath(bake.forecast.outline, view)" />
      <path v-if="target.outline.length" class="target" :d="sidePath(target.outline, view)" />
    </SectionPaper>
    <div class="legend small-words" aria-hidden="true">
      <span><i :style="{ background: bake.size.hex ?? '#d9b884' }" /> bake {{ bake.number }}</span>
      <span
        ><svg width="26" height="8"><path class="target" d="M0 4h26" /></svg> target</span
      >
      <span v-if="bake.forecast"
        ><svg width="26" height="8"><path class="forecast" d="M0 4h26" /></svg> forecast ({{
          bake.forecast.method_words.toLowerCase()
        }})</span
      >
      <span v-else>{{ bake.no_forecast }}</span>
    </div>
    <table class="table table-sm">
      <thead>
        <tr>
          <th scope="col">Attribute</th>
          <th scope="col" class="text-end">Target</th>
          <th scope="col" class="text-end">Forecast</th>
          <th scope="col" class="text-end">Bake {{ bake.number }}</th>
          <th scope="col">Unit</th>
          <th scope="col">Against the target</th>
          <th scope="col">Against the forecast</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in bake.rows" :key="r.key">
          <th scope="row">{{ r.label }}</th>
          <td class="fig text-end">{{ fixed(r.target, r.digits) }}</td>
          <td class="fig text-end">{{ fixed(r.forecast, r.digits) }}</td>
          <td class="fig text-end">
            <b>{{ fixed(r.bake, r.digits) }}</b>
          </td>
          <td class="unit">{{ r.unit }}</td>
          <td>
            {{ r.from_target }}
            <span v-if="r.within_scatter && r.from_target !== 'as wanted'" class="small-words"
              >(could be scatter)</span
            >
          </td>
          <td class="small-words">{{ r.from_forecast }}</td>
        </tr>
      </tbody>
    </table>
    <DiagnosisPanel :bake-id="bake.id" />
    <dl class="facts">
      <div v-for="[k, v] in facts" :key="k">
        <dt>{{ k }}</dt>
        <dd>{{ v }}</dd>
      </div>
    </dl>
    <p v-if="bake.batch.weighed.length" class="small-words">
      Weighed differently:
      <span v-for="w in bake.batch.weighed" :key="w.line"
        >{{ w.name }} {{ grams(w.weighed_g) }} g instead of {{ grams(w.planned_g) }} g.
      </span>
    </p>
    <p v-if="bake.batch.lots.length" class="small-words">From {{ bake.batch.lots.join(', ') }}.</p>
    <p v-if="bake.batch.additions.length" class="small-words">
      Added on the spot:
      {{ bake.batch.additions.map((a) => `${a.name} ${grams(a.grams)} g`).join(', ') }}.
    </p>
    <p class="small-words">{{ choice(measured) }}.</p>
    <img
      v-if="bake.photo_id !== null"
      class="photo"
      :src="`/api/photos/${bake.photo_id}/sheet`"
      :alt="`Photo of bake ${bake.number} from above`"
      loading="lazy"
    />
    <blockquote v-if="bake.notes">{{ bake.notes }}</blockquote>
    <RunRecord :dough="dough.id.value" :bake="bake.number" />
  </div>
</template>

<style scoped>
.compare {
  padding: 8px 16px 14px;
  overflow-y: auto;
  min-width: 0;
}
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
h3 {
  font-size: 1.125rem;
  margin: 0;
}
h3 .small-words {
  font-weight: 400;
  margin-left: 6px;
}
.miss {
  font-weight: 650;
  margin: 2px 0 6px;
}
.bake {
  stroke: var(--ink-2);
  stroke-width: 0.8;
}
.target,
.forecast {
  fill: none;
  stroke-width: 2;
}
.target {
  stroke: var(--cobalt);
  stroke-dasharray: 7 5;
}
.forecast {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.legend {
  display: flex;
  gap: 18px;
  margin-bottom: 8px;
}
.legend i {
  display: inline-block;
  width: 18px;
  height: 10px;
  border-radius: 2px;
}
table {
  margin-bottom: 8px;
}
th[scope='row'] {
  font-weight: 600;
}
.facts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 4px 16px;
  margin: 0 0 6px;
}
dt {
  font-size: 0.8125rem;
  font-weight: 400;
  color: var(--ink-2);
}
dd {
  margin: 0;
}
p {
  margin-bottom: 4px;
}
.photo {
  width: 240px;
  border: 1px solid var(--rule);
}
blockquote {
  margin: 6px 0 0;
  padding-left: 10px;
  border-left: 3px solid var(--graph-strong);
}
</style>
