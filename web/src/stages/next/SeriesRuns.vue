<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, words, type Schemas } from '@/api/client'
import { useReference, type Quantity } from '@/api/queries'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import { whereOf } from './whereOf'
import BestPoint from './BestPoint.vue'
import LevelChart from './LevelChart.vue'

/** The runs of a series in baking order, each with its boxes, and what they say so far. */
const props = defineProps<{ series: Schemas['SeriesOut'] }>()
const dough = theDough()
const queryClient = useQueryClient()
const { ofRole, quantities } = useReference()
/** What a cookie is judged by, and what weighing gives, is always asked for. */
const usual = (q: Quantity): boolean => q.roles.includes('target') || q.roles.includes('worked_out')
/** Measures a cook has asked for beyond the usual, and those already written down. */
const more = ref<string[]>([])
const used = computed(() => new Set(props.series.runs.flatMap((r) => Object.keys(r.results))))
const boxes = computed(() =>
  ofRole('series').filter((q) => usual(q) || more.value.includes(q.key) || used.value.has(q.key)),
)
const others = computed(() => ofRole('series').filter((q) => !boxes.value.includes(q)))
const adding = ref('')
function addMeasure(): void {
  if (adding.value) more.value = [...more.value, adding.value]
  adding.value = ''
}
const problems = reactive<Record<string, string>>({})
const general = ref('')
/** What is typed into a run until the server has it. */
const typed = reactive<Record<number, Record<string, string>>>({})

function shown(run: Schemas['SeriesRunOut'], key: string): string {
  return typed[run.order]?.[key] ?? (run.results[key] ?? []).join(' ')
}
function type(run: Schemas['SeriesRunOut'], key: string, text: string): void {
  typed[run.order] = { ...typed[run.order], [key]: text }
}
/** One write after another, each on the revision the one before left. */
let last: Promise<void> = Promise.resolve()
function save(run: Schemas['SeriesRunOut']): void {
  last = last.then(() => send(run.order))
}
const KEY = ['series', dough.id]
const newest = (): Schemas['SeriesOut'] =>
  queryClient.getQueryData<Schemas['SeriesListOut']>(KEY)?.series.find((s) => s.id === props.series.id) ??
  props.series

async function send(order: number): Promise<void> {
  const mine = typed[order]
  const now = newest()
  const run = now.runs.find((r) => r.order === order)
  if (!mine || !run) return
  const all = Object.fromEntries(boxes.value.map((q) => [q.key, shown(run, q.key)]))
  try {
    const kept = await api.measureRun({
      params: { path: { series_id: props.series.id } },
      body: { revision: now.revision, order, typed: all },
    })
    queryClient.setQueryData<Schemas['SeriesListOut']>(
      KEY,
      (list) => list && { ...list, series: list.series.map((s) => (s.id === kept.id ? kept : s)) },
    )
    for (const key of Object.keys(problems)) Reflect.deleteProperty(problems, key)
    general.value = ''
    // What was typed while the answer was on its way stays.
    const left = Object.entries(typed[order] ?? {}).filter(([key, text]) => all[key] !== text)
    if (left.length) typed[order] = Object.fromEntries(left)
    else Reflect.deleteProperty(typed, order)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    for (const [key, text] of Object.entries(error.byField)) problems[`${order}.${key}`] = text
    general.value = words(error)
    if (error.byField['revision']) await askAnew(queryClient, 'series')
  }
}
/** What effects were compared with, and how much of that is the kitchen's usual. */
function scatter(s: Schemas['SeriesOut']['outcomes'][number]['spreads'][number], unit: string): string {
  const from = s.freedom
    ? `${fixed(100 * s.from_kitchen, 0)} % of its weight the kitchen's usual, the rest from ${s.freedom} degrees of freedom here`
    : "the kitchen's usual: nothing is repeated"
  return `${s.between} scatter ${fixed(s.sd, 1)} ${unit}, ${from}`
}
const unit = (o: Schemas['OutcomeOut']): string =>
  ['of 100', '%'].includes(quantities.value.get(o.key)?.unit ?? o.unit) ? 'points' : o.unit
