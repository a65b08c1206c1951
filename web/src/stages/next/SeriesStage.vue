<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { useAsk } from '@/api/ask'
import { day, fixed } from '@/ui/format'
import { partsOf } from '@/stages/stages'
import StageTabs from '@/ui/StageTabs.vue'
import SeriesPower from './SeriesPower.vue'
import SeriesRuns from './SeriesRuns.vue'
import { whereOf } from './whereOf'

/** A small designed series: planned, its runs written down, its effects read. */
const dough = theDough()
const queryClient = useQueryClient()
const chosen = ref<number | null>(null)
const planning = ref(false)
const { data: all } = useQuery({
  queryKey: ['series', dough.id],
  queryFn: () => api.series({ params: { path: { dough_id: dough.id.value } } }),
})
const series = computed(() => all.value?.series ?? [])
const shown = computed(() => series.value.find((s) => s.id === chosen.value) ?? series.value[0] ?? null)

const form = ref({ name: '', keys: [''], levels: [''], repeats: 2, pieces: 6, seed: 1, fraction: false })
const failed = ref('')
/** So many things at once leave something to leave out; so many are the most; beyond so many only a part is baked. */
const LEAST_PARTED = 3
const MOST = 5
watch(all, (now) => {
  if (now && !now.series.length) planning.value = true
})
const lever = (key: string): Schemas['LeverOut'] | undefined => all.value?.levers.find((l) => l.key === key)
function pick(n: number, key: string): void {
  form.value.keys[n] = key
  const found = lever(key)
  const levels = found?.suggested ?? []
  const two = [levels[0], levels.at(-1)].filter((x) => x !== undefined)
  form.value.levels[n] = (form.value.keys.length > 1 && !isShare(key) ? two : levels).join(' ')
  // Both shares together are a mixture: its triangle is what is usually baked.
  if (mixture.value) form.value.fraction = true
}
/** Shares of flour, sugar and fat add up: two of them are baked as a mixture. */
const isShare = (key: string): boolean => key.startsWith('share:')
const mixture = computed(() => form.value.keys.length > 1 && form.value.keys.every(isShare))
function another(): void {
  form.value.keys.push('')
  form.value.levels.push('')
  form.value.keys.forEach((k, n) => k && pick(n, k))
  if (form.value.keys.length > LEAST_PARTED) form.value.fraction = true
}
function fewer(): void {
  form.value.keys.pop()
  form.value.levels.pop()
}
const body = computed(() => ({
  name: form.value.name,
  factors: form.value.keys
    .map((key, n) => ({
      key,
      levels: (form.value.levels[n] ?? '')
        .split(/[\s;]+/)
        .filter(Boolean)
        .map((x) => Number(x.replace(',', '.'))),
    }))
    .filter((f) => f.key !== ''),
  repeats: Number(form.value.repeats) || 0,
  pieces: Number(form.value.pieces) || 0,
  seed: form.value.seed,
  fraction: form.value.fraction && (mixture.value || form.value.keys.length >= LEAST_PARTED),
}))
const readable = computed(
  () =>
    body.value.factors.length > 0 &&
    body.value.factors.every((f) => f.levels.length > 0 && f.levels.every(Number.isFinite)),
)
const unreadable = computed(() =>
  body.value.factors.every((f) => f.levels.every(Number.isFinite))
    ? ''
    : 'Levels are numbers with spaces between, for instance 85 100 115.',
)
const path = () => ({ params: { path: { dough_id: dough.id.value } } })
const { answer: plan, problem } = useAsk(
  () => (planning.value ? body.value : null),
  () => (planning.value && readable.value ? api.tryPlan({ ...path(), body: body.value }) : null),
)
function howMade(s: Schemas['SeriesOut']): string {
  if (s.one_dough) return 'One base dough, split by weight'
  const doughs = new Set(s.runs.filter((r) => r.block === 1).map((r) => r.dough)).size
  return s.parted ? `${doughs} doughs a round, each split by weight` : 'Each level mixed by itself'
}
const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

async function keep(): Promise<void> {
  failed.value = ''
  try {
    const made = await api.keepPlan({ ...path(), body: body.value })
    await askAnew(queryClient, 'series')
    chosen.value = made.id
    planning.value = false
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    failed.value = words(error)
  }
}
</script>

