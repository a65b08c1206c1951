<script setup lang="ts">
import { computed, ref } from 'vue'
import { fixed } from '@/ui/format'
import { typed } from '@/ui/typed'
import type { Run } from './overlay'
import PressTest from './PressTest.vue'
import type { useDevices } from './useDevices'
import type { RunWork } from './useRun'

/** A step that hands do or that waits: its time, what to watch, and what can be read, felt and added on the way. */
const props = defineProps<{
  run: Run
  step: Run['script']['steps'][number]
  work: RunWork
  devices: ReturnType<typeof useDevices>
}>()
const state = computed(() => props.run.state.steps?.[props.step.id])
const since = computed(() =>
  state.value?.begun != null && state.value.done == null
    ? (props.work.now.value - state.value.begun) / 60_000
    : null,
)
const base = computed(() => props.step.id.replace(/_\d+$/, ''))
const reads = computed(() => props.step.reads ?? '')
/** What would be read: the oven's own thermometer, or the probe. */
const live = computed(() =>
  props.devices.read((reads.value === 'oven' ? props.devices.oven : props.devices.probe).value?.id),
)
const onScale = computed(() => props.devices.read(props.devices.scale.value?.id))
const temperature = ref('')
const piece = ref('')
const text = ref('')
/** A press test takes the step's room while it goes on. */
const pressing = ref(false)
const water = ref('')
const mass = ref('')
const spoonful = ref('')
const wrong = ref('')

/** What was typed, or what a device reads where nothing was; null where it is no figure above least. */
function figure(said: string, device: number | null, least = -Infinity): number | null {
  const value = said.trim() === '' ? device : typed(said)
  return value === null || Number.isNaN(value) || value <= least ? null : Math.round(value * 10) / 10
}
async function act(what: string, values: Record<string, string | number>, source = 'hand'): Promise<void> {
  wrong.value = ''
  await props.work.act(what, { step: props.step.id, values, source })
}
async function read(): Promise<void> {
  const c = figure(temperature.value, live.value)
  if (c === null) {
    wrong.value = 'Type degrees Celsius, or plug the probe in.'
    return
  }
  await act('temperature', { of: reads.value, c }, temperature.value.trim() === '' ? 'probe' : 'hand')
  temperature.value = ''
}
async function note(): Promise<void> {
  if (text.value.trim() === '') return
  await act('note', { text: text.value.trim().slice(0, 400) })
  text.value = ''
}
async function spoon(ingredient: string, usual: number): Promise<void> {
  const grams = figure(spoonful.value, usual, 0)
  if (grams === null) wrong.value = 'How many grams went in?'
  else await act('added', { ingredient, grams })
}
async function cup(): Promise<void> {
  const w = figure(water.value, null, 0)
  const m = figure(mass.value, null, 0)
  if (w === null || m === null)
    wrong.value = 'Weigh the cup full of water, then full of the creamed mass, both without the cup.'
  else await act('cup', { water_g: w, mass_g: m })
}
async function portion(): Promise<void> {
  const grams = figure(piece.value, onScale.value, 0)
  if (grams === null) {
    wrong.value = 'Put a piece on the scale, or type its grams.'
    return
  }
  await act('portion', { grams }, piece.value.trim() === '' ? 'scale' : 'hand')
  piece.value = ''
}
const before = ref('')
const after = ref('')
async function browned(): Promise<void> {
  const b = figure(before.value, null, 0)
  const a = figure(after.value, onScale.value, 0)
  if (b === null || a === null) wrong.value = 'Weigh the butter before and after, both without the pan.'
  else await act('browned', { before_g: b, after_g: a }, after.value.trim() === '' ? 'scale' : 'hand')
}
const measures = computed(() => props.step.measures ?? [])
const sizes = ref<Record<string, string>>({ ...props.run.state.measured })
async function measure(): Promise<void> {
  const said = measures.value.filter(
    (q) =>
      (sizes.value[q.key] ?? '').trim() !== '' && sizes.value[q.key] !== props.run.state.measured?.[q.key],
  )
  if (said.length === 0) wrong.value = 'Nothing new is typed. A box may stay empty.'
  const bad = said.find((q) => figure(sizes.value[q.key] ?? '', null, 0) === null)
  if (bad) {
    wrong.value = `“${sizes.value[bad.key]}” is no figure for ${bad.label.toLowerCase()}.`
    return
  }
  for (const q of said) await act('measured', { quantity: q.key, text: (sizes.value[q.key] ?? '').trim() })
}
const pieces = computed(() => props.run.state.portions ?? [])
const isOff = (n: number): boolean => (props.run.pieces_off_g[n] ?? 0) !== 0
const at = (g: number): number =>
  Math.min(Math.max(430 + ((g / props.run.script.portion_g - 1) / 0.15) * 400, 8), 852)
