<script setup lang="ts">
import { computed, provide, ref } from 'vue'
import { clock, fixed, grams } from '@/ui/format'
import TabRow from '@/ui/TabRow.vue'
import FinishTab from './FinishTab.vue'
import { planKey } from './key'
import PortionsTab from './PortionsTab.vue'
import TimeTab from './TimeTab.vue'
import TraysTab from './TraysTab.vue'
import { usePlan } from './usePlan'
import DayBox from '@/ui/DayBox.vue'

const TABS = [
  ['portions', 'Portions'],
  ['trays', 'Trays'],
  ['time', 'Time'],
  ['finish', 'Finish and keep'],
] as const
type Tab = (typeof TABS)[number][0]

const plan = usePlan()
provide(planKey, plan)
const { look, on, plan: doc, state, theirs, failed, problem, canUndo } = plan
const tab = ref<Tab>('portions')

const said = computed(() => {
  const p = look.value?.portions
  if (!p) return ''
  const sizes = p.divided.sizes.map((s) => `${s.pieces} of ${fixed(s.portion_g, 1)} g`).join(' and ')
  const laid = look.value?.laid
  const trays = laid ? laid.loads.reduce((n, l) => n + l.trays.length, 0) : 0
  const loads = laid?.loads.length ?? 0
  const kept = (look.value?.pieces ?? 0) - (look.value?.baked ?? 0)
  return `${sizes}${kept > 0 ? `, ${kept} of them kept` : ''}, ${grams(p.divided.dough_g)} g of dough: ${trays} ${trays === 1 ? 'tray' : 'trays'} in ${loads} ${loads === 1 ? 'load' : 'loads'}`
})
const saved = computed(
  () =>
    ({
      new: 'not kept yet',
      saved: 'kept',
      dirty: 'keeping soon',
      saving: 'keeping …',
      stale: '▲ changed elsewhere',
      failed: '▲ not kept',
    })[state.value],
)
</script>

<template>
  <section class="plan panel" aria-label="Plan">
    <header>
      <h2>Plan</h2>
      <label class="small-words" for="plan-on">for</label>
      <DayBox id="plan-on" class="day" :model-value="on" @update:model-value="$event && plan.goTo($event)" />
      <label class="small-words" for="plan-ready">ready at</label>
      <DayBox
        id="plan-ready"
        clock
        class="hour"
        :model-value="doc.ready ?? ''"
        @update:model-value="plan.edit({ ready: $event || null })"
      />
      <span class="push" />
      <span class="small-words state" role="status">{{ saved }}</span>
      <BButton size="sm" variant="outline-primary" :disabled="!canUndo" @click="plan.undo">Undo</BButton>
      <BButton v-if="state === 'new'" size="sm" variant="primary" @click="plan.save">Keep it</BButton>
      <RouterLink v-else class="btn btn-primary btn-sm" :to="{ name: 'day', params: { on } }"
        >The day</RouterLink
      >
    </header>
    <div v-if="theirs" class="stale" role="alert">
      <p>
        {{ failed }} <b>Theirs</b> ({{ theirs.saved_by }}, {{ clock(theirs.saved_at) }}):
        {{ theirs.plan.pieces ?? '?' }} pieces for {{ theirs.plan.ready ?? 'no hour' }}. <b>Yours</b>:
        {{ doc.pieces ?? '?' }} pieces for {{ doc.ready ?? 'no hour' }}.
      </p>
      <BButton size="sm" variant="outline-primary" @click="plan.takeTheirs">Take theirs</BButton>
      <BButton size="sm" variant="primary" @click="plan.keepMine">Keep mine</BButton>
    </div>
    <p v-else-if="failed || problem || look?.error" class="alert-words pad" role="alert">
      ▲ {{ failed || problem || look?.error }}
    </p>
    <TabRow v-model="tab" class="parts" name="plan" label="Parts of the plan" :tabs="TABS">
      <b class="said">{{ said }}</b>
    </TabRow>
    <div class="body" role="group" :aria-label="TABS.find((t) => t[0] === tab)?.[1] ?? ''">
      <PortionsTab v-if="tab === 'portions'" />
      <TraysTab v-else-if="tab === 'trays'" />
      <TimeTab v-else-if="tab === 'time'" />
      <FinishTab v-else />
    </div>
  </section>
</template>

<style scoped>
.plan {
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}
h2 {
  font-size: 1.125rem;
  margin: 0;
}
.day {
  width: 9.4rem;
}
.hour {
  width: 6.6rem;
}
.said {
  margin-left: auto;
  min-width: 0;
  line-height: 1.2;
}
.hour + *,
label {
  white-space: nowrap;
}
.push {
  flex: 1;
}
.state {
  white-space: nowrap;
}
.pad {
  margin: 0;
  padding: 4px 14px;
}
.stale {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 6px 14px;
  background: var(--alert-wash);
}
.stale p {
  margin: 0;
  flex: 1;
}
.parts {
  margin: 4px 14px 0;
}
.body {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 6px 14px 10px;
}
@media (max-width: 900px) {
  header {
    flex-wrap: wrap;
  }
}
</style>
