<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { words as errorWords } from '@/api/client'
import { fixed } from '@/ui/format'
import { typed } from '@/ui/typed'
import { chime } from './chime'
import type { Run } from './overlay'
import TraceChart from './TraceChart.vue'
import type { useDevices } from './useDevices'
import type { RunWork } from './useRun'
import { api } from '@/api/calls'

/** One load in the oven: in, looked at, turned, pulled. Minutes are from the log, whoever looks at them. */
const props = defineProps<{
  run: Run
  step: Run['script']['steps'][number]
  work: RunWork
  devices: ReturnType<typeof useDevices>
}>()
const signed = (x: number): string => `${x > 0 ? '+' : ''}${fixed(x, 0)}`
const load = computed(() => (props.run.state.loads ?? []).find((l) => l.load === props.step.load))
const minute = computed(() =>
  load.value ? ((load.value.pulled ?? props.work.now.value) - load.value.loaded) / 60_000 : null,
)
const window = computed(() => props.run.window)
const planned = computed(() => props.step.minutes)
const SEEN_FROM = 6
/** A reading a few times a minute of the oven's own time. */
const PROBE_EVERY_MS = 8000
const readings = computed(() => props.run.state.probes?.[`core ${props.step.load}`] ?? [])
/** The forecast as the trace has it: asked again as readings come, a few at a time. */
const { data: corrected } = useQuery({
  queryKey: ['trace', () => props.run.id, () => props.step.load, () => Math.floor(readings.value.length / 3)],
  queryFn: () => api.runTrace({ params: { path: { run_id: props.run.id, load: props.step.load ?? 1 } } }),
  enabled: () => readings.value.length >= SEEN_FROM,
  placeholderData: (before) => before,
})
const first = computed(
  () => corrected.value?.first_min ?? props.step.look_min ?? window.value?.first_min ?? planned.value - 2,
)
const { data: course } = useQuery({
  queryKey: ['course', () => props.run.id],
  queryFn: () => api.runCourse({ params: { path: { run_id: props.run.id } } }),
  staleTime: Infinity,
})
/** What is to be done now, the most pressing first. */
const prompt = computed(() => {
  const m = minute.value
  if (m === null || load.value?.pulled != null) return ''
  if (m >= planned.value + 0.05) return `▲ ${fixed(m - planned.value, 1)} min past the planned minute`
  if (m >= first.value) return 'look now, then every minute'
  if (props.step.turn_min != null && m >= props.step.turn_min && load.value?.turned == null)
    return 'turn and change shelves now'
  if (props.step.bang_min != null && m >= props.step.bang_min && load.value?.banged == null)
    return 'bang the tray now'
  return `first look at ${fixed(first.value, 1)} min`
})
const values = computed(() => ({ load: props.step.load ?? 1 }))
const act = (what: string, more: Record<string, number | string> = {}) =>
  props.work.act(what, { step: props.step.id, values: { ...values.value, ...more } })

