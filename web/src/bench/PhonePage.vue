<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { fixed } from '@/ui/format'
import { countdown } from './countdown'
import AwayWords from './AwayWords.vue'
import { keepShell } from './keepShell'
import { useRun } from './useRun'

/** A second screen for a pocket: what is due, and one big thing to press at the oven. */
const route = useRoute()
const id = computed(() => Number(route.params['id']))
const work = useRun(id)
const { run, now, waiting, away, problem } = work
watch(
  () => run.value !== null,
  (there) => there && void keepShell(id.value),
  { immediate: true },
)
const inside = computed(() => (run.value?.state.loads ?? []).filter((l) => l.pulled == null))
const timers = computed(() => [...(run.value?.state.timers ?? [])].sort((a, b) => a.until - b.until))
const step = computed(() => run.value?.script.steps.find((s) => s.id === run.value?.current))
async function pulled(load: number): Promise<void> {
  const bake = run.value?.script.steps.find((s) => s.kind === 'bake' && s.load === load)
  await work.act('pulled', { step: bake?.id ?? '', values: { load } })
  if (bake) await work.act('done', { step: bake.id })
}
</script>

<template>
  <main id="main" class="phone">
    <header>
      <RouterLink :to="`/run/${id}`">‹ the bench</RouterLink>
      <AwayWords :away="away" :waiting="waiting.length" :known="run !== null" />
    </header>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <template v-if="run">
      <h1>{{ run.name }}</h1>
      <p class="now">{{ run.closed_at ? 'closed' : (step?.name ?? 'all steps are done') }}</p>
      <section v-for="l in inside" :key="l.load" :aria-label="`Load ${l.load}`">
        <p class="clock">
          <b class="fig">{{ fixed((now - l.loaded) / 60000, 1) }}</b> min of
          {{ fixed(run.script.bake_min, 1) }}
        </p>
        <button type="button" class="huge" @click="pulled(l.load)">Pulled now</button>
      </section>
      <ul v-if="timers.length" aria-label="Timers, what is due first">
        <li v-for="t in timers" :key="t.name" :class="{ due: t.until <= now }">
          <span>{{ t.name }}</span>
          <b class="fig">{{ t.until <= now ? '▲ ' : '' }}{{ countdown((t.until - now) / 1000) }}</b>
          <button
            type="button"
            :aria-label="`Stop ${t.name}`"
            @click="work.act('timer_off', { step: t.step, values: { timer: t.name }, source: 'timer' })"
          >
            stop
          </button>
        </li>
      </ul>
      <p v-else-if="!inside.length" class="now">No timer runs, and nothing is in the oven.</p>
    </template>
    <p v-else-if="!problem" class="now">
      {{ away ? 'The run shows as soon as the server is reached.' : 'Opening the run …' }}
    </p>
  </main>
</template>

<style scoped>
.phone {
  min-height: 100%;
  background: var(--enamel);
  padding: 8px 16px 24px;
  max-width: 520px;
  margin: 0 auto;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
}
h1 {
  font-size: 1.25rem;
  margin: 4px 0;
}
.now,
.clock {
  font-size: 1.25rem;
  margin: 6px 0;
}
.clock b {
  font-size: 4.5rem;
  line-height: 1;
}
.huge {
  width: 100%;
  min-height: 128px;
  font-size: 2rem;
  font-weight: 650;
  border: 0;
  border-radius: 8px;
  background: var(--cobalt);
  color: var(--enamel);
}
ul {
  list-style: none;
  padding: 0;
  margin: 14px 0 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 12px;
  align-items: center;
  min-height: 64px;
  border-bottom: 1px solid var(--rule);
  font-size: 1.25rem;
}
li b {
  font-size: 2rem;
}
li button {
  min-height: 64px;
  min-width: 64px;
  border: 2px solid var(--cobalt);
  background: var(--enamel);
  color: var(--cobalt);
  border-radius: 5px;
}
.due {
  background: var(--butter-wash);
}
</style>
