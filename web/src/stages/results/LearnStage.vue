<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { useAsk } from '@/api/ask'
import { day, fixed, signed } from '@/ui/format'
import StageTabs from '@/ui/StageTabs.vue'
import LearnSpan from './LearnSpan.vue'
import { useResultTabs } from './tabs'

/** What the kitchen's bakes teach: looked at first, taken into force by hand, and gone back from. */
const dough = theDough()
const tabs = useResultTabs()
const queryClient = useQueryClient()
/** Bakes left out; null takes the choice in force. */
const leftOut = ref<string[] | null>(null)
const failed = ref('')
const busy = ref(false)
const said = ref('')
const { answer, problem, again } = useAsk(
  () => leftOut.value,
  () => api.studyLearning({ body: { left_out: leftOut.value, dough_id: dough.id.value } }),
)
const counted = computed(() => (answer.value?.bakes ?? []).filter((b) => b.counts).length)
const inForce = computed(() => answer.value?.in_force ?? null)
const spoken = computed(() => (answer.value?.unknowns ?? []).filter((u) => u.spoke))
const silent = computed(() => (answer.value?.unknowns ?? []).filter((u) => !u.spoke))
const ovens = computed(() => spoken.value.filter((u) => u.key === 'oven_k'))

function turn(id: string): void {
  const now = leftOut.value ?? answer.value?.left_out ?? []
  leftOut.value = now.includes(id) ? now.filter((x) => x !== id) : [...now, id]
}
async function act(ask: () => Promise<unknown>, done: string): Promise<void> {
  busy.value = true
  failed.value = ''
  try {
    await ask()
    said.value = done
    await askAnew(queryClient, 'bakes', 'kitchen')
    again()
    dough.refresh()
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    failed.value = words(error)
    again()
  } finally {
    busy.value = false
  }
}
const adopt = (): Promise<void> =>
  act(
    () =>
      api.adoptLesson({
        body: { left_out: answer.value?.left_out ?? [], seen: inForce.value?.id ?? null, note: '' },
      }),
    `Learned from ${counted.value} bakes. Every forecast of this kitchen follows now.`,
  )
const goBack = (to: number | null): Promise<void> =>
  act(
    () => api.returnToLesson({ body: { to, seen: inForce.value?.id ?? null } }),
    to === null ? 'Back to general parameters.' : 'Back to the earlier one.',
  )
const says = (c: Schemas['CheckOut']): string =>
  `${c.label.toLowerCase()} ${fixed(c.measured, c.digits)} ${c.unit}, by the other bakes ${fixed(c.left_out, c.digits)}`
</script>

