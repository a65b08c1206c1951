<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words } from '@/api/client'
import { fixed } from '@/ui/format'
import { typed } from '@/ui/typed'
import type { Run } from './overlay'
import { SETTLED, type useDevices } from './useDevices'
import type { RunWork } from './useRun'

/** Lines of one step weighed into the bowl, one after another; the scale is zeroed for each by itself. */
const props = defineProps<{
  run: Run
  step: Run['script']['steps'][number]
  work: RunWork
  devices: ReturnType<typeof useDevices>
}>()
const line = ref('')
const zero = ref<number | null>(null)
const said = ref('')
const wrong = ref('')
const lines = computed(() => props.step.lines ?? [])
const standing = (id: string) => props.run.lines[id]
const open = (id: string): boolean => !['right', 'kept'].includes(standing(id)?.state ?? 'empty')
const w = computed(() => lines.value.find((x) => x.line === line.value))
const at = computed(() => standing(line.value))
const reading = computed(() => props.devices.of(props.devices.scale.value?.id))
const trouble = computed(() => props.devices.trouble(reading.value))
const live = computed(() =>
  reading.value && !trouble.value && zero.value !== null ? reading.value.value - zero.value : null,
)
/** What would be in with what lies on the scale now. */
const shown = computed(() => (at.value?.in_g ?? 0) + (live.value ?? 0))
const digits = computed(() => ((w.value?.grams ?? 0) < 20 ? 1 : 0))
const wanted = computed(() => at.value?.wanted_g ?? w.value?.grams ?? 0)
const fill = computed(() => Math.min(Math.max(shown.value / Math.max(wanted.value * 1.25, 0.1), 0), 1))
const low = computed(() =>
  w.value?.low_g != null
    ? w.value.low_g * (props.run.state.factor ?? 1)
    : wanted.value - (w.value?.tolerance_g ?? 1),
)
const high = computed(() =>
  w.value?.high_g != null
    ? w.value.high_g * (props.run.state.factor ?? 1)
    : wanted.value + (w.value?.tolerance_g ?? 1),
)
const says = computed(() => {
  if (shown.value < low.value) return `${fixed(wanted.value - shown.value, digits.value)} g to come`
  return shown.value <= high.value
    ? '✓ right'
    : `▲ ${fixed(shown.value - wanted.value, digits.value)} g too much`
})
const isOver = computed(() => at.value?.state === 'over')
const { data: options } = useQuery({
  queryKey: ['over', () => props.run.id, line, () => props.run.seq],
  queryFn: () => api.overOptions({ params: { path: { run_id: props.run.id, line: line.value } } }),
  enabled: isOver,
})

function pick(id: string): void {
  line.value = id
  zero.value = reading.value && !trouble.value ? reading.value.value : null
  said.value = ''
  wrong.value = ''
}
watch(
  () => [props.step.id, lines.value.map((w) => standing(w.line)?.state).join()],
  () => {
    if (line.value === '' || !lines.value.some((w) => w.line === line.value) || !open(line.value))
      pick(lines.value.find((w) => open(w.line))?.line ?? '')
  },
  { immediate: true },
)
// A scale that was not there when the line was begun is zeroed when it is.
watch(reading, (r) => {
  if (zero.value === null && r && !trouble.value) zero.value = r.value
})
async function take(): Promise<void> {
  if (!w.value) return
  wrong.value = ''
  if (said.value.trim() !== '') {
    const grams = typed(said.value) ?? NaN
    if (Number.isNaN(grams) || grams < 0 || grams > 100_000) {
      wrong.value = `“${said.value}” is no weight. Type grams, such as 225.`
      return
    }
    await props.work.act('weighed', { step: props.step.id, values: { line: line.value, grams } })
    said.value = ''
  } else if (live.value !== null && live.value > 0) {
    if (reading.value?.state !== SETTLED) {
      wrong.value = 'The scale still moves. Wait a moment, then take it.'
      return
    }
    const grams = Math.round(live.value * 100) / 100
    await props.work.act('weighed', {
      step: props.step.id,
      values: { line: line.value, grams },
      source: 'scale',
    })
    zero.value = reading.value.value
  } else wrong.value = 'Nothing lies on the scale yet, and nothing is typed.'
}
const spoonWords = (s: { words: string; grams: number; off_pct: number }): string =>
  `${s.words}, ${fixed(s.grams, 1)} g ± ${fixed(s.off_pct, 0)} %`