</script>

<template>
  <p v-if="general" class="alert-words" role="alert">▲ {{ general }}</p>
  <BestPoint v-if="series.best" :best="series.best" />
  <table class="table table-sm runs">
    <thead>
      <tr>
        <th scope="col">Run</th>
        <th scope="col">Level</th>
        <th v-for="q in boxes" :key="q.key" scope="col">
          {{ q.label }}<span class="unit">, {{ q.unit }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in series.runs" :key="r.order">
        <th scope="row" class="fig">
          {{ r.order }}
          <span class="small-words">{{ whereOf(r, series.parted) }}</span>
        </th>
        <td class="level">{{ r.words }}</td>
        <td v-for="q in boxes" :key="q.key" :class="{ several: q.several }">
          <input
            class="form-control form-control-sm fig"
            :class="{ 'is-wrong': problems[`${r.order}.${q.key}`] }"
            :value="shown(r, q.key)"
            :aria-label="`Run ${r.order}, ${q.label.toLowerCase()}`"
            :aria-invalid="problems[`${r.order}.${q.key}`] ? true : undefined"
            @input="type(r, q.key, ($event.target as HTMLInputElement).value)"
            @change="save(r)"
          />
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="others.length" class="small-words more">
    <label>
      Measure more:
      <select v-model="adding" class="form-select form-select-sm" @change="addMeasure">
        <option value="">pick a measure</option>
        <option v-for="q in others" :key="q.key" :value="q.key">{{ q.label }}, {{ q.unit }}</option>
      </select>
    </label>
  </p>
  <p v-for="c in series.cautions" :key="c" class="small-words">△ {{ c }}</p>
  <div v-if="series.outcomes.length" class="outcomes">
    <article v-for="o in series.outcomes" :key="o.key">
      <h3>
        {{ o.label }}
        <span v-for="sp in o.spreads" :key="sp.between" class="small-words">{{ scatter(sp, unit(o)) }}</span>
      </h3>
      <LevelChart v-if="o.means.length" :outcome="o" :unit="unit(o)" />
      <p v-for="(e, n) in o.effects" :key="e.name" :class="{ faint: !e.clear }">
        {{ o.words[n] }}
        <span class="small-words fig"
          >{{ fixed(e.value, 1) }} {{ unit(o) }}, 95 %: {{ fixed(e.low, 1) }} to {{ fixed(e.high, 1)
          }}{{ e.p === null ? '' : `, p ${e.p < 0.001 ? 'under 0.001' : e.p.toFixed(3)}` }}</span
        >
      </p>
      <p v-if="o.bend" class="small-words">
        {{
          o.bend.clear
            ? `Not a straight line: the middle lies ${fixed(Math.abs(o.bend.value), 1)} ${unit(o)} ${o.bend.value > 0 ? 'above' : 'below'} it.`
            : 'Nothing speaks against a straight line.'
        }}
      </p>
      <p v-if="o.pieces" class="small-words">
        Pieces of one tray differ by {{ fixed(o.pieces.sd, 1) }} {{ unit(o) }}, some
        {{ fixed(100 * o.pieces.share, 0) }} % of what runs scatter. {{ o.pieces.words }}
      </p>
    </article>
  </div>
  <p v-else class="small-words">
    Effects show as soon as two levels are measured. Several readings go into one box, spaces between.
  </p>
</template>

<style scoped>
th .small-words {
  display: block;
}
.level {
  min-width: 164px;
}
.runs input {
  min-width: 52px;
  padding-inline: 6px;
}
.several input {
  min-width: 92px;
}
th[scope='row'] {
  font-weight: 400;
  white-space: nowrap;
}
.is-wrong {
  border-color: var(--alert);
}
.outcomes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 12px 24px;
}
h3 {
  font-size: 1rem;
  margin: 6px 0 2px;
}
h3 .small-words {
  font-weight: 400;
  display: block;
}
p {
  margin-bottom: 3px;
}
.faint {
  color: var(--ink-2);
}
.more select {
  display: inline-block;
  width: auto;
}
</style>