async function go(): Promise<void> {
  if (!load.value) {
    await props.work.act('begun', { step: props.step.id })
    await act('loaded', { pieces: props.step.pieces ?? 0 })
    await stage()
  } else if (load.value.pulled == null) {
    await act('pulled')
    await props.work.act('done', { step: props.step.id })
  }
}
/** Where the oven and the probes are stand-ins, they are told that something went in. */
async function stage(): Promise<void> {
  const probe = props.devices.probe.value
  if (probe?.facts['how'] !== 'simulated') return
  await api
    .deviceAct({ params: { path: { device_id: probe.id } }, body: { what: 'bake', run: props.run.id } })
    .catch(() => undefined)
}
watch(minute, (m, before) => {
  if (m === null || before === null || before === undefined || load.value?.pulled != null) return
  const passed = (at: number | null | undefined): boolean => at != null && before < at && m >= at
  if (passed(first.value)) chime('look')
  else if (passed(props.step.turn_min) || passed(props.step.bang_min)) chime('timer')
  else if (passed(planned.value)) chime('alarm')
  else if (m > first.value && Math.floor(m - first.value) > Math.floor(before - first.value)) chime('look')
})
const core = computed(() => props.devices.read(props.devices.probe.value?.id))
let last = 0
// A probe in the cookie writes itself down, a few times a minute.
watch(core, (c) => {
  if (c === null || !load.value || load.value.pulled != null) return
  if (props.work.now.value - last < PROBE_EVERY_MS) return
  last = props.work.now.value
  void props.work.act('probe', {
    step: props.step.id,
    values: { of: `core ${props.step.load}`, c: Math.round(c * 10) / 10 },
    source: 'probe',
  })
})
const air = computed(() => props.devices.read(props.devices.oven.value?.id))
let lastAir = 0
watch(air, (c) => {
  if (c === null || !load.value || load.value.pulled != null) return
  if (props.work.now.value - lastAir < 3 * PROBE_EVERY_MS) return
  lastAir = props.work.now.value
  void props.work.act('probe', {
    step: props.step.id,
    values: { of: 'oven', c: Math.round(c * 10) / 10 },
    source: 'probe',
  })
})
// How it came out, and what that says of the next load.
const seen = computed(() => props.run.state.seen?.find((s) => s.load === props.step.load))
const width = ref('')
const looks = computed(
  () =>
    [
      { of: 'rim', label: 'The rim is', words: props.run.rims },
      { of: 'bite', label: 'It bites', words: props.run.bites },
    ] as const,
)
const said = ref({ rim: '', bite: '' })
const wrong = ref('')
const loads = computed(() => props.run.script.steps.filter((s) => s.kind === 'bake').length)
const { data: next, error: nextError } = useQuery({
  queryKey: ['nextLoad', () => props.run.id, () => props.step.load, () => JSON.stringify(seen.value)],
  queryFn: () => api.nextLoad({ params: { path: { run_id: props.run.id, load: props.step.load ?? 1 } } }),
  enabled: () => seen.value !== undefined,
})
async function look(): Promise<void> {
  const mm = typed(width.value)
  if (mm !== null && (Number.isNaN(mm) || mm < 10 || mm > 600)) {
    wrong.value = `“${width.value}” is no width. Type millimetres, such as 82.`
    return
  }
  if (mm === null && !said.value.rim && !said.value.bite) {
    wrong.value = 'Measure the width, or say how the rim looks or how it bites.'
    return
  }
  wrong.value = ''
  await act('seen', { ...(mm === null ? {} : { width_mm: mm }), ...said.value })
}
const lastCore = computed(
  () => readings.value.filter(([at = 0]) => at <= (load.value?.pulled ?? Infinity)).at(-1)?.[1],
)
const coreLogged = computed(() => props.run.state.measured?.['core_c'])
const logCore = (): Promise<string> =>
  props.work.act('measured', {
    step: props.step.id,
    values: { quantity: 'core_c', text: String(lastCore.value) },
    source: 'probe',
  })
const trace = computed(() =>
  readings.value.map(
    ([at = 0, c = 0]) => [(at - (load.value?.loaded ?? at)) / 60_000, c] as [number, number],
  ),
)
defineExpose({
  go,
  label: computed(() => (!load.value ? 'In the oven' : load.value.pulled == null ? 'Pulled now' : '')),
})
</script>