/** By cup and spoon: what they hold by the table goes in, said as a spoon's. */
async function bySpoon(): Promise<void> {
  if (!w.value?.spooned) return
  const values = { line: line.value, grams: w.value.spooned.grams }
  await props.work.act('weighed', { step: props.step.id, values })
  await props.work.act('note', {
    step: props.step.id,
    values: { text: `${w.value.name} by cup and spoon: ${spoonWords(w.value.spooned)}` },
  })
}
const lot = (id: number): Promise<string> =>
  props.work.act('lot', { step: props.step.id, values: { line: line.value, lot: id } })
function zeroNow(): void {
  zero.value = reading.value?.value ?? null
}
async function decide(how: string): Promise<void> {
  await props.work.act('over', {
    step: props.step.id,
    values: { line: line.value, how: how === 'back' ? 'again' : how },
  })
  zero.value = reading.value?.value ?? null
}
const pour = async (grams: number): Promise<void> => {
  const id = props.devices.scale.value?.id
  if (id === undefined) return
  try {
    await api.deviceAct({ params: { path: { device_id: id } }, body: { what: 'pour', figure: grams } })
  } catch (error) {
    wrong.value =
      error instanceof ApiError && error.unreachable
        ? words(error)
        : 'The stand-in scale is not read by this server.'
  }
}
const simulated = computed(() => props.devices.scale.value?.facts['how'] === 'simulated')
const all = computed(() => lines.value.length > 0 && lines.value.every((x) => !open(x.line)))
const { data: really } = useQuery({
  queryKey: ['really', () => props.run.id, () => props.run.seq],
  queryFn: () => api.runReally({ params: { path: { run_id: props.run.id } } }),
  enabled: all,
})
defineExpose({ go: take, left: computed(() => lines.value.filter((x) => open(x.line)).length) })
</script>

