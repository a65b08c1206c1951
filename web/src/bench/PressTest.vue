<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { words as errorWords } from '@/api/client'
import { fixed } from '@/ui/format'
import { typed } from '@/ui/typed'
import type { Run } from './overlay'
import type { useDevices } from './useDevices'
import type { RunWork } from './useRun'

/** A ball under a weight for half a minute: how stiff the dough is today, and how wide it will bake, before the oven. */
const props = defineProps<{
  run: Run
  step: Run['script']['steps'][number]
  work: RunWork
  devices: ReturnType<typeof useDevices>
}>()
const TIMER = 'Press'
const presses = computed(() => props.run.state.presses ?? [])
const open = defineModel<boolean>({ required: true })
const noted = computed(() => props.run.state.temperatures?.['dough']?.[0])
const probe = computed(() => props.devices.read(props.devices.probe.value?.id))
/** A small ball, the dough as it was last read, and the weight that would do: typed only where other. */
const usual = computed(() => ({
  ball: props.run.press_ball_g,
  c: noted.value ?? probe.value,
}))
const ball = ref('')
const c = ref('')
const weight = ref('')
const width = ref('')
const wrong = ref('')
const said = (text: string, otherwise: number | null): number =>
  (text.trim() === '' ? otherwise : typed(text)) ?? Number.NaN
const ballG = computed(() => said(ball.value, usual.value.ball))
const doughC = computed(() => said(c.value, usual.value.c))
const { data: weightG } = useQuery({
  queryKey: ['press weight', () => props.run.id, ballG, doughC],
  queryFn: () =>
    api.pressWeight({
      params: { path: { run_id: props.run.id }, query: { ball_g: ballG.value, dough_c: doughC.value } },
    }),
  enabled: () => open.value && ballG.value > 0 && Number.isFinite(doughC.value),
  retry: false,
})
const { data: told, error } = useQuery({
  queryKey: ['press', () => props.run.id, () => props.run.seq],
  queryFn: () => api.runPress({ params: { path: { run_id: props.run.id } } }),
  enabled: () => presses.value.length > 0,
  placeholderData: (before) => before,
  retry: false,
})
async function count(): Promise<void> {
  await props.work.act('timer', {
    step: props.step.id,
    values: { timer: TIMER, until: props.work.now.value + props.run.press_s * 1000 },
    source: 'timer',
  })
}
async function take(): Promise<void> {
  const values = {
    ball_g: ballG.value,
    weight_g: said(weight.value, weightG.value ?? Number.NaN),
    width_mm: said(width.value, Number.NaN),
    c: doughC.value,
  }
  const missing = Object.entries(asked).filter(
    ([key]) => !Number.isFinite(values[key as keyof typeof values]),
  )
  wrong.value = missing.length === 0 ? '' : `Say ${missing.map(([, name]) => name).join(', ')}.`
  if (missing.length === 0) await props.work.act('pressed', { step: props.step.id, values })
}
const asked = {
  ball_g: 'the ball in g',
  weight_g: 'the weight on it in g',
  width_mm: 'the width in mm, across after half a minute',
  c: 'the dough’s °C',
}
</script>

<template>
  <p v-if="!open" class="row">
    <button type="button" class="big second" @click="open = true">
      Press a ball: how wide will it bake?
    </button>
    <span v-if="told" class="small">{{ told.words }}</span>
  </p>
  <section v-else aria-label="Press test">
    <p class="words">
      A ball between two sheets of paper, the weight on top for {{ fixed(run.press_s, 0) }} s, off, then
      across in two directions.
    </p>
    <form class="row" @submit.prevent="take">
      <label
        >ball, g
        <input
          v-model="ball"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="fixed(usual.ball, 0)"
      /></label>
      <label
        >dough, °C
        <input
          v-model="c"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="usual.c === null ? '' : fixed(usual.c, 1)"
      /></label>
      <label
        >weight, g
        <input
          v-model="weight"
          class="form-control fig"
          inputmode="decimal"
          :placeholder="weightG == null ? '' : fixed(weightG, 0)"
      /></label>
      <button type="button" class="big second" @click="count">{{ fixed(run.press_s, 0) }} s</button>
      <label>width, mm <input v-model="width" class="form-control fig" inputmode="decimal" /></label>
      <button type="submit" class="big second">Pressed</button>
      <button type="button" class="big second" @click="open = false">Back</button>
    </form>
    <p v-if="wrong || error" class="alert-words" role="alert">▲ {{ wrong || errorWords(error) }}</p>
    <template v-if="told && !error">
      <p class="words" role="status">{{ told.words }}</p>
      <p class="small">
        {{ fixed(presses.at(-1)?.width_mm ?? null, 0) }} mm wide; {{ fixed(told.thought_mm, 0) }} were
        forecast. It carried the weight at {{ fixed(told.carried_pa / 1000, 2) }} kPa.
      </p>
      <ul v-if="told.changes.length" class="small">
        <li v-for="x in told.changes" :key="x.words">{{ x.words }}: {{ x.effect }}</li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.words {
  font-size: 1.375rem;
  margin: 6px 0;
}
.small {
  font-size: 1.125rem;
  margin: 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
}
.row input {
  min-height: 64px;
  font-size: 1.375rem;
  width: 6.5rem;
}
</style>
