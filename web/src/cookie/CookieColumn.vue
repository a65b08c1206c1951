<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'
import PullWindow from './PullWindow.vue'
import ReadingRow from './ReadingRow.vue'
import { scaleFor } from './scale'
import SideView from './SideView.vue'
import TopView from './TopView.vue'
import WhereFrom from './WhereFrom.vue'

const props = defineProps<{
  preview: Schemas['PreviewOut'] | null
  target: Schemas['CookieDoc'] | undefined
  lastBake: Schemas['SizeOut'] | null
}>()

const PLAIN = '#e6cf9f'
const whereFrom = ref(false)

const forecast = computed(() => props.preview?.forecast ?? null)
const size = computed(() => ({
  forecast: forecast.value?.cookie.diameter_mm ?? null,
  target: props.target?.diameter_mm ?? null,
  bake: props.lastBake?.cookie.diameter_mm ?? null,
}))
const acrossMm = computed(() => scaleFor([size.value.forecast, size.value.target, size.value.bake]))
const scores = computed(() => (props.preview?.readings ?? []).filter((r) => r.unit !== 'mm'))
const sizes = computed(() => (props.preview?.readings ?? []).filter((r) => r.unit === 'mm'))
const sizeWords = computed(() =>
  sizes.value
    .map((r) => `${r.label} ${fixed(r.forecast?.value ?? null, 1)} mm, target ${fixed(r.target, 1)} mm`)
    .join('; '),
)
const tall = computed(() => forecast.value?.cookie.height_mm ?? null)
</script>

<template>
  <section class="column panel" aria-label="The cookie">
    <div class="head">
      <h2>Side</h2>
      <span class="small-words">{{ acrossMm === 110 ? 'to scale' : `to scale, ${acrossMm} mm across` }}</span>
      <span class="push"
        ><b class="fig">{{ fixed(tall, 1) }}</b> <span class="unit">mm tall</span></span
      >
    </div>
    <SideView
      class="graph"
      :forecast="forecast?.outline ?? []"
      :target="preview?.target_outline ?? []"
      :bake="lastBake?.outline ?? []"
      :rim="forecast?.hex_rim ?? PLAIN"
      :middle="forecast?.hex_middle ?? PLAIN"
      :across-mm="acrossMm"
      :describe="`Side view. ${sizeWords}`"
    />
    <div class="head">
      <h2>From above</h2>
      <span class="push"
        ><b class="fig">{{ fixed(size.forecast, 0) }}</b> <span class="unit">mm wide</span></span
      >
    </div>
    <TopView
      :forecast-mm="size.forecast"
      :target-mm="size.target"
      :bake-mm="size.bake"
      :rim="forecast?.hex_rim ?? PLAIN"
      :middle="forecast?.hex_middle ?? PLAIN"
      :across-mm="acrossMm"
      :describe="`From above. ${sizeWords}`"
    />
    <div class="legend" aria-hidden="true">
      <span><i class="swatch" /> forecast</span>
      <span
        ><svg width="22" height="8"><path class="t" d="M0 4h22" /></svg> target</span
      >
      <span v-if="lastBake"
        ><svg width="22" height="8"><path class="b" d="M2 4h20" /></svg> {{ lastBake.label }}</span
      >
    </div>
    <div class="readings">
      <ReadingRow v-for="r in scores" :key="r.key" :reading="r" />
    </div>
    <template v-if="forecast?.window">
      <div class="head tight">
        <h2>Pull window</h2>
        <span class="push fig">
          {{ forecast.window.earliest_min }}–{{ forecast.window.latest_min }} <span class="unit">min</span>
        </span>
      </div>
      <PullWindow :window="forecast.window" :minutes="forecast.minutes" />
    </template>
    <p class="miss" aria-live="polite">{{ preview?.miss ?? '' }}</p>
    <p v-for="w in forecast?.warnings ?? []" :key="w" class="alert-words">▲ {{ w }}</p>
    <p v-if="forecast" class="basis small-words">
      {{ forecast.method_words
      }}<template v-if="preview?.style_is_nearest"
        >; compared with the nearest style, {{ preview.style_used }}</template
      >.
      <button type="button" class="link" @click="whereFrom = true">Where from?</button>
    </p>
    <WhereFrom v-if="forecast" v-model="whereFrom" :forecast="forecast" />
  </section>
</template>

<style scoped>
.column {
  padding: 8px 14px 10px;
  overflow-y: auto;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 6px;
  margin-bottom: 2px;
}
.head.tight {
  margin-top: 4px;
}
h2 {
  font-size: 0.9375rem;
  margin: 0;
}
.push {
  margin-left: auto;
}
.legend {
  display: flex;
  gap: 14px;
  margin: 2px 0 4px;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.legend .swatch {
  display: inline-block;
  width: 18px;
  height: 10px;
  border-radius: 2px;
  background: linear-gradient(90deg, #b0753a, #dcb878, #b0753a);
}
.legend path {
  stroke-width: 2;
  fill: none;
}
.legend .t {
  stroke: var(--cobalt);
  stroke-dasharray: 6 4;
}
.legend .b {
  stroke: var(--ink);
  stroke-dasharray: 0.1 4;
  stroke-width: 2.4;
  stroke-linecap: round;
}
.miss {
  font-weight: 650;
  margin: 4px 0 0;
  border-top: 1px solid var(--rule);
  padding-top: 5px;
}
.basis {
  margin: 3px 0 0;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  color: var(--cobalt);
  text-decoration: underline;
}
</style>
