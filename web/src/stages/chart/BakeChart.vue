<script setup lang="ts">
import { computed, ref } from 'vue'
import { theScrub } from '@/cookie/key'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import ChartPanel from './ChartPanel.vue'
import { PANELS } from './curves'

const dough = theDough()
const scrub = theScrub()
const { detail, detailIsOld } = dough

/** Cooling is shown for this long past the pull: carry-over is over by then. */
const AFTER = 5
const TALL = [150, 88, 88, 96, 116]
const asTable = ref(false)

const frames = computed(() => detail.value?.frames ?? [])
const pull = computed(() => detail.value?.minutes ?? 0)
const until = computed(() => pull.value + AFTER)
const open = computed(() => {
  const w = detail.value?.window
  return w && !w.note ? { from: w.earliest_min, to: w.latest_min } : null
})
const rows = computed(() => frames.value.filter((f, i) => f.minutes <= until.value && i % 3 === 0))
const marks = computed(() => {
  const d = detail.value
  if (!d) return []
  const w = d.window
  return [
    d.set_min === null ? null : `spreading over at ${fixed(d.set_min, 1)} min`,
    w && !w.note ? `earliest ${fixed(w.earliest_min, 1)} (${w.earliest_because})` : null,
    w && !w.note ? `latest ${fixed(w.latest_min, 1)} (${w.latest_because})` : null,
    d.carry_over_k === null
      ? null
      : `carry-over ${d.carry_over_k >= 0.05 ? '+' : ''}${fixed(d.carry_over_k, 1)} K at the core`,
  ].filter((m): m is string => m !== null)
})
const signed = (v: number, digits: number): string =>
  `${v < 0 ? '−' : '+'}${Math.abs(v).toFixed(Math.max(digits, Math.abs(v) < 1 ? 1 : 0))}`
const SCORES = ['rim_crisp', 'middle_soft', 'bite_chewy', 'crumb_cakey', 'tender', 'snap']
const SIZES = [
  'diameter_mm',
  'height_mm',
  'spread_factor',
  'loss_pct',
  'moisture_whole_pct',
  'aw_middle',
  'core_c',
]
const group = (keys: readonly string[]) => (detail.value?.ends ?? []).filter((e) => keys.includes(e.key))
const groups = computed(() => [
  { title: 'Size and water', ends: group(SIZES) },
  { title: 'Crust', ends: group(['crust_l', 'l_rim', 'l_base']) },
  { title: 'Texture', ends: group(SCORES) },
])
</script>