<template>
  <section class="learn stage panel" aria-label="Learn">
    <header>
      <h2>Results</h2>
      <StageTabs label="Parts of Results" :tabs="tabs" />
      <span class="push" />
      <span class="small-words">
        in force:
        <b>{{ inForce ? `number ${inForce.number}, from ${inForce.bakes} bakes` : 'general parameters' }}</b>
      </span>
      <BButton v-if="inForce" size="sm" variant="outline-primary" :disabled="busy" @click="goBack(null)"
        >Go back to general</BButton
      >
      <BButton size="sm" variant="primary" :disabled="busy || !counted" @click="adopt"
        >Learn from {{ counted }} bakes</BButton
      >
    </header>
    <div class="body">
      <p v-if="problem || failed" class="alert-words" role="alert">▲ {{ failed || problem }}</p>
      <p v-if="said" class="said" role="status">{{ said }}</p>
      <p v-if="!answer" class="small-words" role="status">reading the bakes …</p>
      <template v-else>
        <p v-if="answer.unlearned" class="small-words">
          {{ answer.unlearned }} bakes are not learned from yet. Nothing changes until you say so.
        </p>
        <p v-for="oven in ovens" :key="oven.whose" class="lead">
          <b>{{ oven.whose }}</b> is really
          <b
            ><span class="fig">{{ fixed(Math.abs(oven.proposed.value), 0) }}</span> K</b
          >
          {{ oven.proposed.value < 0 ? 'colder' : 'hotter' }} than it says
          <span class="small-words"
            >(8 times in 10 between {{ signed(oven.proposed.low, 0) }} and
            {{ signed(oven.proposed.high, 0) }} K; so far {{ signed(oven.now.low, 0) }} to
            {{ signed(oven.now.high, 0) }})</span
          >
        </p>
        <div class="cols">
          <div>
            <h3>
              What they say of the kitchen <span class="small-words">grey: in force; blue: proposed</span>
            </h3>
            <LearnSpan v-for="u in spoken" :key="`${u.whose}${u.key}`" :unknown="u" />
            <p v-if="silent.length" class="small-words">
              The bakes say nothing yet of
              {{ silent.map((u) => `${u.label.toLowerCase()} (${u.whose.toLowerCase()})`).join(', ') }}: these
              keep their general width.
            </p>
            <h3>How far forecasts were off <span class="small-words">root mean square</span></h3>
            <table class="table table-sm">
              <thead>
                <tr>
                  <th scope="col">Measure</th>
                  <th scope="col" class="text-end">Bakes</th>
                  <th scope="col" class="text-end">General</th>
                  <th scope="col" class="text-end">Learned</th>
                  <th scope="col" class="text-end">Each left out</th>
                  <th scope="col">Unit</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="e in answer.errors" :key="e.key">
                  <th scope="row">{{ e.label }}</th>
                  <td class="fig text-end">{{ e.bakes }}</td>
                  <td class="fig text-end">{{ fixed(e.general, Math.max(e.digits, 1)) }}</td>
                  <td class="fig text-end">{{ fixed(e.fitted, Math.max(e.digits, 1)) }}</td>
                  <td class="fig text-end">
                    <b>{{ fixed(e.left_out, Math.max(e.digits, 1)) }}</b>
                  </td>
                  <td class="unit">{{ e.unit }}</td>
                </tr>
              </tbody>
            </table>
            <p class="small-words">
              “Each left out” is the honest one: every bake forecast from all the others.
            </p>
            <template v-if="answer.teaches.length">
              <h3>What to measure at the next bake <span class="small-words">most telling first</span></h3>
              <ol class="teach">
                <li v-for="t in answer.teaches.slice(0, 4)" :key="t.key">
                  {{ t.words }} <span class="small-words fig">{{ t.narrows }}</span>
                </li>
              </ol>
            </template>
          </div>
          <div>
            <h3>Which bakes count</h3>
            <ul class="bakes">
              <li v-for="b in answer.bakes" :key="b.id">
                <label>
                  <input
                    type="checkbox"
                    :checked="b.counts"
                    :disabled="!b.counts && !b.by_hand"
                    @change="turn(b.id)"
                  />
                  {{ b.dough }}{{ b.words ? `, ${b.words}` : ` ${b.number}` }}</label
                >
                <span class="small-words"
                  >{{ day(b.baked_on) }}, {{ b.oven.toLowerCase()
                  }}{{ b.new && b.counts ? ', new' : '' }}</span
                >
                <span v-if="b.why" class="small-words">△ {{ b.why }}</span>
                <span v-for="c in b.checks.filter((x) => x.far)" :key="c.key" class="alert-words"
                  >△ does not fit: {{ says(c) }}. Measured right? Else leave it out.</span
                >
              </li>
            </ul>
            <template v-if="answer.history.length">
              <h3>Learned before</h3>
              <ul class="bakes">
                <li v-for="h in answer.history" :key="h.id">
                  <b>{{ h.number }}</b> from {{ h.bakes }} bakes
                  <span class="small-words">{{ day(h.made_at.slice(0, 10)) }}, {{ h.made_by }}</span>
                  <span v-if="h.id === inForce?.id" class="small-words">in force</span>
                  <BButton v-else size="sm" variant="link" :disabled="busy" @click="goBack(h.id)">
                    go back to it
                  </BButton>
                </li>
              </ul>
            </template>
          </div>
        </div>
      </template>
    </div>
  </section>
</template>

<style scoped>
h3 {
  font-size: 1rem;
  margin: 8px 0 4px;
}
h3 .small-words {
  font-weight: 400;
}
.body {
  padding: 8px 14px;
  overflow-y: auto;
}
.lead {
  font-size: 1.125rem;
  margin-bottom: 2px;
}
.said {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 4px 12px;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 26px;
}
.bakes {
  list-style: none;
  margin: 0;
  padding: 0;
}
.bakes li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  padding: 2px 0;
}
.bakes .alert-words {
  flex-basis: 100%;
}
.teach {
  margin: 0;
  padding-left: 20px;
}
table {
  margin-bottom: 2px;
}
th[scope='row'] {
  font-weight: 600;
}
p {
  margin-bottom: 3px;
}
@media (max-width: 1150px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
