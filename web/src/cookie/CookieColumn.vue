<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import AgeStrip from './AgeStrip.vue'
import PullWindow from './PullWindow.vue'
import ReadingRow from './ReadingRow.vue'
import { scaleFor, scaled } from './scale'
import SideView from './SideView.vue'
import TopView from './TopView.vue'
import { whole, type Scrub } from './useScrub'
import WhereFrom from './WhereFrom.vue'

const props = defineProps<{
  preview: Schemas['PreviewOut'] | null
  detail: Schemas['PreviewDetailOut'] | null
  old: boolean
  target: Schemas['CookieDoc'] | undefined
  lastBake: Schemas['SizeOut'] | null
  scrub: Scrub
  until: number
}>()

const PLAIN = '#e6cf9f'
const dough = theDough()
const whereFrom = ref(false)
/** On a narrow screen the work comes first: of the cookie there is its sentence and its side, until more is asked for. */
const narrow = useMediaQuery('(max-width: 900px)')
const opened = ref(false)

const forecast = computed(() => props.preview?.forecast ?? null)
const frame = computed(() => (forecast.value ? props.scrub.frame.value : null))
const shown = computed(() => {
  const f = frame.value
  if (f) {
    const outline = whole(f.section)
    return { wide: f.diameter_mm, tall: f.height_mm, outline, rim: f.hex_rim, middle: f.hex_middle }
  }
  const c = forecast.value
  return {
    wide: c?.cookie.diameter_mm ?? null,
    tall: c?.cookie.height_mm ?? null,
    outline: c?.outline ?? [],
    rim: c?.hex_rim ?? PLAIN,
    middle: c?.hex_middle ?? PLAIN,
  }
})
const size = computed(() => ({
  forecast: forecast.value?.cookie.diameter_mm ?? null,
  target: props.target?.diameter_mm ?? null,
  bake: props.lastBake?.cookie.diameter_mm ?? null,
}))
const acrossMm = computed(() => scaleFor([size.value.forecast, size.value.target, size.value.bake]))
/** Ranges belong to the cooled cookie and to the draft they were worked out for. */
const range = computed(() => {
  const e = props.detail?.estimates ?? {}
  const [d, h] = [e['diameter_mm'], e['height_mm']]
  if (props.old || frame.value || !d || !h || !forecast.value) return null
  return { d, h }
})
const soft = computed(() => {
  const r = range.value
  const outline = forecast.value?.outline ?? []
  if (!r) return { low: [], high: [] }
  // A wider cookie is a flatter one, but the edge shows what either may do.
  return {
    low: scaled(outline, (r.d.low ?? r.d.value) / r.d.value, (r.h.low ?? r.h.value) / r.h.value),
    high: scaled(outline, (r.d.high ?? r.d.value) / r.d.value, (r.h.high ?? r.h.value) / r.h.value),
  }
})
const scores = computed(() =>
  (props.preview?.readings ?? [])
    .filter((r) => r.unit !== 'mm')
    .map((r) => ({ ...r, forecast: (!props.old && props.detail?.estimates[r.key]) || r.forecast })),
)
const sizes = computed(() => (props.preview?.readings ?? []).filter((r) => r.unit === 'mm'))
const sizeWords = computed(() =>
  sizes.value
    .map((r) => `${r.label} ${fixed(r.forecast?.value ?? null, 1)} mm, target ${fixed(r.target, 1)} mm`)
    .join('; '),
)
const window_ = computed(() => (forecast.value ? (props.detail?.window ?? null) : null))
const plusMinus = (e: Schemas['EstimateOut']): string =>
  e.low === null || e.high === null ? '' : ` ±${fixed((e.high - e.low) / 2, e.value < 30 ? 1 : 0)}`
const moment = computed(() => {
  const f = frame.value
  if (!f) return ''
  const out = f.minutes > (props.detail?.minutes ?? Infinity) + 1e-6
  return `${fixed(f.minutes, 1)} min${out ? ', out of the oven' : ''}: core ${fixed(f.core_c, 0)} °C, rim ${fixed(f.rim_c, 0)} °C`
})
</script>

