<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { useEventListener, useWakeLock } from '@vueuse/core'
import { computed, onMounted, onScopeDispose, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { askAnew } from '@/api/askAnew'
import { words } from '@/api/client'
import { fixed } from '@/ui/format'
import AwayWords from './AwayWords.vue'
import BakeStep from './BakeStep.vue'
import DoStep from './DoStep.vue'
import { keepShell } from './keepShell'
import TimersBar from './TimersBar.vue'
import { useDevices } from './useDevices'
import { useRun } from './useRun'
import WeighStep from './WeighStep.vue'

const route = useRoute()
const queryClient = useQueryClient()
const id = computed(() => Number(route.params['id']))
const work = useRun(id)
const devices = useDevices()
const { run, waiting, away, problem } = work
const lock = useWakeLock()
onMounted(() => void lock.request('screen').catch(() => undefined))
watch(
  () => run.value !== null,
  (there) => there && void keepShell(id.value),
  { immediate: true },
)
onScopeDispose(() => void lock.release().catch(() => undefined))

const looking = ref('')
const all = ref(false)
const failed = ref('')
const part = ref<{ go?: () => Promise<void>; label?: string; left?: number } | null>(null)
const steps = computed(() => run.value?.script.steps ?? [])
/** The step on screen: the one at hand, unless another was picked. */
const step = computed(() => steps.value.find((s) => s.id === (looking.value || run.value?.current)) ?? null)
const at = computed(() => steps.value.findIndex((s) => s.id === step.value?.id))
const coming = computed(() => steps.value.slice(at.value + 1, at.value + 3))
const state = (key: string) => run.value?.state.steps?.[key]
const open = (key: string): boolean => state(key)?.done == null && !state(key)?.skipped
const label = computed(() => {
  if (!step.value) return 'Close the run'
  if (step.value.kind === 'bake' && part.value?.label) return part.value.label
  if (step.value.kind === 'weigh' && (part.value?.left ?? 0) > 0) return 'Take it'
  return state(step.value.id)?.begun == null && step.value.kind !== 'weigh' ? 'Begin' : 'Done'
})
/** What each press has done, to be taken back as one. */
const last = ref<string[][]>([])
function pressed(...keys: string[]): void {
  last.value = [...last.value, keys]
}

async function main(): Promise<void> {
  const s = step.value
  if (!run.value || run.value.closed_at) return
  if (!s) {
    await close()
    return
  }
  if ((s.kind === 'bake' || (s.kind === 'weigh' && (part.value?.left ?? 0) > 0)) && part.value?.go) {
    await part.value.go()
    return
  }
  if (label.value === 'Begin') {
    // What waited is over when the next thing is begun.
    const keys = []
    for (const w of steps.value.filter((x) => x.kind === 'wait' && state(x.id)?.begun != null && open(x.id)))
      if (w.id !== s.id) keys.push(await work.act('done', { step: w.id, source: 'timer' }))
    pressed(...keys, await work.act('begun', { step: s.id }))
  } else {
    // Whatever is looked at next stands, even while this is still on its way.
    looking.value = ''
    const next = steps.value[at.value + 1]
    const keys = [await work.act('done', { step: s.id })]
    if (next?.kind === 'wait' && state(next.id)?.begun == null && open(next.id))
      keys.push(await work.act('begun', { step: next.id, source: 'timer' }))
    pressed(...keys)
  }
}
async function skip(): Promise<void> {
  if (!step.value) return
  const id = step.value.id
  looking.value = ''
  pressed(await work.act('skipped', { step: id }))
}
async function again(): Promise<void> {
  if (step.value) await work.act('again', { step: step.value.id })
}
async function undo(): Promise<void> {
  const keys = last.value.at(-1) ?? []
  last.value = last.value.slice(0, -1)
  for (const key of [...keys].reverse()) await work.act('undone', { values: { key } })
}
function show(by: number): void {
  const to = steps.value[at.value + by]
  if (to) looking.value = to.id === run.value?.current ? '' : to.id
}
async function close(): Promise<void> {
  failed.value = ''
  try {
    work.take(await work.close())
    await askAnew(queryClient, 'runs', 'bakes', 'shelf')
  } catch (error) {
    failed.value = words(error)
  }
}
// A foot switch is a keyboard with one or two keys.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement | null
  if (target && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === ' ' || event.key === 'Enter') {
    if (target?.tagName === 'BUTTON' || target?.tagName === 'A') return
    event.preventDefault()
    void main()
  } else if (event.key === 'ArrowRight') show(1)
  else if (event.key === 'ArrowLeft') show(-1)
})
</script>

