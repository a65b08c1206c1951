<script setup lang="ts">
import { computed, watch } from 'vue'
import { chime } from './chime'
import { countdown } from './countdown'
import type { Run } from './overlay'
import type { RunWork } from './useRun'

/** Timers, what is due first: a press gives one a minute more; one that is due rings once and can be stopped. */
const props = defineProps<{ timers: NonNullable<Run['state']['timers']>; work: RunWork }>()
const shown = computed(() =>
  [...props.timers]
    .sort((a, b) => a.until - b.until)
    .map((t) => ({ ...t, left: (t.until - props.work.now.value) / 1000 })),
)
const rung = new Set<string>()
watch(shown, (now) => {
  for (const t of now)
    if (t.left <= 0 && !rung.has(`${t.name}${t.until}`)) {
      rung.add(`${t.name}${t.until}`)
      chime('timer')
    }
})
const act = (t: { name: string; step: string }, what: string, values = {}): Promise<string> =>
  props.work.act(what, { step: t.step, values: { timer: t.name, ...values }, source: 'timer' })
</script>

<template>
  <div v-if="shown.length" class="timers" role="timer" aria-label="Timers, what is due first">
    <button
      v-for="t in shown"
      :key="t.name"
      type="button"
      :class="{ due: t.left <= 0 }"
      @click="act(t, 'timer', { until: Math.max(t.until, work.now.value) + 60_000 })"
    >
      {{ t.left <= 0 ? '▲ ' : '' }}{{ t.name }} <b class="fig">{{ countdown(t.left) }}</b>
      <span class="small-words">+1 min</span>
    </button>
    <button
      v-for="t in shown.filter((x) => x.left <= 0)"
      :key="`off${t.name}`"
      type="button"
      @click="act(t, 'timer_off')"
    >
      stop {{ t.name }}
    </button>
  </div>
</template>

<style scoped>
.timers {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  padding: 6px 18px;
  background: var(--enamel-2);
}
.timers button {
  min-height: 64px;
  border: 2px solid var(--mark);
  background: var(--enamel);
  color: var(--ink);
  border-radius: 4px;
  font-size: 1.125rem;
  padding: 0 14px;
}
.timers b {
  font-size: 1.75rem;
}
.timers .due {
  background: var(--butter);
  color: #1a2233;
  border-color: var(--alert);
}
.timers .due .small-words {
  color: #1a2233;
}
</style>
