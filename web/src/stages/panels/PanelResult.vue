<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { useRights } from '@/api/queries'
import { theDough } from '@/dough/key'
import { day, fixed } from '@/ui/format'
import { usePanelQuestions } from './questions'

/** What a panel came to: the sentence, one drawing, then the figures. */
const props = defineProps<{ panel: Schemas['PanelOut'] }>()
const emit = defineEmits<{ took: [Schemas['PanelOut']] }>()
const out = computed(() => props.panel.outcome)
const name = (sample: number): string => props.panel.said.samples[sample]?.name ?? `sample ${sample + 1}`
const counted = computed(() => out.value?.right != null && out.value.critical != null)
const SETTLES: Record<string, string> = {
  shows: 'It shows',
  stands: 'It may stand',
  liked: 'One is liked',
  open: 'Still open',
}
const W = 560
/** A row of tasters: how many were right, where chance lies, how many it takes. */
const chance = computed(() => out.value?.chance ?? 0)
const x = computed(() => scaleLinear([0, Math.max(out.value?.of ?? 1, 1)], [0, W]))
/** From the least to the most that can be said on a scale; places from first to last. */
function spanOf(scale: string): [number, number] {
  const values = props.panel.scales.find((s) => s.key === scale)?.values
  return values ? [values[0] ?? 0, values.at(-1) ?? 1] : [1, props.panel.said.samples.length]
}
const at = (scale: string) => scaleLinear(spanOf(scale), [0, 300]).clamp(true)
const { data: offered } = usePanelQuestions()
const dx = scaleLinear([0, 4], [0, 520]).clamp(true)
const problem = ref('')
const keyShown = ref(false)
async function close(): Promise<void> {
  try {
    emit('took', await api.closePanel({ params: { path: { panel_id: props.panel.id } } }))
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
  }
}
const dough = theDough()
const may = useRights()
const taken = ref(false)
/** What is liked becomes what is wanted; needs and limits of the target stay. */
function take(): void {
  const target = dough.work.value?.target
  if (!target || !props.panel.liked) return
  dough.change({ target: { ...target, cookie: props.panel.liked.cookie } })
  taken.value = true
}
const acting = computed(() => (out.value?.penalties ?? []).filter((p) => p.share > 0))
</script>

