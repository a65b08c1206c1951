<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import { thePlan } from './key'
import TrayMap from './TrayMap.vue'
import type { PlanDoc } from './usePlan'

type Tray = NonNullable<PlanDoc['tray']>
const { look, plan, edit, id } = thePlan()
/** What photographed trays said of the oven this dough is baked in: when to turn, what to leave empty. */
const { work } = theDough()
const oven = computed(() => work.value?.draft.process?.oven_id ?? null)
const { data: mapped } = useQuery({
  queryKey: ['ovenMaps', oven],
  queryFn: () => api.ovenMaps({ params: { path: { oven_id: oven.value ?? 0 } } }),
  enabled: () => oven.value !== null,
  retry: false,
})
/** Only what is to be done: an oven of which nothing is sure needs no words here. */
const ovenSays = computed(() =>
  Object.entries(mapped.value?.maps ?? {})
    .filter(([, m]) => m.uneven_low > 0 || m.empty.length > 0)
    .map(([shelf, m]) => `Oven, ${shelf} shelf: ${m.words.join(' ')}`),
)
const laid = computed(() => look.value?.laid ?? null)
const tray = computed<Tray>(() => plan.value.tray ?? {})
const risk = computed(() => Math.round((tray.value.risk ?? 0.1) * 100))
const gap = computed(() => tray.value.gap_mm ?? laid.value?.gap_mm ?? 0)
const shown = ref(0)
const ROWS: [NonNullable<Tray['rows']>, string][] = [
  ['best', 'whatever holds most'],
  ['square', 'straight rows'],
  ['offset', 'offset rows'],
]

function set(change: Partial<Tray>, passing = false): void {
  edit({ tray: { ...tray.value, moved: [], ...change } }, { passing })
}
function move(spots: [number, number][], passing: boolean): void {
  edit({ tray: { ...tray.value, moved: spots } }, { passing })
}
const percent = (x: number): string =>
  x < 0.005 ? 'under 1 %' : x > 0.995 ? 'over 99 %' : `${Math.round(x * 100)} %`
/** The fullest tray of a load: the others hold one less at most. */
const most = (load: Schemas['Load'] | undefined, all: number): number =>
  load ? Math.max(...load.trays) : all
</script>

