<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { fixed } from '@/ui/format'
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
const CUES = ['rim colours', 'gloss gone', 'puffed', 'fell back', 'not yet']
const load = computed(() => (props.run.state.loads ?? []).find((l) => l.load === props.step.load))
const minute = computed(() =>
  load.value ? ((load.value.pulled ?? props.work.now.value) - load.value.loaded) / 60_000 : null,
)
const window = computed(() => props.run.window)
const planned = computed(() => props.step.minutes)
const first = computed(() => props.step.look_min ?? window.value?.first_min ?? planned.value - 2)
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
  if (props.work.now.value - last < 8000) return
  last = props.work.now.value
  void props.work.act('probe', {
    step: props.step.id,
    values: { of: `core ${props.step.load}`, c: Math.round(c * 10) / 10 },
    source: 'probe',
  })
})
const trace = computed(() =>
  (props.run.state.probes?.[`core ${props.step.load}`] ?? []).map(
    ([at = 0, c = 0]) => [(at - (load.value?.loaded ?? at)) / 60_000, c] as [number, number],
  ),
)
defineExpose({
  go,
  label: computed(() => (!load.value ? 'In the oven' : load.value.pulled == null ? 'Pulled now' : '')),
})
</script>

<template>
  <div class="oven">
    <div class="figures">
      <p class="clock">
        <b class="fig">{{ minute === null ? fixed(planned, 1) : fixed(minute, 1) }}</b>
        <span>{{ minute === null ? 'min planned' : `min of ${fixed(planned, 1)}` }}</span>
      </p>
      <p class="prompt" role="status">
        {{
          load?.pulled != null
            ? `✓ ${fixed(minute, 1)} min in the oven`
            : prompt || `${step.pieces} pieces at ${fixed(run.script.oven_c, 0)} °C`
        }}
      </p>
      <p v-if="window" class="words">
        Good from {{ fixed(window.first_min, 1) }}, best {{ fixed(window.best_min, 1) }} min by the forecast;
        core then near {{ fixed(window.core_c, 0) }} °C<template v-if="core !== null"
          >, now <b class="fig">{{ fixed(core, 1) }} °C</b></template
        >.
      </p>
    </div>
    <TraceChart :course="course ?? []" :trace="trace" :minute="minute" :first="first" :planned="planned" />
    <div class="row" role="group" aria-label="What is seen">
      <template v-if="load && load.pulled == null">
        <button v-for="c in CUES" :key="c" type="button" class="big second" @click="act('cue', { cue: c })">
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
    <p v-if="load?.cues?.length" class="words">
      {{
        load.cues.map(([c, at]) => `${c} at ${fixed((Number(at) - load!.loaded) / 60000, 1)} min`).join(', ')
      }}
    </p>
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
.prompt {
  font-size: 1.75rem;
  font-weight: 650;
  margin: 0;
}
.words {
  font-size: 1.25rem;
  margin: 2px 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 8px;
}
</style>
