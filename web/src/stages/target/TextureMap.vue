<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { placeAt, stepsOf, xOf, yOf } from './map'

type Place = Schemas['MapPlace']

const props = defineProps<{
  styles: Schemas['StyleOut'][]
  chosen: string
  target: Place | null
  forecast: Place | null
  trail: Schemas['TrailPoint'][]
}>()
const emit = defineEmits<{ put: [Place]; nudge: [{ across: number; up: number }]; pick: [string] }>()

const F = { width: 540, height: 400, left: 30, bottom: 22 }
const TICKS = [3, 5, 8, 12, 20, 30]
const svg = ref<SVGSVGElement | null>(null)
const dragged = ref<Place | null>(null)
const shown = computed(() => dragged.value ?? props.target)

/** Labels that would lie on another are moved up or down by a line until they are free. */
const labelled = computed(() => {
  const taken: { x0: number; x1: number; y: number }[] = []
  return [...props.styles]
    .sort((a, b) => a.crisp - b.crisp)
    .map((s) => {
      const mm = s.target.cookie?.height_mm ?? 8
      const x = xOf(s.crisp, F)
      const top = yOf(s.height_high, F)
      const base = yOf(s.height_low, F)
      const half = short(s.name).length * 3.2
      const lx = Math.min(F.width - half - 2, Math.max(F.left + half + 2, x))
      let y = yOf(mm, F) + 4
      const clash = (at: number): boolean =>
        taken.some((t) => Math.abs(t.y - at) < 13 && t.x1 > lx - half && t.x0 < lx + half)
      for (const by of [0, 13, -13, 26, -26, 39, -39]) {
        if (!clash(y + by)) {
          y += by
          break
        }
      }
      taken.push({ x0: lx - half, x1: lx + half, y })
      return { ...s, x, top, base, rx: 30, lx, y, label: short(s.name) }
    })
})
const trailPath = computed(() =>
  props.trail.map((p, n) => `${n === 0 ? 'M' : 'L'}${xOf(p.crisp, F)} ${yOf(p.height_mm, F)}`).join(' '),
)

function short(name: string): string {
  return name
    .replace(/ drop$/, '')
    .replace('Crackled cinnamon-sugar', 'Cinnamon-sugar')
    .replace(' or piped butter', '')
}
function at(event: PointerEvent): Place | null {
  const box = svg.value?.getBoundingClientRect()
  if (!box) return null
  const scale = F.width / box.width
  return placeAt((event.clientX - box.left) * scale, (event.clientY - box.top) * scale, F)
}
function down(event: PointerEvent): void {
  if (event.button !== 0) return
  svg.value?.setPointerCapture(event.pointerId)
  dragged.value = at(event)
}
function move(event: PointerEvent): void {
  if (dragged.value) dragged.value = at(event)
}
function up(): void {
  if (dragged.value) emit('put', dragged.value)
  dragged.value = null
}
function key(event: KeyboardEvent): void {
  const steps = stepsOf(event.key, event.shiftKey)
  if (!steps) return
  event.preventDefault()
  emit('nudge', steps)
}
const words = computed(() =>
  shown.value
    ? `${shown.value.height_mm.toFixed(1)} mm, ${shown.value.crisp.toFixed(0)} of 100 crisp`
    : 'not put down yet',
)
</script>