<template>
  <div v-if="laid" class="trays">
    <div class="left">
      <TrayMap :laid="laid" :count="most(laid.loads[shown], laid.per_tray)" @move="move" />
      <p class="small-words legend">
        <svg width="18" height="14" aria-hidden="true"><circle cx="8" cy="7" r="5" class="in" /></svg> as it
        goes in, {{ fixed(laid.in_mm, 0) }} mm
        <svg width="18" height="14" aria-hidden="true"><circle cx="8" cy="7" r="6" class="out" /></svg> as it
        comes out, {{ fixed(laid.out_mm, 0) }} mm ({{ fixed(laid.low_mm, 0) }} to
        {{ fixed(laid.high_mm, 0) }}, 8 in 10). Drag a cookie, or pick it with Tab and move it with the
        arrows.
        <button v-if="laid.hand" type="button" class="plain" @click="set({})">lay them out again</button>
      </p>
    </div>
    <div class="right">
      <p class="answer">
        <b>{{ laid.per_tray }} on a tray</b>, {{ laid.packing.words }}.
        <span
          >Any two meet on {{ percent(laid.touch.any_two) }} of trays; on average
          {{ fixed(laid.touch.cookies, 1) }} cookies touch.</span
        >
      </p>
      <p v-for="w in laid.wrong" :key="w" class="alert-words">▲ {{ w }}</p>
      <div class="slider">
        <label for="risk">Neighbours may meet</label>
        <input
          id="risk"
          type="range"
          min="1"
          max="40"
          :value="risk"
          :disabled="tray.gap_mm != null"
          @input="set({ risk: Number(($event.target as HTMLInputElement).value) / 100 }, true)"
          @change="set({ risk: Number(($event.target as HTMLInputElement).value) / 100 })"
        />
        <span class="fig">in {{ risk }} %</span>
      </div>
      <div class="slider">
        <label for="gap">Gap as they come out</label>
        <input
          id="gap"
          type="range"
          min="0"
          max="60"
          :value="Math.round(gap)"
          @input="set({ gap_mm: Number(($event.target as HTMLInputElement).value) }, true)"
          @change="set({ gap_mm: Number(($event.target as HTMLInputElement).value) })"
        />
        <span class="fig">{{ fixed(gap, 0) }} mm</span>
        <button v-if="tray.gap_mm != null" type="button" class="plain" @click="set({ gap_mm: null })">
          by risk
        </button>
      </div>
      <div class="slider">
        <label for="margin">Margin to the rim</label>
        <input
          id="margin"
          type="range"
          min="0"
          max="50"
          :value="tray.margin_mm ?? 10"
          @input="set({ margin_mm: Number(($event.target as HTMLInputElement).value) }, true)"
          @change="set({ margin_mm: Number(($event.target as HTMLInputElement).value) })"
        />
        <span class="fig">{{ fixed(tray.margin_mm ?? 10, 0) }} mm</span>
      </div>
      <div class="two">
        <label class="small-words"
          >rows
          <select
            class="form-select form-select-sm"
            :value="tray.rows ?? 'best'"
            @change="set({ rows: ($event.target as HTMLSelectElement).value as Tray['rows'] & string })"
          >
            <option v-for="[key, word] in ROWS" :key="key" :value="key">{{ word }}</option>
          </select></label
        >
        <label class="small-words"
          >trays in the oven at once
          <select
            class="form-select form-select-sm"
            :value="tray.at_once ?? 1"
            @change="set({ at_once: Number(($event.target as HTMLSelectElement).value) })"
          >
            <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
          </select></label
        >
      </div>
      <h3>Loads</h3>
      <ol class="loads">
        <li v-for="(load, n) in laid.loads" :key="n">
          <button type="button" class="plain" :class="{ on: shown === n }" @click="shown = n">
            load {{ n + 1 }}: {{ load.trays.join(' + ') }} pieces
          </button>
        </li>
      </ol>
      <p v-if="laid.two">{{ laid.two.words }}</p>
      <p v-if="laid.cools_min !== null && laid.loads.length > 1">
        A tray from the oven is below 30 °C after {{ fixed(laid.cools_min, 0) }} min on a rack.
        {{ laid.hot?.words }}
      </p>
      <p v-for="t in look?.toppings ?? []" :key="t.line_id">
        {{ t.name }} for the top: {{ fixed(t.per_piece_g, 1) }} g a piece; covers {{ percent(t.shaped) }} as
        shaped<template v-if="t.baked != null">, {{ percent(t.baked) }} once it has spread</template>.
      </p>
      <p v-for="w in [...ovenSays, ...laid.words]" :key="w" class="small-words">
        {{ w }}
      </p>
      <p v-if="look?.no_forecast" class="small-words">{{ look.no_forecast }}</p>
      <a v-if="id" class="btn btn-outline-primary btn-sm" :href="`/api/plans/${id}/trays.pdf`" download
        >Tray sheet to scale, PDF</a
      >
    </div>
  </div>
</template>

<style scoped>
.trays {
  display: grid;
  grid-template-columns: minmax(300px, 1fr) minmax(280px, 380px);
  gap: 0 22px;
}
.slider {
  display: grid;
  grid-template-columns: 11rem minmax(0, 1fr) 5rem auto;
  gap: 8px;
  align-items: center;
}
input[type='range'] {
  accent-color: var(--cobalt);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin: 6px 0;
}
h3 {
  font-size: 0.9375rem;
  margin: 8px 0 2px;
}
.loads {
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
}
.plain {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 1px 4px;
}
.plain.on {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
}
p {
  margin: 0 0 5px;
}
.answer span {
  display: block;
}
.in {
  fill: #d9b876;
  stroke: #8a6a35;
}
.out {
  fill: none;
  stroke: var(--ink);
  stroke-dasharray: 3 2;
}
@media (max-width: 1100px) {
  .trays {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 500px) {
  .slider {
    grid-template-columns: 1fr 5.5rem;
  }
  .slider label {
    grid-column: span 2;
  }
}
</style>
