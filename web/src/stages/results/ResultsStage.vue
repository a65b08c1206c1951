<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { words } from '@/api/client'
import { useBakes } from '@/api/queries'
import { theDough } from '@/dough/key'
import { day, fixed } from '@/ui/format'
import TermWord from '@/ui/TermWord.vue'
import StageTabs from '@/ui/StageTabs.vue'
import BakeCompare from './BakeCompare.vue'
import LogBake from './LogBake.vue'
import { useResultTabs } from './tabs'

const dough = theDough()
const tabs = useResultTabs()
const { data: results, error, refetch, older, more } = useBakes(dough.id)
const chosen = ref<number | null>(null)
const logging = ref(false)
const correcting = ref<number | null>(null)

const bakes = computed(() => results.value?.bakes ?? [])
const shown = computed(() => bakes.value.find((b) => b.id === chosen.value) ?? bakes.value[0] ?? null)
const noVersion = computed(() => (dough.record.value?.versions.length ?? 0) === 0)

watch(
  () => dough.id.value,
  () => (chosen.value = null),
)

function log(): void {
  correcting.value = null
  logging.value = true
}
function correct(): void {
  correcting.value = shown.value?.id ?? null
  logging.value = true
}
async function logged(id: number): Promise<void> {
  logging.value = false
  chosen.value = id
  await dough.open()
}
const closeness = (steps: number | null): string =>
  steps === null ? '' : `${fixed(steps, 1)} clear misses off`
</script>

<template>
  <section class="results stage panel" aria-label="Results">
    <header>
      <h2>{{ logging ? (correcting ? 'Correct a bake' : 'Log a bake') : 'Results' }}</h2>
      <StageTabs v-if="!logging" label="Parts of Results" :tabs="tabs" />
      <span v-if="!logging" class="small-words"
        >what a <TermWord name="clear_miss">clear miss</TermWord> is</span
      >
      <span class="push" />
      <BButton v-if="!logging" size="sm" variant="primary" :disabled="noVersion" @click="log"
        >Log a bake</BButton
      >
    </header>
    <LogBake
      v-if="logging"
      :batches="results?.batches ?? []"
      :correcting="bakes.find((b) => b.id === correcting) ?? null"
      @logged="logged"
      @close="logging = false"
    />
    <div v-else-if="bakes.length" class="body">
      <ol class="list" aria-label="Logged bakes">
        <li v-for="b in bakes" :key="b.id">
          <button type="button" :aria-pressed="b.id === shown?.id" @click="chosen = b.id">
            <b>Bake {{ b.number }}</b>
            <span class="small-words">version {{ b.batch.version }} · {{ day(b.baked_on) }}</span>
            <span class="bar" aria-hidden="true"
              ><i :style="{ width: `${Math.min((b.rms_steps ?? 0) / 3, 1) * 100}%` }"
            /></span>
            <span class="small-words">{{ closeness(b.rms_steps) }}</span>
          </button>
        </li>
        <li v-if="older">
          <button type="button" class="small-words" @click="more">
            older ones, of {{ results?.count }} in all
          </button>
        </li>
        <li>
          <a
            class="small-words d-block px-3 text-decoration-underline"
            :href="`/api/doughs/${dough.id.value}/bakes.csv`"
            download
            >all bakes as a table (CSV)</a
          >
        </li>
      </ol>
      <BakeCompare v-if="shown && results" :bake="shown" :target="results.target" @correct="correct" />
    </div>
    <div v-else class="nothing">
      <p v-if="noVersion">
        <b>No version yet.</b> A batch is a mixing of a kept version: keep the draft as version 1 first.
      </p>
      <!-- What could not be asked for is not none. -->
      <div v-else-if="!results && error" role="alert">
        <p>{{ words(error) }}</p>
        <BButton variant="primary" @click="refetch()">Try again</BButton>
      </div>
      <p v-else-if="!results" role="status">Opening the bakes …</p>
      <template v-else>
        <p><b>No bakes yet.</b> Bake a tray, measure a few cookies, and log what came out.</p>
        <BButton variant="primary" @click="log">Log the first bake</BButton>
      </template>
    </div>
  </section>
</template>

<style scoped>
.body {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr);
  min-height: 0;
  flex: 1;
}
.list {
  list-style: none;
  margin: 0;
  padding: 6px 0;
  overflow-y: auto;
  border-right: 1px solid var(--rule);
}
.list button {
  display: flex;
  flex-direction: column;
  width: 100%;
  text-align: left;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  color: var(--ink);
  padding: 5px 12px 6px;
}
.list button:hover {
  background: var(--enamel-2);
}
.list button[aria-pressed='true'] {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
.bar {
  height: 5px;
  margin: 3px 0 1px;
  background: var(--graph);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--mark);
}
.nothing {
  text-align: center;
  padding: 3rem 1rem;
}
@media (max-width: 900px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    display: flex;
    overflow-x: auto;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }
  .list > * {
    flex: 0 0 9.5rem;
  }
}
</style>