<template>
  <div v-if="out" class="result">
    <p class="small-words">
      {{ panel.simulated ? 'Simulated tasters. ' : '' }}{{ panel.name }} · {{ panel.question.label }} ·
      {{
        panel.closed_at
          ? `closed ${day(panel.closed_at)}`
          : panel.state === 'open'
            ? 'still open'
            : 'its time is over'
      }}
      · <span class="fig">{{ out.of }}</span> answers
    </p>
    <h3>{{ out.answer }}</h3>
    <p v-if="panel.settled && (panel.said.settles || panel.settled.how !== 'open')" class="settled">
      <b>{{ SETTLES[panel.settled.how] }}</b>
      {{ panel.said.settles ? `(${panel.said.settles})` : '' }}: {{ panel.settled.words }}.
      <span v-if="panel.simulated" class="small-words"
        >Made-up tasters settle nothing of a real kitchen.</span
      >
    </p>
    <p v-if="panel.liked && may('develop')" class="liked">
      <template v-if="taken">{{ panel.liked.name }} is the target now; undo takes it back.</template>
      <BButton v-else size="sm" variant="outline-primary" @click="take"
        >Take {{ panel.liked.name }} for the target</BButton
      >
      <span class="small-words">Version {{ panel.liked.version }}: {{ panel.liked.basis }}.</span>
    </p>
    <p v-if="panel.broken_why" class="alert-words">
      ▲ Broken open before it was closed: {{ panel.broken_why }}
    </p>
    <svg
      v-if="counted && out.of"
      :viewBox="`0 0 ${W} 74`"
      class="row"
      role="img"
      :aria-label="`${out.right} of ${out.of}; ${out.critical} are needed, chance gives ${fixed(chance, 0)}`"
    >
      <rect
        v-for="n in out.of"
        :key="n"
        :x="x(n - 1) + 1"
        y="24"
        :width="Math.max(x(1) - 2, 1)"
        height="22"
        :class="n <= (out.right ?? 0) ? 'right' : 'wrong'"
      />
      <line :x1="x(chance)" :x2="x(chance)" y1="18" y2="52" class="chance" />
      <text :x="x(chance)" y="66" text-anchor="middle">chance</text>
      <line :x1="x(out.critical ?? 0)" :x2="x(out.critical ?? 0)" y1="18" y2="52" class="needed" />
      <text
        :x="x(out.critical ?? 0)"
        y="13"
        :text-anchor="(out.critical ?? 0) > 0.8 * out.of ? 'end' : 'middle'"
      >
        {{ out.critical }} needed at 5 %
      </text>
    </svg>
    <svg
      v-if="out.reading"
      viewBox="0 0 560 46"
      class="row"
      role="img"
      :aria-label="`Difference d′ ${fixed(out.reading.d, 1)}, ${fixed(out.reading.low, 1)} to ${fixed(out.reading.high, 1)}`"
    >
      <line x1="0" :x2="dx(4)" y1="14" y2="14" class="rail" />
      <line :x1="dx(out.reading.low)" :x2="dx(out.reading.high)" y1="14" y2="14" class="range" />
      <circle :cx="dx(out.reading.d)" cy="14" r="6" />
      <g v-for="t in offered?.sizes ?? []" :key="t.d">
        <line :x1="dx(t.d)" :x2="dx(t.d)" y1="20" y2="26" class="tick" />
        <text :x="dx(t.d)" y="40" :text-anchor="t.d === 0 ? 'start' : 'middle'">
          {{ t.d === 0 ? `d′ 0 ${t.word}` : `${t.d} ${t.word}` }}
        </text>
      </g>
    </svg>
    <table v-for="s in out.scales" :key="s.scale" class="table table-sm scale">
      <caption>
        {{
          s.label
        }}<span v-if="s.unit" class="unit">, {{ s.unit }}</span>
      </caption>
      <thead>
        <tr>
          <th scope="col">Sample</th>
          <th scope="col" class="text-end">mean</th>
          <th scope="col">95 % range</th>
          <th scope="col" title="Samples that share a letter can't be told apart">same as</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in s.means" :key="m.sample">
          <th scope="row">{{ name(m.sample) }}</th>
          <td class="fig text-end">{{ fixed(m.mean, 1) }}</td>
          <td>
            <svg viewBox="0 0 300 18" class="bar" aria-hidden="true">
              <line x1="0" x2="300" y1="9" y2="9" class="rail" />
              <line
                v-if="m.low !== null && m.high !== null"
                :x1="at(s.scale)(m.low)"
                :x2="at(s.scale)(m.high)"
                y1="9"
                y2="9"
                class="range"
              />
              <circle :cx="at(s.scale)(m.mean)" cy="9" r="5" />
            </svg>
            <span class="fig small-words">{{ fixed(m.low, 1) }} to {{ fixed(m.high, 1) }}</span>
          </td>
          <td>{{ m.letters }}</td>
        </tr>
      </tbody>
    </table>
    <p v-for="w in out.sentences" :key="w">{{ w }}</p>
    <table v-if="acting.length" class="table table-sm scale">
      <caption>
        Too little, too much
      </caption>
      <tbody>
        <tr v-for="p in acting" :key="`${p.sample} ${p.scale} ${p.side}`">
          <th scope="row">
            {{ name(p.sample) }}, {{ p.side < 0 ? 'too little' : 'too much' }}: {{ p.scale }}
          </th>
          <td class="fig text-end">{{ fixed(100 * p.share, 0) }} %</td>
          <td class="fig text-end">{{ p.drop === null ? '?' : fixed(-p.drop, 1) }} points of liking</td>
        </tr>
      </tbody>
    </table>
    <p v-for="m in out.minds" :key="m" class="small-words">△ {{ m }}</p>
    <p v-if="panel.uneven" class="small-words">△ {{ panel.uneven }}</p>
    <p class="small-words">
      Exact binomial for counts, tasters as blocks for figures, pairs by Tukey and Kramer; d′ is in sds of how
      one cookie tastes from time to time.
      <a :href="`/api/panels/${panel.id}/answers.csv`">Answers as CSV</a>,
      <a :href="`/api/panels/${panel.id}/answers.json`">as JSON</a>.
      <button type="button" class="btn btn-link small-words" @click="keyShown = !keyShown">
        {{ keyShown ? 'Hide the key' : 'What the codes were' }}
      </button>
    </p>
    <ol v-if="keyShown" class="keys">
      <li v-for="p in panel.plates" :key="p.number">
        <b class="fig">{{ p.number }}</b> {{ p.codes.map((c, n) => `${c} ${p.samples[n]}`).join(', ')
        }}{{ p.compare ? `; open: ${p.compare}` : '' }}
      </li>
    </ol>
    <BButton v-if="!panel.closed_at" variant="primary" @click="close">Close it</BButton>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
  </div>
</template>

<style scoped>
.liked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}
h3 {
  font-size: 1.25rem;
  margin: 0 0 8px;
  max-width: 60ch;
}
.row {
  width: 100%;
  max-width: 640px;
}
.settled {
  border-left: 4px solid var(--cobalt);
  padding-left: 10px;
}
.right {
  fill: var(--cobalt);
}
.wrong {
  fill: none;
  stroke: var(--graph-strong);
}
.chance {
  stroke: var(--ink-2);
  stroke-dasharray: 3 3;
}
.needed {
  stroke: var(--alert);
  stroke-width: 2;
}
text {
  font-size: 13px;
  fill: var(--ink-2);
}
.scale {
  max-width: 720px;
}
caption {
  caption-side: top;
  font-weight: 650;
  color: var(--ink);
  padding: 4px 0 0;
}
.bar {
  width: 300px;
  max-width: 60%;
  vertical-align: middle;
  margin-right: 8px;
}
.tick {
  stroke: var(--ink-2);
}
.rail {
  stroke: var(--graph);
  stroke-width: 6;
}
.range {
  stroke: var(--cobalt);
  stroke-width: 3;
}
circle {
  fill: var(--cobalt);
}
p {
  margin-bottom: 5px;
  max-width: 90ch;
}
.keys {
  list-style: none;
  padding: 0;
  columns: 3;
  font-size: 0.8125rem;
}
</style>
