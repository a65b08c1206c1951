<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { useAsk } from '@/api/ask'
import { askAnew } from '@/api/askAnew'
import { words, type Schemas } from '@/api/client'
import { useRights } from '@/api/queries'
import { dayAfter } from '@/stages/plan/usePlan'
import TopBar from '@/ui/TopBar.vue'
import DayDoughs from './DayDoughs.vue'
import FightNote from './FightNote.vue'
import LaneChart from './LaneChart.vue'
import type { Placed } from './lanes'
import DayBox from '@/ui/DayBox.vue'

type Planned = Schemas['PlannedDoughOut']
const route = useRoute()
const router = useRouter()
const queryClient = useQueryClient()
const may = useRights()
const on = computed(() => String(route.params['on']))
const cooks = ref(1)
const fromNow = ref(false)
const begin = ref('')
const wrong = ref('')
const picked = ref('')
const tick = ref(0)
const { answer, problem, isOld, again } = useAsk(
  () => [on.value, cooks.value, fromNow.value, begin.value, tick.value],
  (signal) =>
    api.dayPlan({
      params: { path: { on: on.value } },
      body: { cooks: cooks.value, from_now: fromNow.value, begin: begin.value || null },
      signal,
    }),
)
// The line of now moves by itself; a rest planned from now on is planned anew.
useIntervalFn(() => {
  tick.value += 1
}, 60_000)
const time = computed(() => answer.value?.time ?? null)
const doughs = computed(() => answer.value?.doughs ?? [])
const letters = computed(() =>
  Object.fromEntries(doughs.value.map((d, n) => [`p${d.plan.id}`, 'ABCDEFGHIJKL'[n] ?? ''])),
)
const isToday = computed(() => {
  const n = answer.value?.now_min ?? -1
  return n >= 0 && n < 1500
})
const late = computed(() => {
  const now = answer.value?.now_min
  if (!time.value || now === undefined || !isToday.value || fromNow.value) return 0
  const due = time.value.placed.filter(
    (p) => p.state === 'to come' && p.lanes.includes('hands') && p.start < now,
  )
  return due.length ? now - Math.min(...due.map((p) => p.start)) : 0
})
const heading = computed(() =>
  new Date(`${on.value}T12:00:00`).toLocaleDateString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  }),
)

function go(day: string): void {
  if (/^\d{4}-\d{2}-\d{2}$/.test(day)) void router.push({ name: 'day', params: { on: day } })
}
async function doing(work: () => Promise<unknown>): Promise<void> {
  wrong.value = ''
  try {
    await work()
  } catch (error) {
    wrong.value = words(error)
  }
  await askAnew(queryClient, 'day')
  again()
}
function add(dough: number): void {
  const ready = doughs.value[0]?.plan.plan.ready ?? '16:00'
  void doing(() =>
    api.savePlan({
      params: { path: { dough_id: dough, on: on.value } },
      body: { revision: 0, plan: { pieces: 24, ready } },
    }),
  )
}
function planOf(step: Placed) {
  return doughs.value.find((d) => `p${d.plan.id}` === step.group)?.plan
}
/** Pin a step where it was dragged to; the whole day is planned around it. */
function pin(step: Placed, minute: number | null): void {
  const plan = planOf(step)
  if (!plan || !may('develop') || step.step.startsWith('clean')) return
  const changes = (plan.plan.changes ?? []).filter((c) => c.step !== step.step)
  const now = (plan.plan.changes ?? []).find((c) => c.step === step.step)
  const next = { ...now, step: step.step, at: minute }
  void doing(() =>
    api.savePlan({
      params: { path: { dough_id: plan.dough_id, on: on.value } },
      body: {
        revision: plan.revision,
        plan: {
          ...plan.plan,
          changes: minute === null && next.minutes == null ? changes : [...changes, next],
        },
      },
    }),
  )
}
function setReady(d: Planned, ready: string): void {
  void doing(() =>
    api.savePlan({
      params: { path: { dough_id: d.plan.dough_id, on: on.value } },
      body: { revision: d.plan.revision, plan: { ...d.plan.plan, ready: ready || null } },
    }),
  )
}
function mark(step: Placed): void {
  const plan = planOf(step)
  if (!plan) return
  const now = answer.value?.now_min ?? step.start
  const entry =
    step.state === 'done'
      ? { step: step.step, started: null, ended: null }
      : step.state === 'under way'
        ? { step: step.step, started: step.start, ended: Math.max(now, step.start) }
        : { step: step.step, started: now, ended: null }
  void doing(() => api.markSteps({ params: { path: { plan_id: plan.id } }, body: [entry] }))
  fromNow.value = true
}
function drop(d: Planned): void {
  void doing(() =>
    api.dropPlan({ params: { path: { plan_id: d.plan.id }, query: { revision: d.plan.revision } } }),
  )
}
/** Minutes as a cook reads them. */
const length = (s: Placed): string =>
  s.end - s.start < 120 ? `${s.end - s.start} min` : `${Math.round((s.end - s.start) / 6) / 10} h`
const MARK = { 'to come': 'begin', 'under way': 'done', done: 'not yet' }
</script>

