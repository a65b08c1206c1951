<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { useAsk } from '@/api/ask'
import { axis, open } from '@/ui/axis'
import { fixed } from '@/ui/format'
import { partsOf } from '@/stages/stages'
import StageTabs from '@/ui/StageTabs.vue'
import { useNext } from './useNext'
import TermWord from '@/ui/TermWord.vue'

/** Two levers as a map: where the target is met, lines of equal distance, the bakes on it. */
const { dough, question, changes, note } = useNext()
const across = ref('')
const up = ref('')
const done = ref('')
const { answer, problem } = useAsk(
  () => [changes(), across.value, up.value],
  () => {
    const body = question()
    return body && api.whatIf({ body: { ...body, across: across.value, up: up.value } })
  },
)
const W = 600
const H = 430
const LEFT = 52
const BOTTOM = 40
const ends = (values: readonly number[] | undefined): [number, number] => [
  values?.[0] ?? 0,
  values?.at(-1) ?? 1,
]
const xEnds = computed(() => ends(answer.value?.across?.values))
const yEnds = computed(() => ends(answer.value?.up?.values))
const x = (v: number): number => open(xEnds.value, [LEFT, W - 8])(v)
const y = (v: number): number => open(yEnds.value, [H - BOTTOM, 8])(v)
const ticks = (of: [number, number]): number[] => axis(of, 5).ticks.filter((t) => t >= of[0] && t <= of[1])
const path = (points: readonly (readonly number[])[]): string =>
  points.map(([a = 0, b = 0], n) => `${n ? 'L' : 'M'}${x(a).toFixed(1)} ${y(b).toFixed(1)}`).join(' ')
/** A line is named where it is highest, inside the frame. */
const named = computed(() =>
  (answer.value?.lines ?? [])
    .filter((l) => l.points.length > 6)
    .map((l) => {
      const at = l.points[Math.floor(l.points.length / 2)] ?? [0, 0]
      return { level: l.level, x: x(at[0] ?? 0), y: y(at[1] ?? 0) }
    }),
)
const inside = computed(() =>
  (answer.value?.baked ?? []).filter(
    ([a = 0, b = 0]) =>
      a >= xEnds.value[0] && a <= xEnds.value[1] && b >= yEnds.value[0] && b <= yEnds.value[1],
  ),
)
const unit = (text: string | undefined): string => (text ? `, ${text}` : '')

function take(): void {
  const a = answer.value
  if (!a?.best_draft || !a.best || !a.across || !a.up) return
  dough.replaceDraft(a.best_draft)
  const text = `Tries ${a.across.name.toLowerCase()} ${fixed(a.best[0], 1)} ${a.across.unit} with ${a.up.name.toLowerCase()} ${fixed(a.best[1], 1)} ${a.up.unit}.`
  note(text)
  done.value = `${text} It is in the draft; undo takes it back.`
}
</script>