<template>
  <section class="column panel" aria-label="The cookie">
    <p class="miss" aria-live="polite">{{ moment || preview?.miss || '' }}</p>
    <div class="head">
      <h2>Side</h2>
      <span class="small-words">{{ acrossMm === 110 ? 'to scale' : `to scale, ${acrossMm} mm across` }}</span>
      <span class="push"
        ><b class="fig">{{ fixed(shown.tall, 1) }}</b>
        <span class="unit"> {{ range ? plusMinus(range.h) : '' }} mm tall</span></span
      >
    </div>
    <SideView
      class="graph"
      :forecast="shown.outline"
      :target="preview?.target_outline ?? []"
      :bake="lastBake?.outline ?? []"
      :low="soft.low"
      :high="soft.high"
      :rim="shown.rim"
      :middle="shown.middle"
      :across-mm="acrossMm"
      :look="frame ? null : (preview?.appearance ?? null)"
      :describe="`Side view. ${sizeWords}`"
    />
    <button
      v-if="narrow"
      type="button"
      class="btn btn-link btn-sm more"
      aria-controls="cookie-more"
      :aria-expanded="opened"
      @click="opened = !opened"
    >
      {{ opened ? 'Less of the cookie' : 'All of the cookie: from above, texture, when to pull' }}
    </button>
    <div v-show="!narrow || opened" id="cookie-more">
      <div class="head">
        <h2>From above</h2>
        <span class="push"
          ><b class="fig">{{ fixed(shown.wide, 0) }}</b>
          <span class="unit"> {{ range ? plusMinus(range.d) : '' }} mm wide</span></span
        >
      </div>
      <div class="above">
        <TopView
          :forecast-mm="shown.wide"
          :target-mm="size.target"
          :bake-mm="size.bake"
          :low-mm="range?.d.low ?? null"
          :high-mm="range?.d.high ?? null"
          :rim="shown.rim"
          :middle="shown.middle"
          :across-mm="acrossMm"
          :look="frame ? null : (preview?.appearance ?? null)"
          :describe="`From above. ${sizeWords}. ${preview?.appearance?.words ?? ''}`"
        />
        <div class="legend" aria-hidden="true">
          <span><i class="swatch" /> forecast</span>
          <span class="right"
            ><svg width="22" height="8"><path class="t" d="M0 4h22" /></svg> target</span
          >
          <span v-if="lastBake" class="low"
            ><svg width="22" height="8"><path class="b" d="M2 4h20" /></svg> {{ lastBake.label }}</span
          >
        </div>
      </div>
      <div class="readings">
        <ReadingRow v-for="r in scores" :key="r.key" :reading="r" />
      </div>
      <template v-if="forecast && detail && !detail.no_forecast">
        <PullWindow
          :window="window_"
          :egg="detail.egg"
          :minutes="detail.minutes"
          :until="until"
          :scrub="scrub"
        />
        <p v-if="window_?.note" class="alert-words note">▲ {{ window_.note }}</p>
        <p v-if="preview?.dark" class="alert-words note">▲ {{ preview.dark }}</p>
      </template>
      <p v-if="forecast" class="basis small-words">
        <span :title="detail?.basis">Bake model</span
        ><template v-if="preview?.style_is_nearest"> ({{ preview.style_used }})</template> ·
        <RouterLink :to="{ name: 'bake-chart', params: { id: dough.id.value } }">Bake chart</RouterLink> ·
        <BButton size="sm" variant="link" @click="whereFrom = true">Where from?</BButton>
      </p>
      <AgeStrip v-if="forecast && detail?.age && !frame" :age="detail.age" />
      <p v-if="forecast && detail?.egg" class="egg-line" :class="{ under: !detail.egg.done }">
        <span aria-hidden="true">{{ detail.egg.done ? '┆' : '▲' }}</span> {{ detail.egg.sentence }}
      </p>
      <p v-for="w in forecast?.warnings ?? []" :key="w" class="alert-words note">▲ {{ w }}</p>
    </div>
    <WhereFrom v-if="forecast" v-model="whereFrom" :forecast="forecast" :basis="detail?.basis ?? ''" />
  </section>
</template>

<style scoped>
.column {
  padding: 6px 14px 4px;
  overflow-y: auto;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 6px;
  margin-bottom: 1px;
}
h2 {
  font-size: 0.9375rem;
  margin: 0;
}
.push {
  margin-left: auto;
}
.more {
  padding: 6px 0;
}
.above {
  position: relative;
}
/* One scale for both drawings, and room below them for what there is to say. */
.graph,
.above :deep(svg.above) {
  width: 88%;
  margin: 0 auto;
}
.legend {
  position: absolute;
  inset: 0;
  pointer-events: none;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.legend span {
  position: absolute;
  left: 0;
  bottom: 0;
}
.legend .right {
  left: auto;
  right: 0;
}
.legend .low {
  left: auto;
  right: 0;
  top: 0;
  bottom: auto;
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
  margin: 0 0 2px;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 2px;
  line-height: 1.2;
}
.egg-line,
.note {
  margin: 2px 0 0;
  font-size: 0.8125rem;
  line-height: 1.25;
  color: var(--ink-2);
}
.egg-line.under,
.note {
  color: var(--alert);
}
.basis {
  margin: 2px 0 0;
}
.basis a {
  text-decoration: underline;
}
</style>