<template>
  <section class="panel chart" aria-labelledby="chart-title">
    <header>
      <h2 id="chart-title" class="h3">Bake chart</h2>
      <span class="small-words">{{ marks.join(' · ') }}</span>
      <BButton
        class="push"
        size="sm"
        variant="outline-primary"
        :aria-pressed="asTable"
        @click="asTable = !asTable"
      >
        {{ asTable ? 'As curves' : 'As a table' }}
      </BButton>
    </header>
    <p v-if="!detail" class="p-4">Working the bake out …</p>
    <p v-else-if="detail.no_forecast" class="p-4">{{ detail.no_forecast }}</p>
    <div v-else class="body" :class="{ old: detailIsOld }">
      <div v-if="asTable" class="left scroll" role="region" tabindex="0" aria-label="The bake as a table">
        <table class="table table-sm">
          <thead>
            <tr>
              <th scope="col">min</th>
              <th scope="col">core °C</th>
              <th scope="col">rim °C</th>
              <th scope="col">base °C</th>
              <th scope="col">wide mm</th>
              <th scope="col">tall mm</th>
              <th scope="col">water middle %</th>
              <th scope="col">water rim %</th>
              <th scope="col">L* middle</th>
              <th scope="col">L* rim</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="f in rows" :key="f.minutes" class="fig">
              <td>{{ fixed(f.minutes, 1) }}</td>
              <td>{{ fixed(f.core_c, 0) }}</td>
              <td>{{ fixed(f.rim_c, 0) }}</td>
              <td>{{ fixed(f.base_c, 0) }}</td>
              <td>{{ fixed(f.diameter_mm, 1) }}</td>
              <td>{{ fixed(f.height_mm, 1) }}</td>
              <td>{{ fixed(f.moisture_middle_pct, 1) }}</td>
              <td>{{ fixed(f.moisture_rim_pct, 1) }}</td>
              <td>{{ fixed(f.l_middle, 0) }}</td>
              <td>{{ fixed(f.l_rim, 0) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div v-else class="left">
        <ChartPanel
          v-for="(p, i) in PANELS"
          :key="p.title"
          :panel="p"
          :frames="frames"
          :until="until"
          :tall="TALL[i] ?? 100"
          :set="detail.set_min"
          :window="open"
          :pull="pull"
          :now="scrub.minute.value"
          :bottom="i === PANELS.length - 1"
          @scrub="scrub.to"
        />
        <p class="small-words key">
          Shaded: the good minutes. Solid upright: your {{ fixed(pull, 1) }} min. Dotted upright: spreading
          over. Drag to go through the bake.
        </p>
      </div>
      <div class="right scroll" role="region" tabindex="0" aria-labelledby="decides-title">
        <h3 id="decides-title">What decides this</h3>
        <p class="small-words">{{ detail.basis }}</p>
        <template v-for="g in groups" :key="g.title">
          <h4>{{ g.title }}</h4>
          <dl>
            <div v-for="e in g.ends" :key="e.key">
              <dt>
                {{ e.label }}
                <span class="fig value">{{ fixed(e.value, e.digits) }}</span>
                <span class="unit">{{ e.unit }}</span>
                <span v-if="e.low !== null" class="small-words fig"
                  >{{ fixed(e.low, e.digits) }}–{{ fixed(e.high, e.digits) }}</span
                >
              </dt>
              <dd>
                <span v-for="d in e.drives" :key="d.what">
                  {{ d.what }} <b class="fig">{{ signed(d.change, e.digits) }}</b>
                </span>
              </dd>
            </div>
          </dl>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.chart {
  display: flex;
  flex-direction: column;
  overflow: hidden;
}
header {
  display: flex;
  align-items: baseline;
  gap: 12px;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule);
}
h2 {
  margin: 0;
  white-space: nowrap;
}
.push {
  margin-left: auto;
  white-space: nowrap;
}
.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 292px;
  flex: 1;
  min-height: 0;
}
.old {
  opacity: 0.75;
}
.left {
  padding: 4px 0 0;
  overflow-y: auto;
}
.key {
  padding: 2px 14px 6px 46px;
  margin: 0;
}
.right {
  border-left: 1px solid var(--rule);
  padding: 8px 14px;
}
.scroll {
  overflow-y: auto;
}
h3 {
  font-size: 1.125rem;
  margin: 0;
}
h4 {
  margin: 10px 0 2px;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
dl {
  margin: 0;
}
dl > div {
  border-top: 1px solid var(--rule);
  padding: 3px 0;
}
dt {
  font-weight: 600;
  display: flex;
  gap: 5px;
  align-items: baseline;
}
dt .value {
  margin-left: auto;
}
dt .unit {
  font-weight: 400;
}
dd {
  margin: 0;
  font-size: 0.8125rem;
  color: var(--ink-2);
  display: flex;
  flex-wrap: wrap;
  column-gap: 10px;
}
dd b {
  color: var(--ink);
}
.table th {
  white-space: normal;
  max-width: 5.2rem;
  line-height: 1.2;
}
.table td,
.table th {
  padding: 3px 7px;
  text-align: right;
}
.table td {
  white-space: nowrap;
}
@media (max-width: 1150px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: max-content;
    overflow-y: auto;
  }
  .left,
  .right {
    overflow: visible;
  }
  .right {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
</style>