<template>
  <section class="whatif stage panel" aria-label="What if">
    <header>
      <h2>Next</h2>
      <StageTabs label="Parts of Next" :tabs="partsOf('next')" />
    </header>
    <div class="body">
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <p v-if="!answer && !problem" class="small-words" role="status">baking the map …</p>
      <p v-if="answer?.reason">{{ answer.reason }}</p>
      <p v-if="done" class="done" aria-live="polite">{{ done }}</p>
      <div v-if="answer?.levers.length" class="pick">
        <label
          >Across
          <select v-model="across" class="form-select form-select-sm">
            <option value="">{{ answer.across?.name ?? 'pick one' }}</option>
            <option v-for="l in answer.levers" :key="l.key" :value="l.key">{{ l.name }}</option>
          </select></label
        >
        <label
          >Up
          <select v-model="up" class="form-select form-select-sm">
            <option value="">{{ answer.up?.name ?? 'pick one' }}</option>
            <option v-for="l in answer.levers" :key="l.key" :value="l.key">{{ l.name }}</option>
          </select></label
        >
      </div>
      <template v-if="answer?.across && answer.up && answer.best">
        <h3 class="lead">{{ answer.words }}</h3>
        <div class="two">
          <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="answer.words">
            <rect :x="LEFT" y="8" :width="W - 8 - LEFT" :height="H - BOTTOM - 8" class="paper" />
            <g v-for="t in ticks(xEnds)" :key="`x${t}`">
              <line :x1="x(t)" :x2="x(t)" y1="8" :y2="H - BOTTOM" class="grid" />
              <text :x="x(t)" :y="H - BOTTOM + 15" class="tick mid">{{ t }}</text>
            </g>
            <g v-for="t in ticks(yEnds)" :key="`y${t}`">
              <line :x1="LEFT" :x2="W - 8" :y1="y(t)" :y2="y(t)" class="grid" />
              <text :x="LEFT - 5" :y="y(t) + 4" class="tick end">{{ t }}</text>
            </g>
            <path
              :d="answer.met.map((l) => `${path(l.points)}Z`).join(' ')"
              class="met"
              fill-rule="evenodd"
            />
            <path v-for="(l, n) in answer.lines" :key="`l${n}`" :d="path(l.points)" class="line" />
            <text v-for="(l, n) in named" :key="`n${n}`" :x="l.x" :y="l.y + 4" class="level">
              {{ l.level }}
            </text>
            <circle
              v-for="(p, n) in inside"
              :key="`b${n}`"
              :cx="x(p[0] ?? 0)"
              :cy="y(p[1] ?? 0)"
              r="4"
              class="bake"
            />
            <path :d="`M${x(answer.across.now) - 7} ${y(answer.up.now)}h14m-7 -7v14`" class="now" />
            <circle :cx="x(answer.best[0] ?? 0)" :cy="y(answer.best[1] ?? 0)" r="8" class="best" />
            <text :x="W - 8" :y="H - 6" class="tick end">
              {{ answer.across.name.toLowerCase() }}{{ unit(answer.across.unit) }}
            </text>
            <text x="2" :y="H - 6" class="tick">
              ↑ {{ answer.up.name.toLowerCase() }}{{ unit(answer.up.unit) }}
            </text>
          </svg>
          <div>
            <p>
              Nearest place: {{ answer.across.name.toLowerCase() }}
              <b class="fig">{{ fixed(answer.best[0], 1) }}</b> {{ answer.across.unit }},
              {{ answer.up.name.toLowerCase() }} <b class="fig">{{ fixed(answer.best[1], 1) }}</b>
              {{ answer.up.unit }}: {{ fixed(answer.best_distance, 1) }} clear misses from the target.
            </p>
            <BButton variant="primary" size="sm" @click="take">Try the nearest place</BButton>
            <p class="small-words legend">
              <b aria-hidden="true">+</b> the draft; <i class="ring" aria-hidden="true" /> the nearest place;
              shaded: every wished measure within reach; dots: versions baked here. Numbers on the lines are
              <TermWord name="clear_miss">clear misses</TermWord> from the target, by the forecast's best
              guess; all else stays as it is.
            </p>
          </div>
        </div>
      </template>
    </div>
  </section>
</template>

<style scoped src="./next.css" />
<style scoped>
.pick {
  display: flex;
  gap: 18px;
  flex-wrap: wrap;
}
.pick label {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 0.875rem;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 600px) minmax(180px, 1fr);
  gap: 18px;
}
.done {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 6px 14px;
}
.paper {
  fill: var(--enamel-2);
}
.grid {
  stroke: var(--graph);
}
.tick {
  font-size: 13px;
  fill: var(--ink-2);
}
.end {
  text-anchor: end;
}
.mid {
  text-anchor: middle;
}
.line {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 1.1;
}
.met {
  fill: var(--butter);
  fill-opacity: 0.45;
  stroke: var(--ink);
  stroke-width: 2;
}
.level {
  font-size: 12px;
  fill: var(--cobalt);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--enamel-2);
  stroke-width: 4px;
}
.bake {
  fill: var(--ink);
}
.now {
  stroke: var(--ink);
  stroke-width: 2.4;
  fill: none;
}
.best {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 2.5;
  stroke-dasharray: 5 3;
}
.legend {
  margin-top: 10px;
}
.ring {
  display: inline-block;
  width: 12px;
  height: 12px;
  border: 2px dashed var(--cobalt);
  border-radius: 50%;
}
</style>
