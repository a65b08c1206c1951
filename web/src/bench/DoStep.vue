<script setup lang="ts">
import { computed, ref } from 'vue'
import { fixed } from '@/ui/format'
import type { Run } from './overlay'
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
const probe = computed(() => props.devices.of(props.devices.probe.value?.id))
const temperature = ref('')
const text = ref('')
const water = ref('')
const mass = ref('')
const cureGrams = ref('5')
const wrong = ref('')
/** What can be read at this step, and what a finger says. */
const READS: Record<string, string> = {
  butter: 'butter',
  cream: 'butter',
  egg: 'egg',
  flour: 'dough',
  fold: 'dough',
  rest: 'dough',
  chill: 'oven dough',
  shape: 'dough',
  preheat: 'oven',
}
const WORDS: Record<string, string[]> = {
  butter: ['hard', 'firm, bends', 'takes a thumb', 'soft, no shine', 'shines', 'runs'],
  cream: ['pale, fluffy', 'grainy', 'warm, slack'],
  egg: ['smooth', 'curdled'],
  flour: ['just right', 'stiff', 'crumbly', 'sticky'],
  fold: ['just right', 'stiff', 'crumbly', 'sticky'],
  shape: ['holds', 'sticks', 'cracks'],
}
const CURES: [string, string][] = [
  ['egg', 'beaten egg'],
  ['milk', 'milk'],
  ['ap', 'flour'],
]
const reads = computed(() => READS[base.value])

function number(said: string): number | null {
  const value = Number(said.replace(',', '.'))
  return said.trim() !== '' && Number.isFinite(value) ? value : null
}
async function read(): Promise<void> {
  wrong.value = ''
  const typed = number(temperature.value)
  const c = typed ?? probe.value?.value
  if (c === undefined || (temperature.value.trim() !== '' && typed === null)) {
    wrong.value = 'Type degrees Celsius, or plug the probe in.'
    return
  }
  await props.work.act('temperature', {
    step: props.step.id,
    values: { of: reads.value ?? 'dough', c: Math.round(c * 10) / 10 },
    source: typed === null ? 'probe' : 'hand',
  })
  temperature.value = ''
}
async function say(word: string): Promise<void> {
  await props.work.act('word', { step: props.step.id, values: { of: base.value, word } })
}
async function note(): Promise<void> {
  if (text.value.trim() === '') return
  await props.work.act('note', { step: props.step.id, values: { text: text.value.trim().slice(0, 400) } })
  text.value = ''
}
async function cure(ingredient: string): Promise<void> {
  const grams = number(cureGrams.value)
  if (grams === null || grams <= 0) {
    wrong.value = 'How many grams went in?'
    return
  }
  wrong.value = ''
  await props.work.act('added', { step: props.step.id, values: { ingredient, grams } })
}
async function cup(): Promise<void> {
  const w = number(water.value)
  const m = number(mass.value)
  if (w === null || m === null || w <= 0) {
    wrong.value = 'Weigh the cup full of water, then full of the creamed mass, both without the cup.'
    return
  }
  wrong.value = ''
  await props.work.act('cup', { step: props.step.id, values: { water_g: w, mass_g: m } })
}
async function portion(): Promise<void> {
  const r = props.devices.of(props.devices.scale.value?.id)
  const grams = number(temperature.value) ?? r?.value ?? null
  if (grams === null || grams <= 0) {
    wrong.value = 'Put a piece on the scale, or type its grams.'
    return
  }
  await props.work.act('portion', {
    step: props.step.id,
    values: { grams: Math.round(grams * 10) / 10 },
    source: 'scale',
  })
  temperature.value = ''
}
const cups = computed(() => {
  const last = props.run.state.cups?.at(-1)
  return last ? (last[1] ?? 0) / (last[0] ?? 1) : null
})
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
    <p v-if="base === 'cream' && cups !== null" class="words">
      The creamed mass weighs <b class="fig">{{ fixed(cups, 2) }}</b> times water:
      {{ cups > 1.02 ? 'go on' : cups < 0.82 ? 'far enough, stop' : 'where cookies usually stop' }} (rule of
      thumb).
    </p>
    <p v-if="base === 'shape' && run.portions_mean_g != null" class="words">
      {{ run.state.portions?.length }} weighed: {{ fixed(run.portions_mean_g, 1) }} ±
      {{ fixed(run.portions_sd_g, 1) }} g, planned {{ fixed(run.script.portion_g, 1) }}.
    </p>
    <div class="row">
      <template v-if="step.kind === 'wait' || step.minutes >= 3">
        <button type="button" class="big second" @click="timer(step.minutes)">
          timer {{ fixed(step.minutes, 0) }} min
        </button>
        <button type="button" class="big second" @click="timer(1)">1 min</button>
      </template>
      <label v-if="reads"
        >{{ reads === 'oven' ? 'oven thermometer' : `${reads}` }}, °C
        <input
          v-model="temperature"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="probe ? fixed(probe.value, 1) : ''"
          @keydown.enter.stop="read"
      /></label>
      <button v-if="reads" type="button" class="big second" @click="read">Note it</button>
      <button v-if="base === 'shape'" type="button" class="big second" @click="portion">weigh a piece</button>
    </div>
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
    <div v-if="WORDS[base]" class="row" role="group" aria-label="How it is">
      <button
        v-for="x in WORDS[base]"
        :key="x"
        type="button"
        class="big second"
        :aria-pressed="run.state.words?.[base] === x"
        :class="{ on: run.state.words?.[base] === x }"
        @click="say(x)"
      >
        {{ x }}
      </button>
    </div>
    <div
      v-if="['flour', 'fold', 'egg'].includes(base)"
      class="row"
      role="group"
      aria-label="A spoon of something"
    >
      <label
        >spoon of, g
        <input v-model="cureGrams" class="form-control fig" inputmode="decimal" @keydown.enter.stop
      /></label>
      <button v-for="[id, name] in CURES" :key="id" type="button" class="big second" @click="cure(id)">
        + {{ name }}
      </button>
    </div>
    <p v-if="run.state.additions?.length" class="words">
      Went in beside: {{ run.state.additions.map((a) => `${a[0]} ${a[1]} g`).join(', ') }}.
    </p>
    <div class="row">
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
.on {
  background: var(--butter);
  color: #1a2233;
}
</style>