const lastOff = computed(() => {
  const by = base.value === 'shape' ? (props.run.pieces_off_g.at(-1) ?? 0) : 0
  if (by === 0) return ''
  return `${fixed(Math.abs(by), 1)} g too ${by > 0 ? 'much: take some back' : 'little: add some'}, then weigh it again`
})
/** How far the oven still is from its heat, by its thermometer. */
const heats = computed(() => {
  if (base.value !== 'preheat' || live.value === null) return ''
  const to = props.run.script.oven_c - live.value
  if (to > props.run.at_heat_k) return `oven ${fixed(live.value, 0)} °C: ${fixed(to, 0)} K to go`
  return `✓ oven ${fixed(live.value, 0)} °C, at heat; walls take some minutes longer`
})
const additions = computed(() =>
  (props.run.state.additions ?? []).map(([id, grams]) => `${nameOf(String(id))} ${grams} g`).join(', '),
)
/** An ingredient by name, wherever the script tells of it. */
function nameOf(id: string): string {
  const spoons = props.run.script.steps.flatMap((s) => s.spoons ?? [])
  return spoons.find((x) => x.ingredient === id)?.name ?? id
}
const timer = async (minutes: number): Promise<void> => {
  await props.work.act('timer', {
    step: props.step.id,
    values: { timer: props.step.name, until: props.work.now.value + minutes * 60_000 },
    source: 'timer',
  })
}
</script>

