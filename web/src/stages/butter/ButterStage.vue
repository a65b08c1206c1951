<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import TabRow from '@/ui/TabRow.vue'
import BrownTab from './BrownTab.vue'
import ClockTab from './ClockTab.vue'
import CreamTab from './CreamTab.vue'
import DoughTab from './DoughTab.vue'
import MixTab from './MixTab.vue'
import RestTab from './RestTab.vue'
import TempStrip from './TempStrip.vue'
import { useAsk } from '@/api/ask'

const TABS = [
  ['clock', 'Clock'],
  ['dough', 'Dough temperature'],
  ['cream', 'Creaming'],
  ['mix', 'Mixing'],
  ['brown', 'Browned'],
  ['rest', 'Rest'],
] as const
type Tab = (typeof TABS)[number][0]

const dough = theDough()
const tab = ref<Tab>('clock')
const season = useStorage<Schemas['Season']>('tarte-season', 'typical')
const look = ref(19)
/** Where the butter that is out stands by now; the draft's own figure where none is out. */
const standing = ref<number | null>(null)
const { answer: strip, problem } = useAsk(
  () => [dough.work.value?.draft, dough.work.value?.style, season.value],
  () => {
    const work = dough.work.value
    if (!work) return null
    return api.butterStrip({
      body: { draft: work.draft, style: work.style, dough_id: dough.id.value, season: season.value },
    })
  },
)
const feel = computed(() =>
  (strip.value?.feels ?? []).find((f) => look.value >= f.low_c && look.value < f.high_c),
)
const cost = computed(() =>
  (strip.value?.costs ?? []).reduce<Schemas['StripCostOut'] | null>(
    (best, c) =>
      best === null || Math.abs(c.temp_c - look.value) < Math.abs(best.temp_c - look.value) ? c : best,
    null,
  ),
)
let placed = false
watch(strip, (s) => {
  if (placed || !s) return
  placed = true
  look.value = s.now_c ?? Math.round(s.zone_low_c + s.zone_high_c) / 2
})
</script>

<template>
  <section class="butter panel" aria-label="Butter">
    <header>
      <h2>Butter</h2>
      <span v-if="strip" class="small-words"
        >{{ strip.fat }}: this method wants {{ strip.zone_low_c }} to {{ strip.zone_high_c }} °C and
        {{ strip.mixer
        }}<template v-if="strip.spread_k > 2.5">; brands differ by {{ strip.spread_k }} °C</template></span
      >
      <span class="push" />
      <label v-if="strip?.feels.length" class="small-words"
        >milk fat
        <BFormSelect v-model="season" size="sm" aria-label="Season of the butter">
          <BFormSelectOption value="winter">winter: pale, hard</BFormSelectOption>
          <BFormSelectOption value="typical">typical</BFormSelectOption>
          <BFormSelectOption value="summer">summer: yellow, soft</BFormSelectOption>
        </BFormSelect></label
      >
    </header>
    <p v-if="problem" class="alert-words strip-problem" role="alert">▲ {{ problem }}</p>
    <div class="body">
      <div class="left">
        <TempStrip
          v-if="strip"
          :strip="strip"
          :now="standing ?? strip.now_c"
          :look="look"
          @look="look = $event"
        />
        <p class="looking" aria-live="polite">
          <b class="huge fig">{{ fixed(look, 1) }}<small>°C</small></b>
          <span>
            {{ feel?.feel ?? '' }}<span class="small-words">{{ feel ? `for ${feel.use}` : '' }}</span>
            <span v-if="cost" class="small-words">forecast near {{ cost.temp_c }} °C: {{ cost.words }}</span>
          </span>
        </p>
      </div>
      <div class="right" tabindex="0" role="group" aria-label="What to do with it">
        <TabRow v-model="tab" name="butter" label="Butter and mixing" :tabs="TABS" />
        <template v-if="strip">
          <ClockTab v-if="tab === 'clock'" :strip="strip" :season="season" @now="standing = $event" />
          <DoughTab v-else-if="tab === 'dough'" />
          <CreamTab v-else-if="tab === 'cream'" />
          <MixTab v-else-if="tab === 'mix'" />
          <BrownTab v-else-if="tab === 'brown'" />
          <RestTab v-else />
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.butter {
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
header label {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.strip-problem {
  padding: 4px 14px;
  margin: 0;
}
.body {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(300px, 400px) minmax(0, 1fr);
}
.left {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 8px 12px;
  border-right: 1px solid var(--rule);
}
.left > :first-child {
  flex: 1;
  min-height: 0;
}
.right {
  overflow-y: auto;
  min-height: 0;
  padding: 6px 14px 10px;
}
.looking {
  display: flex;
  gap: 12px;
  align-items: center;
  margin: 6px 0 0;
  line-height: 1.2;
  min-height: 64px;
}
.looking span span {
  display: block;
}
@media (max-width: 1100px) {
  .body {
    grid-template-columns: minmax(260px, 1fr) minmax(0, 1fr);
  }
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