<template>
  <div class="map">
    <svg
      ref="svg"
      :viewBox="`0 0 ${F.width} ${F.height}`"
      role="slider"
      tabindex="0"
      aria-label="Target on the texture map: up and down for height, left and right for soft or crisp"
      :aria-valuetext="words"
      :aria-valuenow="shown?.crisp ?? 0"
      aria-valuemin="0"
      aria-valuemax="100"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="dragged = null"
      @keydown="key"
    >
      <rect :x="F.left" y="0" :width="F.width - F.left" :height="F.height - F.bottom" class="paper" />
      <g v-for="t in TICKS" :key="t">
        <line :x1="F.left" :x2="F.width" :y1="yOf(t, F)" :y2="yOf(t, F)" class="grid" />
        <text :x="F.left - 4" :y="yOf(t, F) + 4" class="tick end">{{ t }}</text>
      </g>
      <line
        v-for="c in [0, 25, 50, 75, 100]"
        :key="c"
        :x1="xOf(c, F)"
        :x2="xOf(c, F)"
        y1="0"
        :y2="F.height - F.bottom"
        class="grid"
      />
      <g v-for="s in labelled" :key="s.id" :class="{ chosen: s.id === chosen }">
        <rect
          :x="s.x - s.rx"
          :y="s.top"
          :width="2 * s.rx"
          :height="s.base - s.top"
          :rx="Math.min(s.rx, (s.base - s.top) / 2)"
          class="region"
        />
      </g>
      <g v-for="s in labelled" :key="s.id" :class="{ chosen: s.id === chosen }">
        <text :x="s.lx" :y="s.y" class="name">{{ s.label }}</text>
      </g>
      <path v-if="trail.length > 1" :d="trailPath" class="trail" />
      <g v-for="(p, n) in trail" :key="n">
        <circle
          :cx="xOf(p.crisp, F)"
          :cy="yOf(p.height_mm, F)"
          :r="n === trail.length - 1 ? 5 : 2.6"
          class="bake"
        >
          <title>{{ p.label }}</title>
        </circle>
      </g>
      <path
        v-if="forecast"
        :d="`M${xOf(forecast.crisp, F) - 6} ${yOf(forecast.height_mm, F)}h12m-6 -6v12`"
        class="forecast"
      />
      <g v-if="shown" class="wanted">
        <circle :cx="xOf(shown.crisp, F)" :cy="yOf(shown.height_mm, F)" r="10" />
        <circle :cx="xOf(shown.crisp, F)" :cy="yOf(shown.height_mm, F)" r="2.5" class="pip" />
      </g>
      <text :x="F.left" :y="F.height - 6" class="tick">soft</text>
      <text :x="F.width" :y="F.height - 6" class="tick end">crisp</text>
      <text :x="4" :y="12" class="tick">mm</text>
    </svg>
    <p class="small-words legend">
      <span class="ring" aria-hidden="true" /> target {{ words }}
      <template v-if="forecast"><b class="plus" aria-hidden="true">+</b> forecast</template>
      <template v-if="trail.length"><i class="dot" aria-hidden="true" /> bakes, the last one large</template>
    </p>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
  touch-action: none;
  cursor: crosshair;
  display: block;
}
.paper {
  fill: var(--enamel-2);
}
.grid {
  stroke: var(--graph);
  stroke-width: 1;
}
.tick {
  font-size: 13px;
  fill: var(--ink-2);
}
.end {
  text-anchor: end;
}
.region {
  fill: var(--cobalt-wash);
  fill-opacity: 0.6;
  stroke: var(--graph-strong);
}
.chosen .region {
  stroke: var(--cobalt);
  stroke-width: 2;
}
.name {
  font-size: 13px;
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--enamel);
  stroke-width: 3px;
  stroke-opacity: 0.75;
  pointer-events: none;
}
.chosen .name {
  font-weight: 650;
}
.trail {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 1.2;
  stroke-dasharray: 2 3;
}
.bake {
  fill: var(--ink);
}
.forecast {
  stroke: var(--ink);
  stroke-width: 2.4;
  fill: none;
}
.wanted circle {
  fill: var(--butter);
  fill-opacity: 0.35;
  stroke: var(--cobalt);
  stroke-width: 2.5;
  stroke-dasharray: 5 3;
}
.wanted .pip {
  fill: var(--cobalt);
  fill-opacity: 1;
  stroke: none;
}
.legend {
  margin: 4px 0 0;
  display: flex;
  gap: 6px 10px;
  align-items: center;
  flex-wrap: wrap;
}
.ring {
  width: 13px;
  height: 13px;
  border-radius: 50%;
  border: 2px dashed var(--cobalt);
}
.plus {
  font-size: 1.1rem;
  line-height: 1;
  color: var(--ink);
}
.dot {
  width: 8px;
  height: 8px;
  border-radius: 50%;
  background: var(--ink);
}
</style>
