<script setup lang="ts">
import { computed, ref } from 'vue'
import { theDough } from '@/dough/key'
import TabRow from '@/ui/TabRow.vue'
import DietDialog from './DietDialog.vue'
import FamilyPanel from './FamilyPanel.vue'
import NeedSwitches from './NeedSwitches.vue'
import PantryPanel from './PantryPanel.vue'
import PlanPanel from './PlanPanel.vue'
import SectionPair from './SectionPair.vue'
import SwapLine from './SwapLine.vue'
import WishLine from './WishLine.vue'
import { useSwaps } from './useSwaps'
import TermWord from '@/ui/TermWord.vue'

const dough = theDough()
const swaps = useSwaps()
const { study, problem, busy, wanted, resolved } = swaps
const opened = ref<string | null>(null)
const SIDES = [
  ['needs', 'For the needs'],
  ['pantry', 'From the pantry'],
] as const
const side = ref<(typeof SIDES)[number][0]>('needs')
const keeping = ref(false)

const lines = computed(() => study.value?.lines ?? [])
const breaking = computed(() => lines.value.filter((x) => x.breaks))
const unread = computed(() => lines.value.filter((x) => x.unsure && !x.breaks))
/** How the draft as it stands meets what is switched on, in words. */
const verdict = computed(() => {
  const parts: string[] = []
  if (breaking.value.length)
    parts.push(
      `▲ ${breaking.value.length} ${breaking.value.length === 1 ? 'line breaks' : 'lines break'} a need`,
    )
  if (unread.value.length)
    parts.push(`△ ${unread.value.length} ${unread.value.length === 1 ? 'label' : 'labels'} to read`)
  return parts.join(', ') || '✓ meets every need, line by line'
})
const open = computed(() =>
  opened.value !== null && lines.value.some((x) => x.line === opened.value)
    ? opened.value
    : opened.value === ''
      ? ''
      : (breaking.value[0]?.line ?? lines.value[0]?.line ?? ''),
)
const changes = computed(() => study.value?.plan.changes.length ?? 0)
const stays = computed(() => study.value?.plan.left.length ?? 0)
const isSibling = computed(() => dough.record.value?.follows != null)
</script>

<template>
  <section class="swaps panel" aria-label="Swaps">
    <header>
      <h2>Swaps</h2>
      <span class="small-words" aria-live="polite">
        <template v-if="busy && !study">Looking through the lines …</template>
        <template v-else-if="!wanted">no need switched on</template>
        <template v-else-if="dough.work.value?.target.needs?.length"
          >{{ verdict
          }}<template v-if="stays"
            >, {{ stays }} left as {{ stays === 1 ? 'it is' : 'they are' }}</template
          ></template
        >
      </span>
      <span class="push" />
      <RouterLink class="btn btn-sm btn-outline-primary" :to="{ name: 'label' }">Label sheet</RouterLink>
      <BButton
        v-if="!isSibling"
        size="sm"
        variant="outline-primary"
        :disabled="!wanted || stays > 0 || !study"
        :title="stays > 0 ? 'A line still breaks a need: pick what stands in for it' : ''"
        @click="keeping = true"
        >Keep as diet version</BButton
      >
      <BButton size="sm" variant="primary" :disabled="changes === 0" @click="swaps.make()"
        >Make these swaps here</BButton
      >
    </header>
    <NeedSwitches class="strip" />
    <p v-if="problem" class="alert-words strip" role="alert">▲ {{ problem }}</p>
    <SectionPair v-if="study && changes" :study="study" class="strip" />
    <div class="body">
      <div class="lines">
        <TabRow v-model="side" name="swaps" label="What to swap" :tabs="SIDES">
          <span v-if="side === 'needs' && lines.length" class="small-words legend"
            ><TermWord name="clear_miss">clear misses</TermWord></span
          >
        </TabRow>
        <template v-if="side === 'needs'">
          <p v-if="!wanted" class="hint">
            Switch on a need: every line that breaks it is marked, with what could stand in for it, how much
            of each, and what it does to the cookie.
          </p>
          <template v-if="study?.made.length && lines.length === 0">
            <h3>Swaps made in this draft</h3>
            <p v-for="m in study.made" :key="m.line + m.rule" class="made">
              <b>{{ m.rule }}</b>
              <span class="small-words"
                >now {{ m.name }};
                {{
                  [m.tried, m.settled].filter(Boolean).join('; ') ||
                  (m.evidence === 'plausible' ? 'plausible, untested here' : m.evidence)
                }}</span
              >
            </p>
            <p class="small-words">
              A bake logged with them raises what is known here; a panel of the versions before and after
              tells whether they show (under Versions: can they be told apart?).
            </p>
          </template>
          <p v-else-if="wanted && study && lines.length === 0 && study.wishes.length === 0" class="hint">
            Every line meets what is switched on, and nothing is left to look up.
          </p>
          <WishLine
            v-for="w in study?.wishes ?? []"
            :key="w.need"
            :wish="w"
            @pick="swaps.pick(w.need, $event)"
          />
          <SwapLine
            v-for="x in lines"
            :key="x.line"
            :line="x"
            :open="x.line === open"
            :before="study?.before?.outline ?? []"
            @toggle="opened = x.line === open ? '' : x.line"
            @pick="swaps.pick(x.line, $event)"
          />
        </template>
        <PantryPanel v-else />
      </div>
      <div class="sum" tabindex="0" role="group" aria-label="What it comes to, and diet versions">
        <PlanPanel
          v-if="study && (changes || study.plan.labels.length || study.plan.state)"
          :plan="study.plan"
        />
        <FamilyPanel />
      </div>
    </div>
    <DietDialog v-model="keeping" :picks="resolved" @kept="swaps.picks.value = {}" />
  </section>
</template>

<style scoped>
.swaps {
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}
h2 {
  font-size: 1.125rem;
  margin: 0;
}
.push {
  flex: 1;
}
.strip {
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
  margin: 0;
}
.body {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 316px;
}
.lines,
.sum {
  min-height: 0;
  overflow-y: auto;
  padding: 4px 14px 10px;
}
.sum {
  border-left: 1px solid var(--rule);
}
.legend {
  margin-left: auto;
}
h3 {
  font-size: 0.9375rem;
  margin: 12px 0 2px;
}
.made {
  display: flex;
  flex-direction: column;
  margin: 0 0 4px;
}
.hint {
  padding: 18px 0;
}
@media (max-width: 900px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
  header {
    flex-wrap: wrap;
  }
}
</style>