<template>
  <section class="series stage panel" aria-label="Series">
    <header>
      <h2>Next</h2>
      <StageTabs label="Parts of Next" :tabs="partsOf('next')" />
      <span class="push" />
      <BFormSelect
        v-if="series.length && !planning"
        v-model="chosen"
        size="sm"
        class="which"
        aria-label="Which series"
      >
        <BFormSelectOption v-for="s in series" :key="s.id" :value="s.id">
          {{ s.name }}, {{ s.done }} of {{ s.runs.length }} baked
        </BFormSelectOption>
      </BFormSelect>
      <BButton v-if="!planning" size="sm" variant="primary" @click="planning = true">Plan a series</BButton>
      <BButton v-else-if="series.length" size="sm" variant="outline-primary" @click="planning = false"
        >Back to the series</BButton
      >
    </header>
    <div v-if="planning" class="body plan">
      <form autocomplete="off" @submit.prevent="keep">
        <label class="f"
          ><span>What does it ask?</span>
          <BFormInput
            v-model="form.name"
            size="sm"
            maxlength="120"
            placeholder="How much sugar for a crisp rim"
          />
        </label>
        <div v-for="(key, n) in form.keys" :key="n" class="factor">
          <label class="f"
            ><span>{{ n === 0 ? 'Vary' : 'and' }}</span>
            <select
              class="form-select form-select-sm"
              :value="key"
              :aria-label="`What to vary, ${n + 1}`"
              @change="pick(n, ($event.target as HTMLSelectElement).value)"
            >
              <option value="" disabled>pick one</option>
              <option v-for="l in all?.levers ?? []" :key="l.key" :value="l.key">{{ l.name }}</option>
            </select>
          </label>
          <label class="f levels"
            ><span
              >Levels<span v-if="lever(key)" class="unit"
                >, {{ lever(key)?.unit }}, now {{ fixed(lever(key)?.now ?? null, 1) }}</span
              ></span
            >
            <BFormInput
              :model-value="form.levels[n] ?? ''"
              size="sm"
              class="fig"
              :aria-label="`Levels, ${n + 1}`"
              placeholder="85 100 115"
              @update:model-value="form.levels[n] = String($event ?? '')"
            />
          </label>
        </div>
        <div class="acts">
          <BButton v-if="form.keys.length < MOST" size="sm" variant="outline-primary" @click="another">
            Vary another with it
          </BButton>
          <BButton v-if="form.keys.length > 1" size="sm" variant="outline-primary" @click="fewer"
            >One fewer</BButton
          >
        </div>
        <label v-if="form.keys.length >= LEAST_PARTED" class="part">
          <input v-model="form.fraction" type="checkbox" class="form-check-input" />
          Bake only a part of all combinations: fewer mixings; what gets mixed up is named.
        </label>
        <label v-else-if="mixture" class="part">
          <input v-model="form.fraction" type="checkbox" class="form-check-input" />
          Six mixtures, a triangle, instead of nine: nothing with most sugar and most fat at once.
        </label>
        <div class="factor">
          <label class="f"
            ><span>Rounds</span>
            <BFormInput
              v-model="form.repeats"
              size="sm"
              class="fig"
              inputmode="numeric"
              aria-label="Rounds"
            />
          </label>
          <label class="f"
            ><span>Pieces of each a round</span>
            <BFormInput
              v-model="form.pieces"
              size="sm"
              class="fig"
              inputmode="numeric"
              aria-label="Pieces of each a round"
            />
          </label>
        </div>
        <p v-if="unreadable || problem || failed" class="alert-words" role="alert">
          ▲ {{ unreadable || failed || problem }}
        </p>
        <div class="acts">
          <BButton type="submit" variant="primary" :disabled="!plan || !readable">Keep this series</BButton>
          <BButton v-if="plan" size="sm" variant="outline-primary" @click="form.seed += 1"
            >Draw lots again</BButton
          >
        </div>
        <SeriesPower :plan="readable ? body : null" />
      </form>
      <div v-if="plan" class="shown">
        <h3>
          {{ howMade(plan) }}
          <span class="small-words fig">{{ fixed(plan.dough_g, 0) }} g in all</span>
        </h3>
        <table class="table table-sm">
          <thead>
            <tr>
              <th scope="col">Weigh and change</th>
              <th scope="col" class="text-end">mm across</th>
              <th scope="col" class="text-end">mm tall</th>
              <th scope="col" class="text-end">rim</th>
              <th scope="col" class="text-end">L*</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="s in plan.splits" :key="s.words">
              <th scope="row">{{ s.words }}</th>
              <td class="fig text-end">{{ fixed(s.diameter_mm, 1) }}</td>
              <td class="fig text-end">{{ fixed(s.height_mm, 1) }}</td>
              <td class="fig text-end">{{ fixed(s.rim_crisp, 0) }}</td>
              <td class="fig text-end">{{ fixed(s.crust_l, 0) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="small-words">
          Figures by the forecast. Bake in this order, drawn by lot within each round,
          {{ plan.runs.some((r) => r.place) ? 'at its place on the tray' : 'each on a tray of its own' }}:
        </p>
        <ol class="order">
          <li v-for="r in plan.runs" :key="r.order">
            <b class="fig">{{ r.order }}</b> <span>{{ r.words }}</span>
            <span class="small-words">{{ whereOf(r, plan.parted) }}</span>
          </li>
        </ol>
        <p v-for="c in plan.cautions" :key="c" class="small-words">△ {{ c }}</p>
      </div>
      <p v-else class="small-words shown">
        Pick what to vary. The forecast shows what each level should do, and lots are drawn for the order.
      </p>
    </div>
    <div v-else-if="shown" class="body">
      <p class="small-words">
        Planned {{ shown.made_at ? day(shown.made_at.slice(0, 10)) : '' }} by {{ shown.made_by }},
        {{ shown.pieces }} pieces of each a round, {{ lower(howMade(shown)) }}.
      </p>
      <SeriesRuns :key="shown.id" :series="shown" />
    </div>
  </section>
</template>

<style scoped>
h3 {
  font-size: 1rem;
  margin: 0 0 4px;
}
.which {
  max-width: 230px;
}
.body {
  padding: 8px 14px;
  overflow-y: auto;
  min-height: 0;
}
.plan {
  display: grid;
  grid-template-columns: 330px minmax(0, 1fr);
  gap: 22px;
}
.f > span {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.f {
  display: block;
  margin-bottom: 6px;
}
.factor {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.part {
  display: block;
  font-size: 0.875rem;
  margin-bottom: 8px;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 8px;
}
.order {
  list-style: none;
  padding: 0;
  margin: 0 0 8px;
  columns: 2;
}
.order li {
  display: grid;
  grid-template-columns: 24px 1fr;
  break-inside: avoid;
}
.order .small-words {
  grid-column: 2;
}
.order b {
  display: inline-block;
  min-width: 24px;
}
table {
  margin-bottom: 6px;
}
tbody th {
  font-weight: 400;
}
p {
  margin-bottom: 4px;
}
@media (max-width: 900px) {
  .plan {
    grid-template-columns: minmax(0, 1fr);
  }
  .order {
    columns: 1;
  }
}
</style>
