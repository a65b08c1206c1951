<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api } from '@/api/calls'
import { fixed } from '@/ui/format'
import TraceChart from './TraceChart.vue'

/** What the bench wrote down of a bake: traces beside the forecast, what was seen, and a guess beside both. */
const props = defineProps<{ dough: number; bake: number }>()
const { data: runs } = useQuery({
  queryKey: ['runs', () => props.dough],
  queryFn: () => api.runs({ params: { query: { dough_id: props.dough } } }),
})
const id = computed(() => runs.value?.find((r) => r.bake === props.bake)?.id)
const path = computed(() => ({ params: { path: { run_id: id.value ?? 0 } } }))
const there = computed(() => id.value !== undefined)
const { data: run } = useQuery({
  queryKey: ['runs', 'one', id],
  queryFn: () => api.run(path.value),
  enabled: there,
})
const { data: course } = useQuery({
  queryKey: ['course', id],
  queryFn: () => api.runCourse(path.value),
  enabled: there,
})
const { data: guess } = useQuery({
  queryKey: ['runs', 'guess', id],
  queryFn: () => api.runGuess(path.value),
  enabled: there,
})
const loads = computed(() =>
  (run.value?.state.loads ?? []).map((l) => ({
    ...l,
    trace: (run.value?.state.probes?.[`core ${l.load}`] ?? []).map(
      ([at = 0, c = 0]) => [(at - l.loaded) / 60_000, c] as [number, number],
    ),
    said: (l.cues ?? [])
      .map(([c, at]) => `${c} at ${fixed((Number(at) - l.loaded) / 60_000, 1)} min`)
      .join(', '),
  })),
)
const all = computed(() => [
  { who: 'you', rows: guess.value?.mine ?? [] },
  ...Object.entries(guess.value?.others ?? {}).map(([who, rows]) => ({ who, rows })),
])
const figure = (x: number | null, unit: string): string => (x === null ? '·' : `${fixed(x, 1)} ${unit}`)
</script>

<template>
  <section v-if="run" class="record" aria-label="From the bench">
    <h3>From the bench</h3>
    <template v-for="l in loads" :key="l.load">
      <p v-if="l.said || l.pulled != null" class="small-words">
        load {{ l.load
        }}<template v-if="l.pulled != null">, {{ fixed((l.pulled - l.loaded) / 60000, 1) }} min</template
        ><template v-if="l.said">: {{ l.said }}</template>
      </p>
      <TraceChart
        v-if="l.trace.length > 1"
        :course="course ?? []"
        :trace="l.trace"
        :minute="null"
        :first="run.window?.first_min ?? run.script.bake_min"
        :planned="run.script.bake_min"
      />
    </template>
    <table v-for="g in all.filter((x) => x.rows.length)" :key="g.who" class="guess">
      <thead>
        <tr>
          <th>{{ g.who === 'you' ? 'your guess' : `guess of ${g.who}` }}</th>
          <th>guess</th>
          <th>forecast then</th>
          <th>came</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="b in g.rows" :key="b.key">
          <td>{{ b.label }}</td>
          <td class="fig">{{ figure(b.guess, b.unit) }}</td>
          <td class="fig">{{ figure(b.forecast, b.unit) }}</td>
          <td class="fig">{{ figure(b.came, b.unit) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="guess?.words" class="small-words">In your words: {{ guess.words }}</p>
    <p v-for="h in guess?.held ?? []" :key="h.key" class="small-words">
      {{ h.label }}, {{ h.bakes }} {{ h.bakes === 1 ? 'bake' : 'bakes' }}: your guesses are
      {{ fixed(h.guess_off, 1) }} {{ h.unit }} off<template v-if="h.forecast_off !== null"
        >, the forecast {{ fixed(h.forecast_off, 1) }} {{ h.unit }}</template
      >; {{ h.words }}.
    </p>
  </section>
</template>

<style scoped>
.record {
  border-top: 1px solid var(--rule);
  margin-top: 10px;
  padding-top: 8px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0 0 4px;
}
.guess {
  width: 100%;
  max-width: 520px;
  margin: 6px 0;
}
.guess th,
.guess td {
  padding: 2px 10px 2px 0;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
p {
  margin: 2px 0;
}
</style>