<template>
  <div class="do">
    <p class="clock">
      <b class="fig">{{ since === null ? fixed(step.minutes, 0) : fixed(since, since < 10 ? 1 : 0) }}</b>
      <span>{{ since === null ? 'min planned' : `min of ${fixed(step.minutes, 0)}` }}</span>
    </p>
    <p class="words">{{ step.words }}</p>
    <p v-if="base === 'cream' && run.cup" class="words">
      The creamed mass weighs <b class="fig">{{ fixed(run.cup.relative_density, 2) }}</b> times water:
      {{ run.cup.verdict
      }}<template v-if="run.cup.go_on_min !== null">, some {{ fixed(run.cup.go_on_min, 1) }} min</template>.
    </p>
    <p v-if="heats" class="words" role="status">{{ heats }}</p>
    <p v-if="run.browned && base === 'brown'" class="words">{{ run.browned }}</p>
    <svg
      v-if="base === 'shape' && (run.state.portions?.length ?? 0) > 1"
      viewBox="0 0 860 40"
      class="spread"
      role="img"
      :aria-label="`Pieces weighed, from ${fixed(Math.min(...pieces), 1)} to ${fixed(Math.max(...pieces), 1)} g`"
    >
      <path :d="`M430 2 V38`" class="aim" />
      <circle v-for="(p, n) in pieces" :key="n" :cx="at(p)" cy="20" r="6" :class="{ out: isOff(n) }" />
    </svg>
    <p v-if="lastOff" class="alert-words words" role="status">▲ {{ lastOff }}</p>
    <p v-if="base === 'shape' && run.portions_mean_g != null" class="words">
      {{ run.state.portions?.length }} weighed: {{ fixed(run.portions_mean_g, 1) }} ±
      {{ fixed(run.portions_sd_g, 1) }} g, planned {{ fixed(run.script.portion_g, 1) }}.
    </p>
    <div v-if="!pressing" class="row">
      <template v-if="step.kind === 'wait' || step.minutes >= 3">
        <button type="button" class="big second" @click="timer(step.minutes)">
          timer {{ fixed(step.minutes, 0) }} min
        </button>
        <button type="button" class="big second" @click="timer(1)">1 min</button>
      </template>
      <label v-if="reads"
        >{{ reads }}, °C
        <input
          v-model="temperature"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="live === null ? '' : fixed(live, 1)"
          @keydown.enter.stop="read"
      /></label>
      <button v-if="reads" type="button" class="big second" @click="read">Note it</button>
      <template v-if="base === 'shape'">
        <label
          >a piece, g
          <input
            v-model="piece"
            class="form-control fig"
            inputmode="decimal"
            :placeholder="onScale === null ? '' : fixed(onScale, 1)"
            @keydown.enter.stop="portion"
        /></label>
        <button type="button" class="big second" @click="portion">Take the piece</button>
      </template>
    </div>
    <PressTest
      v-if="base === 'shape'"
      v-model="pressing"
      :run="run"
      :step="step"
      :work="work"
      :devices="devices"
    />
    <div v-if="base === 'brown'" class="row">
      <label
        >butter before, g
        <input
          v-model="before"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="onScale === null ? '' : fixed(onScale, 0)"
          @keydown.enter.stop
      /></label>
      <label
        >after, g
        <input
          v-model="after"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="onScale === null ? '' : fixed(onScale, 0)"
          @keydown.enter.stop="browned"
      /></label>
      <button type="button" class="big second" @click="browned">Weighed both</button>
    </div>
    <form v-if="measures.length" class="row measures" @submit.prevent="measure">
      <label v-for="q in measures" :key="q.key"
        >{{ q.label.toLowerCase() }}{{ ['mm', 'g'].includes(q.unit) ? `, ${q.unit}` : '' }}
        <input
          v-model="sizes[q.key]"
          class="form-control fig"
          inputmode="decimal"
          @keydown.enter.stop="measure"
      /></label>
      <button type="submit" class="big second">Write them down</button>
    </form>
    <div v-if="base === 'cream'" class="row">
      <label
        >cup of water, g
        <input v-model="water" class="form-control fig" inputmode="decimal" @keydown.enter.stop
      /></label>
      <label
        >cup of mass, g
        <input v-model="mass" class="form-control fig" inputmode="decimal" @keydown.enter.stop="cup"
      /></label>
      <button type="button" class="big second" @click="cup">Cup test</button>
    </div>
    <div v-if="step.feels?.length && !pressing" class="row" role="group" aria-label="How it is">
      <button
        v-for="x in step.feels"
        :key="x"
        type="button"
        class="big second"
        :aria-pressed="run.state.words?.[base] === x"
        :class="{ on: run.state.words?.[base] === x }"
        @click="act('word', { of: base, word: x })"
      >
        {{ x }}
      </button>
    </div>
    <div v-if="step.spoons?.length" class="row" role="group" aria-label="A spoon of something">
      <label
        >spoon of, g
        <input
          v-model="spoonful"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="fixed(step.spoons[0]?.grams, 1)"
          @keydown.enter.stop
      /></label>
      <button
        v-for="x in step.spoons"
        :key="x.ingredient"
        type="button"
        class="big second"
        @click="spoon(x.ingredient, x.grams)"
      >
        + {{ x.name }}
      </button>
    </div>
    <p v-if="run.state.additions?.length" class="words">Went in beside: {{ additions }}.</p>
    <div v-if="!pressing" class="row">
      <label class="wide"
        >note <input v-model="text" class="form-control" maxlength="400" @keydown.enter.stop="note"
      /></label>
      <button type="button" class="big second" @click="note">Write it down</button>
    </div>
    <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
  </div>
</template>

<style scoped>
.clock {
  display: flex;
  align-items: baseline;
  gap: 16px;
  margin: 0;
}
.clock b {
  font-size: 6rem;
  line-height: 1.05;
}
.clock span {
  font-size: 1.75rem;
}
.words {
  font-size: 1.375rem;
  margin: 0 0 6px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin-top: 8px;
}
.row input {
  min-height: 64px;
  font-size: 1.375rem;
  width: 8.5rem;
}
.row .wide,
.wide input {
  flex: 1;
  width: 100%;
  min-width: 12rem;
}
.spread {
  width: 100%;
  max-height: 40px;
}
.spread circle {
  fill: var(--cobalt);
  fill-opacity: 0.6;
}
.spread .out {
  fill: var(--alert);
}
.aim {
  stroke: var(--ink);
  stroke-dasharray: 4 4;
}
.measures input {
  width: 7rem;
}
.on {
  background: var(--butter);
  color: #1a2233;
}
</style>
