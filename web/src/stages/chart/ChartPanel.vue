<script setup lang="ts">
import { computed } from 'vue'
import type { Frame } from '@/cookie/useScrub'
import { fixed } from '@/ui/format'
import { axis, open } from '@/ui/axis'
import { apart, type Panel } from './curves'

const props = defineProps<{
  panel: Panel
  frames: readonly Frame[]
  until: number
  tall: number
  /** Minutes that mean something. */
  set: number | null
  window: { from: number; to: number } | null
  pull: number
  now: number | null
  bottom: boolean
}>()
const emit = defineEmits<{ scrub: [number] }>()

const WIDTH = 560
const LEFT = 46
const RIGHT = 100
const foot = computed(() => (props.bottom ? 20 : 4))
const plot = computed(() => ({ top: 6, low: props.tall - foot.value }))

const kept = computed(() => props.frames.filter((f) => f.minutes <= props.until))
const value = (f: Frame, key: keyof Frame): number => f[key] as number
const scale = computed(() => {
  const all = props.panel.curves.flatMap((c) => kept.value.map((f) => value(f, c.key)))
  return axis(all.length > 0 ? all : [0, 1], props.tall > 120 ? 4 : 2)
})
const x = computed(() => open([0, props.until], [LEFT, WIDTH - RIGHT]))
const y = computed(() => open([scale.value.low, scale.value.high], [plot.value.low, plot.value.top]))
const lines = computed(() =>
  props.panel.curves.map((c) => ({
    ...c,
    d: `M${kept.value.map((f) => `${x.value(f.minutes).toFixed(1)} ${y.value(value(f, c.key)).toFixed(1)}`).join('L')}`,
    end: kept.value.at(-1) ? value(kept.value.at(-1) as Frame, c.key) : 0,
  })),
)
const labels = computed(() =>
  apart(
    lines.value.map((l) => y.value(l.end)),
    14,
    plot.value.top + 4,
    plot.value.low,
  ),
)
const minutes = computed(() => {
  const step = [1, 2, 5, 10, 20].find((s) => props.until / s <= 10) ?? 30
  return Array.from({ length: Math.floor(props.until / step) + 1 }, (_, n) => n * step)
})
const reading = computed(() => {
  const n = props.now
  if (n === null) return []
  let found = kept.value[0]
  for (const f of kept.value) if (f.minutes <= n + 1e-6) found = f
  return found ? props.panel.curves.map((c) => ({ key: c.key, v: value(found, c.key) })) : []
})
const spoken = computed(
  () =>
    `${props.panel.title} in ${props.panel.unit} against minutes: ${props.panel.curves.map((c) => c.label).join(', ')}`,
)
const unit = computed(() => (props.panel.unit === '°C' ? 0 : 1))

function point(event: PointerEvent): void {
  if (event.buttons !== 1 && event.type !== 'pointerdown') return
  const box = (event.currentTarget as SVGSVGElement).getBoundingClientRect()
  const at = ((event.clientX - box.left) / box.width) * WIDTH
  emit('scrub', ((at - LEFT) / (WIDTH - LEFT - RIGHT)) * props.until)
}
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${tall}`"
    role="img"
    :aria-label="spoken"
    @pointerdown="point"
    @pointermove="point"
  >
    <rect
      v-if="window"
      class="open"
      :x="x(window.from)"
      :y="plot.top"
      :width="Math.max(x(Math.min(window.to, until)) - x(window.from), 0)"
      :height="plot.low - plot.top"
    />
    <g class="grid">
      <line v-for="t in scale.ticks" :key="t" :x1="LEFT" :x2="WIDTH - RIGHT" :y1="y(t)" :y2="y(t)" />
    </g>
    <text v-for="t in scale.ticks" :key="t" class="fig" :x="LEFT - 5" :y="y(t) + 4" text-anchor="end">
      {{ t }}
    </text>
    <template v-if="panel.level && panel.level.at > scale.low && panel.level.at < scale.high">
      <line class="level" :x1="LEFT" :x2="WIDTH - RIGHT" :y1="y(panel.level.at)" :y2="y(panel.level.at)" />
      <text class="level-words" :x="WIDTH - RIGHT - 3" :y="y(panel.level.at) - 3" text-anchor="end">
        {{ panel.level.label }}
      </text>
    </template>
    <line
      v-if="set !== null && set < until"
      class="set"
      :x1="x(set)"
      :x2="x(set)"
      :y1="plot.top"
      :y2="plot.low"
    />
    <line class="pull" :x1="x(pull)" :x2="x(pull)" :y1="plot.top" :y2="plot.low" />
    <path v-for="l in lines" :key="l.key" :class="l.ink" :d="l.d" :stroke-dasharray="l.dash" />
    <text class="title" :x="LEFT + 5" :y="plot.top + 11">{{ panel.title }}, {{ panel.unit }}</text>
    <template v-for="(l, i) in lines" :key="`t${l.key}`">
      <text class="end" :x="WIDTH - RIGHT + 6" :y="(labels[i] ?? 0) + 4">
        {{ l.label }}
        <tspan class="fig">{{ fixed(l.end, unit) }}</tspan>
      </text>
    </template>
    <template v-if="now !== null">
      <line class="now" :x1="x(now)" :x2="x(now)" :y1="plot.top" :y2="plot.low" />
      <circle v-for="r in reading" :key="r.key" class="dot" :cx="x(now)" :cy="y(r.v)" r="3.5" />
    </template>
    <template v-if="bottom">
      <text v-for="m in minutes" :key="m" class="fig" :x="x(m)" :y="tall - 4" text-anchor="middle">
        {{ m }}
      </text>
      <text class="fig" :x="WIDTH - RIGHT + 8" :y="tall - 4">min</text>
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  touch-action: pan-y;
  cursor: ew-resize;
}
.open {
  fill: var(--cobalt-wash);
  opacity: 0.7;
}
.grid line {
  stroke: var(--graph);
}
path {
  fill: none;
  stroke-width: 2;
  stroke-linejoin: round;
}
.strong {
  stroke: var(--ink);
}
.middle {
  stroke: var(--cobalt);
}
.weak {
  stroke: var(--ink-2);
}
.level {
  stroke: var(--alert);
  stroke-width: 1.4;
  stroke-dasharray: 3 2;
}
.level-words {
  fill: var(--alert);
  paint-order: stroke;
  stroke: var(--enamel);
  stroke-width: 4px;
}
.set {
  stroke: var(--ink-2);
  stroke-width: 1.3;
  stroke-dasharray: 1 3;
  stroke-linecap: round;
}
.pull {
  stroke: var(--ink);
  stroke-width: 2;
}
.now {
  stroke: var(--butter);
  stroke-width: 2.4;
}
.dot {
  fill: var(--butter);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.title {
  font-weight: 650;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--enamel);
  stroke-width: 4px;
}
.end {
  fill: var(--ink);
}
</style>
