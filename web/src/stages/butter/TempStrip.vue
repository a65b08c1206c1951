<script setup lang="ts">
import { open } from '@/ui/axis'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'

/**
 * The butter's temperature strip: what is felt at each height, solid fat beside it, the zone the method wants,
 * where the butter is, and what being off costs. The line looked at moves by arrow keys, wheel or click.
 */
const props = defineProps<{ strip: Schemas['StripOut']; look: number; now: number | null }>()
const emit = defineEmits<{ look: [number] }>()

const WIDTH = 376
const HEIGHT = 470
const [LOW, HIGH] = [2, 34] as const
const AXIS = 28
const FAT = 40
const FELT = 136
const COST = 292

const TOP = 30
const y = open([LOW, HIGH], [HEIGHT - 14, TOP])
const clamp = (c: number): number => Math.max(LOW, Math.min(HIGH, c))
const ticks = [2, 6, 10, 14, 18, 22, 26, 30, 34]
const own = computed(() => props.strip.curves.find((c) => c.own))
const paths = computed(() =>
  props.strip.curves.map((c) => ({
    name: c.name,
    own: c.own,
    d: `M${c.points
      .filter(([t = 0]) => t >= LOW && t <= HIGH)
      .map(([t = 0, s = 0]) => `${(FAT + s * 1.1).toFixed(1)} ${y(t).toFixed(1)}`)
      .join('L')}`,
  })),
)
const others = ['shortening', 'coconut', 'plant']
const solid = computed(() => {
  const points = own.value?.points ?? []
  for (let i = 1; i < points.length; i++) {
    const [a = 0, sa = 0] = points[i - 1] ?? []
    const [b = 0, sb = 0] = points[i] ?? []
    if (props.look >= a && props.look <= b) return sa + ((sb - sa) * (props.look - a)) / (b - a)
  }
  return null
})
const feel = computed(() => props.strip.feels.find((f) => props.look >= f.low_c && props.look < f.high_c))
const base = computed(() => {
  const middle = (props.strip.zone_low_c + props.strip.zone_high_c) / 2
  return props.strip.costs.reduce<Schemas['StripCostOut'] | null>(
    (best, c) => (best === null || Math.abs(c.temp_c - middle) < Math.abs(best.temp_c - middle) ? c : best),
    null,
  )
})
const shown = computed(() =>
  props.strip.costs.filter((c) => c.temp_c >= LOW && c.temp_c <= HIGH && c.temp_c !== 19 && c.temp_c !== 21),
)
const wider = (c: Schemas['StripCostOut']): number =>
  (c.diameter_mm ?? 0) - (base.value?.diameter_mm ?? c.diameter_mm ?? 0)

function step(event: KeyboardEvent): void {
  const by = { ArrowUp: 0.5, ArrowDown: -0.5, PageUp: 2, PageDown: -2 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  emit('look', clamp(Math.round((props.look + by) * 2) / 2))
}
function point(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  const c =
    HIGH - ((((event.clientY - box.top) / box.height) * HEIGHT - TOP) / (HEIGHT - TOP - 14)) * (HIGH - LOW)
  emit('look', clamp(Math.round(c * 2) / 2))
}
</script>

<template>
  <svg
    class="strip"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    tabindex="0"
    role="slider"
    aria-orientation="vertical"
    :aria-label="`Temperature strip of ${strip.fat}`"
    :aria-valuemin="LOW"
    :aria-valuemax="HIGH"
    :aria-valuenow="look"
    :aria-valuetext="`${look} °C${feel ? `: ${feel.feel}` : ''}`"
    @keydown="step"
    @click="point"
  >
    <text x="0" y="11">°C</text>
    <text :x="FAT" y="11">solid, %</text>
    <text v-if="strip.feels.length" :x="FELT" y="11">what is felt</text>
    <text v-if="shown.length" :x="WIDTH" y="11" text-anchor="end">± width, mm</text>
    <rect
      class="zone"
      :x="AXIS"
      :y="y(strip.zone_high_c)"
      :width="WIDTH - AXIS"
      :height="y(strip.zone_low_c) - y(strip.zone_high_c)"
    />
    <g v-for="f in strip.feels" :key="f.key">
      <template v-if="f.high_c > LOW && f.low_c < HIGH">
        <line class="edge" :x1="FELT - 6" :x2="COST - 6" :y1="y(clamp(f.high_c))" :y2="y(clamp(f.high_c))" />
        <text
          class="felt"
          :class="{ on: feel?.key === f.key }"
          :x="FELT"
          :y="(y(clamp(f.low_c)) + y(clamp(f.high_c))) / 2 + 4"
        >
          {{ f.short }}
        </text>
      </template>
    </g>
    <line class="axis" :x1="AXIS" :x2="AXIS" :y1="y(HIGH)" :y2="y(LOW)" />
    <g v-for="t in ticks" :key="t">
      <line class="axis" :x1="AXIS - 5" :x2="AXIS" :y1="y(t)" :y2="y(t)" />
      <text class="fig" :x="AXIS - 8" :y="y(t) + 4.5" text-anchor="end">{{ t }}</text>
    </g>
    <path
      v-for="p in paths"
      :key="p.name"
      :d="p.d"
      class="fat"
      :class="{ own: p.own, season: !p.own && !others.some((o) => p.name.toLowerCase().includes(o)) }"
    >
      <title>{{ p.name }}</title>
    </path>
    <g v-for="c in shown" :key="c.temp_c">
      <text class="cost fig" :x="WIDTH" :y="y(c.temp_c) + 4.5" text-anchor="end">
        {{ wider(c) >= 0.05 ? '+' : wider(c) <= -0.05 ? '−' : '' }}{{ fixed(Math.abs(wider(c)), 1) }}
      </text>
      <rect
        class="bar"
        :x="WIDTH - 66 + Math.min(wider(c), 0) * 2.4"
        :y="y(c.temp_c) - 4"
        :width="Math.min(Math.abs(wider(c)) * 2.4, 22)"
        height="8"
      />
    </g>
    <g v-if="now !== null" class="now">
      <path :d="`M${AXIS} ${y(clamp(now))} l-9 -6 v12 z`" />
      <line :x1="AXIS" :x2="FELT - 8" :y1="y(clamp(now))" :y2="y(clamp(now))" />
      <title>butter now {{ fixed(now, 1) }} °C</title>
    </g>
    <line class="look" :x1="AXIS" :x2="WIDTH" :y1="y(look)" :y2="y(look)" />
    <text v-if="solid !== null" class="fig looked" :x="FELT - 10" :y="y(look) - 5" text-anchor="end">
      {{ fixed(solid, 0) }} %
    </text>
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
  max-height: 100%;
  cursor: ns-resize;
}
.felt {
  fill: var(--ink);
}
.felt.on {
  font-weight: 650;
}
.zone {
  fill: var(--cobalt-wash);
}
.edge {
  stroke: var(--rule);
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.fat {
  fill: none;
  stroke: var(--graph-strong);
  stroke-width: 1.2;
}
.fat.season {
  stroke: var(--mark);
  stroke-dasharray: 4 3;
}
.fat.own {
  stroke: var(--cobalt);
  stroke-width: 2.4;
}
.bar {
  fill: var(--mark);
}
.now path,
.now line {
  fill: var(--butter);
  stroke: var(--ink);
  stroke-width: 0.8;
}
.now line {
  stroke: var(--butter);
  stroke-width: 5;
}
.look {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.looked {
  fill: var(--ink);
  font-weight: 650;
  paint-order: stroke;
  stroke: var(--enamel);
  stroke-width: 4px;
}
</style>