<template>
  <div class="weigh">
    <ul class="lines" aria-label="Lines of this step">
      <li v-for="x in lines" :key="x.line">
        <button type="button" :class="{ on: x.line === line }" @click="pick(x.line)">
          <span
            >{{
              { right: '✓', kept: '✓', over: '▲', short: '…', waiting: '…' }[standing(x.line)?.state ?? ''] ??
              ''
            }}
            {{ x.name }}</span
          >
          <span class="fig"
            >{{ fixed(standing(x.line)?.in_g ?? 0, x.grams < 20 ? 1 : 0) }} /
            {{ fixed(standing(x.line)?.wanted_g ?? x.grams, x.grams < 20 ? 1 : 0) }} g</span
          >
        </button>
      </li>
    </ul>
    <div v-if="w" class="one">
      <h2>{{ w.name }}</h2>
      <p class="grams" aria-live="off">
        <b class="fig">{{ fixed(shown, digits) }}</b>
        <span class="fig"
          >of {{ w.low_g != null ? `${fixed(low, 0)} to ${fixed(high, 0)}` : fixed(wanted, digits) }} g</span
        >
      </p>
      <svg
        viewBox="0 0 1000 70"
        preserveAspectRatio="none"
        class="bar"
        role="img"
        :aria-label="`${fixed(shown, digits)} of ${fixed(wanted, digits)} grams`"
      >
        <rect width="1000" height="52" y="9" rx="6" class="all" />
        <rect :width="1000 * fill" height="52" y="9" rx="6" :class="shown > high ? 'over' : 'in'" />
        <rect
          :x="(1000 * low) / (wanted * 1.25)"
          :width="Math.max((1000 * (high - low)) / (wanted * 1.25), 4)"
          y="2"
          height="66"
          class="right"
        />
      </svg>
      <p class="says" role="status">{{ says }}</p>
      <p v-if="w.said || w.marks?.length" class="mid">
        {{ [w.said, ...(w.marks ?? []).map((m) => `△ ${m}`)].filter(Boolean).join('; ') }}
      </p>
      <p v-if="run.coarse[w.line]" class="mid">△ {{ run.coarse[w.line] }}</p>
      <p v-if="w.spooned && (run.coarse[w.line] || !reading)" class="mid">
        Without a scale: {{ spoonWords(w.spooned) }}.
        <button type="button" class="big faint" @click="bySpoon">That went in</button>
      </p>
      <p v-if="run.free_from.length" class="mid">
        △ {{ run.free_from.join(', ') }}: clean bowl, spoon and scale pan, and this dough before those with
        it.
      </p>
      <p v-if="devices.scale.value && !devices.heard.value" class="mid alert-words" role="status">
        △ The scale is not heard while the server is away. Type the grams instead.
      </p>
      <p v-if="trouble" class="mid alert-words">▲ The scale: {{ trouble }}. Type the grams instead.</p>
      <div v-if="isOver" class="options" role="group" aria-label="Too much: what now?">
        <button
          v-for="o in options ?? []"
          :key="o.how"
          type="button"
          class="big second"
          @click="decide(o.how)"
        >
          {{ o.words }} <small>{{ o.effect }}</small>
        </button>
      </div>
      <p v-if="wrong" class="mid alert-words" role="alert">▲ {{ wrong }}</p>
      <div class="hand">
        <label
          >or type grams
          <input v-model="said" class="form-control fig" inputmode="decimal" @keydown.enter.stop="take"
        /></label>
        <button type="button" class="big second" @click="take">Take it</button>
        <button v-if="reading && !trouble" type="button" class="big second" @click="zeroNow">
          Zero <small>another bowl</small>
        </button>
        <button
          v-for="l in run.lots[w.ingredient] ?? []"
          :key="l.id"
          type="button"
          class="big second"
          :aria-pressed="run.state.weighed?.[w.line]?.lot === l.id"
          :class="{ on: run.state.weighed?.[w.line]?.lot === l.id }"
          @click="lot(l.id)"
        >
          {{ l.name }} <small>this lot</small>
        </button>
        <template v-if="simulated">
          <button type="button" class="big faint" @click="pour(Math.max(wanted - shown, 0))">
            pour {{ fixed(Math.max(wanted - shown, 0), digits) }} g
          </button>
          <button type="button" class="big faint" @click="pour(Math.max(wanted * 0.12, 1))">
            pour {{ fixed(Math.max(wanted * 0.12, 1), digits) }} g more
          </button>
        </template>
      </div>
    </div>
    <div v-else>
      <p class="done">✓ All of it is in.</p>
      <p v-if="really" class="says">By what really went in: {{ really.effect }}.</p>
    </div>
  </div>
</template>

<style scoped>
.weigh {
  display: grid;
  grid-template-columns: minmax(220px, 300px) minmax(0, 1fr);
  gap: 0 28px;
  min-height: 0;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
}
.lines button {
  width: 100%;
  min-height: 64px;
  border: 0;
  border-left: 5px solid transparent;
  border-bottom: 1px solid var(--rule);
  background: none;
  display: flex;
  flex-direction: column;
  justify-content: center;
  align-items: flex-start;
  padding: 2px 10px;
  font-size: 1.125rem;
  color: var(--ink);
  text-align: left;
}
.lines .on {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
h2 {
  font-size: 3rem;
  line-height: 1.1;
  margin: 0;
}
.grams {
  display: flex;
  align-items: baseline;
  gap: 18px;
  margin: 0;
}
.grams b {
  font-size: 6rem;
  line-height: 1.05;
}
.grams span {
  font-size: 1.75rem;
}
.bar {
  width: 100%;
  height: 58px;
  display: block;
}
.all {
  fill: var(--enamel-2);
  stroke: var(--mark);
}
.in {
  fill: var(--butter);
}
.over {
  fill: var(--alert);
}
.right {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
}
.says {
  font-size: 1.75rem;
  font-weight: 650;
  margin: 0;
}
.mid {
  font-size: 1.125rem;
  margin: 2px 0;
}
.options,
.hand {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin-top: 8px;
}
.hand input {
  font-size: 1.5rem;
  width: 9rem;
  min-height: 64px;
}
.done {
  font-size: 3rem;
}
@media (max-width: 700px) {
  .weigh {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