<template>
  <TopBar>
    <h1 class="day-title">{{ heading }}</h1>
  </TopBar>
  <main id="main" class="day">
    <section class="panel" aria-label="The day">
      <header>
        <BButton size="sm" variant="outline-primary" aria-label="The day before" @click="go(dayAfter(on, -1))"
          >‹</BButton
        >
        <DayBox class="date" label="Day" :model-value="on" @update:model-value="$event && go($event)" />
        <BButton size="sm" variant="outline-primary" aria-label="The day after" @click="go(dayAfter(on))"
          >›</BButton
        >
        <label class="small-words"
          >cooks
          <input
            v-model.number="cooks"
            type="number"
            min="1"
            max="20"
            class="form-control form-control-sm fig cooks"
        /></label>
        <label class="small-words"
          >not before <DayBox v-model="begin" clock class="hour" label="Not before"
        /></label>
        <span class="push" />
        <BButton
          v-if="isToday"
          size="sm"
          :variant="fromNow ? 'primary' : 'outline-primary'"
          :aria-pressed="fromNow"
          @click="fromNow = !fromNow"
          >Plan the rest from now</BButton
        >
        <template v-if="time?.placed.length">
          <a
            class="btn btn-outline-primary btn-sm"
            :href="`/api/days/${on}/calendar.ics?cooks=${cooks}`"
            download
            >Calendar</a
          >
          <a class="btn btn-outline-primary btn-sm" :href="`/api/days/${on}/plan.pdf?cooks=${cooks}`" download
            >Print</a
          >
          <a class="btn btn-outline-primary btn-sm" :href="`/api/days/${on}/plan.csv?cooks=${cooks}`" download
            >Table</a
          >
        </template>
      </header>
      <p v-if="wrong || problem" class="alert-words pad" role="alert">▲ {{ wrong || problem }}</p>
      <p v-if="late > 2" class="late pad" role="status">
        It is {{ late }} min past a step that has not begun.
        <BButton size="sm" variant="primary" @click="fromNow = true">Plan the rest from now</BButton>
      </p>
      <div class="pad">
        <p class="answer">
          <b v-if="time">{{ time.words }}</b>
          <b v-else-if="answer">Nothing is planned for this day.</b>
          <b v-else>Working it out …</b>
          <span class="small-words">{{ answer?.zone }} time</span>
        </p>
        <FightNote v-if="time" :time="time" />
        <LaneChart
          v-if="time"
          :time="time"
          :now="isToday ? (answer?.now_min ?? null) : null"
          :letters="letters"
          :picked="picked"
          :class="{ old: isOld }"
          @pin="pin"
          @pick="(s) => (picked = s.group + s.step)"
        />
      </div>
      <div class="below">
        <DayDoughs
          :doughs="doughs"
          :letters="letters"
          :cautions="answer?.cautions ?? []"
          @add="add"
          @ready="setReady"
          @drop="drop"
        />
        <div class="list" tabindex="0" role="group" aria-label="Steps of the day">
          <table v-if="time" class="step-rows">
            <tbody>
              <tr
                v-for="s in time.placed.filter((p) => p.lanes.includes('hands') || p.end - p.start > 9)"
                :key="s.group + s.step"
                :class="[
                  s.lanes.includes('hands') ? 'hands' : s.kind,
                  { on: picked === s.group + s.step, done: s.state === 'done' },
                ]"
                @click="picked = s.group + s.step"
              >
                <td class="fig">{{ s.starts }}</td>
                <td>{{ letters[s.group] }}</td>
                <td>{{ s.name }}</td>
                <td class="fig text-end">{{ length(s) }}</td>
                <td class="fig text-end small-words">{{ s.slack > 0 ? `slack ${s.slack} min` : '' }}</td>
                <td>
                  <button v-if="s.pinned" type="button" class="plain" @click="pin(s, null)">unpin</button>
                  <button v-if="isToday && may('record')" type="button" class="plain" @click="mark(s)">
                    {{ MARK[s.state as keyof typeof MARK]
                    }}<span class="visually-hidden">: {{ s.name }}</span>
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </section>
  </main>
</template>

<style scoped>
.day {
  padding: 10px 16px;
  height: calc(100% - 48px);
}
.day-title {
  font-size: 1.125rem;
  margin: 0;
}
.panel {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
header {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}
header label {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.date {
  width: 9.4rem;
}
.cooks {
  width: 3.6rem;
}
.push {
  flex: 1;
}
.pad {
  padding: 4px 14px;
  margin: 0;
}
.late {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  display: flex;
  gap: 12px;
  align-items: center;
}
.answer {
  margin: 2px 0 4px;
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.old {
  opacity: 0.75;
}
.below {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(300px, 420px) minmax(0, 1fr);
  gap: 0 22px;
  padding: 4px 14px 10px;
  overflow: hidden;
}
.doughs,
.list {
  overflow-y: auto;
  min-height: 0;
}
.plain {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 0 4px;
}
.done td {
  color: var(--ink-2);
  text-decoration: line-through;
}
@media (max-width: 900px) {
  .day {
    height: auto;
  }
  header {
    flex-wrap: wrap;
  }
  .below {
    grid-template-columns: minmax(0, 1fr);
    overflow: visible;
  }
}
</style>