<template>
  <div class="oven" :class="{ out: load?.pulled != null }">
    <div class="figures">
      <p class="clock">
        <b class="fig">{{ minute === null ? fixed(planned, 1) : fixed(minute, 1) }}</b>
        <span>{{
          load?.pulled != null
            ? `min in the oven, ${fixed(planned, 1)} planned`
            : minute === null
              ? 'min planned'
              : `min of ${fixed(planned, 1)}`
        }}</span>
      </p>
      <p v-if="load?.pulled == null" class="prompt" role="status">
        {{ prompt || `${step.pieces} pieces at ${fixed(run.script.oven_c, 0)} °C` }}
      </p>
      <p v-if="window && load?.pulled == null" class="words">
        Good from {{ fixed(window.first_min, 1) }}, best {{ fixed(window.best_min, 1) }} min by the forecast;
        core then near {{ fixed(window.core_c, 0) }} °C<template v-if="core !== null"
          >, now <b class="fig">{{ fixed(core, 1) }} °C</b></template
        >.
      </p>
      <p v-if="corrected" class="words" role="status">
        By {{ corrected.readings }} readings: {{ corrected.words
        }}<span class="small-words"
          >; oven {{ signed(corrected.oven_k.value) }} K ({{ signed(corrected.oven_k.low ?? 0) }} to
          {{ signed(corrected.oven_k.high ?? 0) }}), not learned unless you log the core</span
        >
      </p>
    </div>
    <TraceChart
      :course="course ?? []"
      :corrected="corrected?.course ?? []"
      :trace="trace"
      :minute="minute"
      :first="first"
      :planned="planned"
      :best="corrected?.best_min ?? window?.best_min ?? null"
    />
    <div class="row" role="group" aria-label="What is seen">
      <template v-if="load && load.pulled == null">
        <button
          v-for="c in run.cues"
          :key="c"
          type="button"
          class="big second"
          @click="act('cue', { cue: c })"
        >
          {{ c }}
        </button>
        <button
          v-if="step.turn_min != null && load.turned == null"
          type="button"
          class="big second"
          @click="act('turned')"
        >
          turned
        </button>
        <button
          v-if="step.bang_min != null && load.banged == null"
          type="button"
          class="big second"
          @click="act('banged')"
        >
          banged
        </button>
      </template>
    </div>
    <template v-if="load?.pulled != null">
      <div class="row">
        <label
          >width of one, mm
          <input v-model="width" class="form-control fig" inputmode="decimal" @keydown.enter.stop="look"
        /></label>
        <div v-for="x in looks" :key="x.of" class="row" role="group" :aria-label="x.label">
          <button
            v-for="w in x.words"
            :key="w"
            type="button"
            class="big second"
            :class="{ on: said[x.of] === w }"
            :aria-pressed="said[x.of] === w"
            @click="said[x.of] = said[x.of] === w ? '' : w"
          >
            {{ w }} <small>{{ x.of }}</small>
          </button>
        </div>
        <button type="button" class="big second" @click="look">What of the next?</button>
        <button
          v-if="lastCore !== undefined && coreLogged === undefined"
          type="button"
          class="big second"
          @click="logCore"
        >
          Log the core <small>{{ fixed(lastCore, 1) }} °C, to learn from</small>
        </button>
      </div>
      <p v-if="wrong || nextError" class="words alert-words" role="alert">
        ▲ {{ wrong || errorWords(nextError) }}
      </p>
      <div v-if="next" class="next">
        <p class="words">
          {{ (step.load ?? 1) < loads ? 'The next load' : 'Another' }}, as planned: {{ next.sentence }}
        </p>
        <ul>
          <li v-for="c in next.changes" :key="c.words">
            <b>{{ c.words }}</b> {{ c.effect }}
          </li>
        </ul>
        <p v-if="!next.changes.length" class="small-words">
          Nothing that can still be changed would bring it nearer.
        </p>
      </div>
    </template>
    <p v-if="load?.cues?.length" class="words">
      {{
        load.cues.map(([c, at]) => `${c} at ${fixed((Number(at) - load!.loaded) / 60000, 1)} min`).join(', ')
      }}
    </p>
  </div>
</template>

<style scoped>
.out .clock b {
  font-size: 3rem;
}
.out .clock span {
  font-size: 1.25rem;
}
.out :deep(svg) {
  max-height: 120px;
}
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
.prompt {
  font-size: 1.75rem;
  font-weight: 650;
  margin: 0;
}
.words {
  font-size: 1.25rem;
  margin: 2px 0;
}
.row input {
  min-height: 64px;
  width: 7rem;
  font-size: 1.375rem;
}
.row .row {
  margin-top: 0;
}
.next ul {
  margin: 0;
  padding-left: 1.25rem;
  font-size: 1.125rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 8px;
}
</style>