<template>
  <main id="main" class="run">
    <header>
      <RouterLink v-if="run" :to="`/dough/${run.dough_id}/bake`" class="back">‹ {{ run.name }}</RouterLink>
      <span v-if="run" class="small-words"
        >version {{ run.version }}, × {{ fixed(run.factor, 2) }}, {{ run.begun_by
        }}<template v-if="run.speed > 1"
          >, practice at {{ fixed(run.speed, 0) }} times the clock</template
        ></span
      >
      <span class="push" />
      <AwayWords :away="away" :waiting="waiting.length" :known="run !== null" />
      <RouterLink v-if="run" class="plain" :to="`/run/${run.id}/phone`">on a phone</RouterLink>
      <button type="button" class="plain" :aria-expanded="all" @click="all = !all">all steps</button>
    </header>
    <TimersBar v-if="run" :timers="run.state.timers ?? []" :work="work" />
    <p v-if="problem || failed" class="alert-words pad" role="alert">▲ {{ problem || failed }}</p>
    <ol v-if="all" class="every">
      <li v-for="s in steps" :key="s.id">
        <button type="button" :class="{ on: s.id === step?.id }" @click="((looking = s.id), (all = false))">
          {{ state(s.id)?.done != null ? '✓' : state(s.id)?.skipped ? '–' : '·' }} {{ s.name }}
        </button>
      </li>
    </ol>
    <template v-else-if="run">
      <section v-if="run.closed_at" class="at">
        <h1>The run is closed</h1>
        <p class="mid">
          <template v-if="run.bake"
            >It stands in Results as bake {{ run.bake }}. Measure it there once it is cold.</template
          >
          <template v-else>Nothing was pulled from the oven, so no bake was logged.</template>
        </p>
        <RouterLink class="big first" :to="`/dough/${run.dough_id}/results`">To the results</RouterLink>
      </section>
      <section v-else-if="step" class="at" :aria-label="step.name">
        <h1>{{ step.name }}</h1>
        <WeighStep
          v-if="step.kind === 'weigh'"
          ref="part"
          :key="step.id"
          :run="run"
          :step="step"
          :work="work"
          :devices="devices"
        />
        <BakeStep
          v-else-if="step.kind === 'bake'"
          ref="part"
          :key="step.id"
          :run="run"
          :step="step"
          :work="work"
          :devices="devices"
        />
        <DoStep v-else :key="step.id" :run="run" :step="step" :work="work" :devices="devices" />
      </section>
      <section v-else class="at">
        <h1>All steps are done</h1>
        <p class="mid">Closing the run logs the bake with what was really weighed, warmed and timed.</p>
      </section>
      <footer v-if="!run.closed_at">
        <button type="button" class="big second" :disabled="!last.length" @click="undo">Undo</button>
        <button type="button" class="big second" aria-label="Step before" @click="show(-1)">‹</button>
        <button type="button" class="big first" @click="main">{{ label }}</button>
        <button type="button" class="big second" aria-label="Step after" @click="show(1)">›</button>
        <button v-if="step && state(step.id)?.done != null" type="button" class="big second" @click="again">
          Again
        </button>
        <button v-else type="button" class="big second" :disabled="!step" @click="skip">Skip</button>
        <button
          v-if="!step || (run.state.loads ?? []).some((l) => l.pulled != null)"
          type="button"
          class="big second"
          @click="close"
        >
          Close the run
        </button>
        <span v-if="coming.length" class="coming"
          >next: <span v-for="c in coming" :key="c.id">{{ c.name }}</span></span
        >
      </footer>
    </template>
    <p v-else-if="!problem" class="mid pad">
      {{ away ? 'The run shows as soon as the server is reached.' : 'Opening the run …' }}
    </p>
  </main>
</template>

<style>
.run .big {
  min-height: 64px;
  min-width: 64px;
  padding: 6px 18px;
  font-size: 1.25rem;
  font-weight: 650;
  border-radius: 5px;
  border: 2px solid var(--cobalt);
  background: var(--enamel);
  color: var(--cobalt);
}
.run .big small {
  display: block;
  font-weight: 400;
  color: var(--ink-2);
}
.run .big.first {
  background: var(--cobalt);
  color: var(--enamel);
  min-width: 15rem;
  font-size: 1.75rem;
}
.run .big.faint {
  border-style: dashed;
  font-weight: 400;
  font-size: 1rem;
}
.run .big.on {
  background: var(--butter);
  color: #1a2233;
}
.run .big:disabled {
  border-color: var(--rule);
  color: var(--ink-2);
}
.run label {
  font-size: 1rem;
  color: var(--ink-2);
}
</style>
<style scoped>
.run {
  height: 100%;
  display: flex;
  flex-direction: column;
  background: var(--enamel);
  overflow: hidden;
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 6px 18px;
  border-bottom: 3px solid var(--cobalt);
}
.back {
  font-size: 1.25rem;
  font-weight: 650;
  min-height: 44px;
  display: flex;
  align-items: center;
}
.push {
  flex: 1;
}
.plain {
  display: flex;
  align-items: center;
  border: 0;
  background: none;
  color: var(--cobalt);
  min-height: 44px;
  padding: 0 10px;
}
.pad {
  padding: 4px 18px;
  margin: 0;
  font-size: 1.125rem;
}
.at {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 8px 18px;
}
h1 {
  font-size: 1.75rem;
  margin: 0 0 4px;
}
.mid {
  font-size: 1.375rem;
}
.every {
  list-style: none;
  padding: 6px 18px;
  margin: 0;
  columns: 3;
  overflow-y: auto;
}
.every button {
  min-height: 56px;
  width: 100%;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: var(--ink);
  text-align: left;
  font-size: 1.125rem;
}
.every .on {
  background: var(--butter-wash);
}
footer {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  padding: 8px 18px 12px;
  border-top: 1px solid var(--rule);
}
.coming {
  color: var(--ink-2);
  font-size: 1.125rem;
}
.coming span + span::before {
  content: ', then ';
}
@media (max-width: 700px) {
  .every {
    columns: 1;
  }
  h1 {
    font-size: 1.5rem;
  }
}
</style>
