<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'

/**
 * A tray to scale with its cookies: as they go in (filled), as they come out (dashed), and between which widths they
 * may well come out (band). A cookie is moved by hand or by the arrow keys; count is how many of the places are taken.
 *
 * Usage: `<TrayMap :laid="laid" :count="12" @move="(spots, passing) => ..." />`
 */
const props = defineProps<{ laid: Schemas['Laid']; count: number }>()
const emit = defineEmits<{ move: [spots: [number, number][], passing: boolean] }>()
const STEP = 2
const svg = ref<SVGSVGElement | null>(null)
const held = ref<number | null>(null)
const spots = computed(() => props.laid.packing.spots)
const apart = (a: Schemas['Spot'], b: Schemas['Spot']): number => Math.hypot(a.x_mm - b.x_mm, a.y_mm - b.y_mm)
/** Cookies that touch if all come out as forecast. */
const touching = computed(
  () =>
    new Set(
      spots.value.flatMap((a, i) =>
        spots.value.some((b, j) => i !== j && apart(a, b) < props.laid.out_mm) ? [i] : [],
      ),
    ),
)

function at(event: PointerEvent): [number, number] {
  const box = svg.value?.getBoundingClientRect()
  if (!box) return [0, 0]
  const k = (props.laid.width_mm + 8) / box.width
  return [(event.clientX - box.left) * k - 4, (event.clientY - box.top) * k - 4]
}
function moved(n: number, x: number, y: number): [number, number][] {
  const hold = (v: number, most: number): number => Math.min(Math.max(Math.round(v * 10) / 10, 0), most)
  return spots.value.map((s, i) =>
    i === n ? [hold(x, props.laid.width_mm), hold(y, props.laid.depth_mm)] : [s.x_mm, s.y_mm],
  )
}
function down(event: PointerEvent, n: number): void {
  held.value = n
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (held.value !== null) emit('move', moved(held.value, ...at(event)), true)
}
function up(event: PointerEvent): void {
  if (held.value === null) return
  emit('move', moved(held.value, ...at(event)), false)
  held.value = null
}
function key(event: KeyboardEvent, n: number): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  const spot = spots.value[n]
  if (!by || !spot) return
  event.preventDefault()
  const step = event.shiftKey ? 5 * STEP : STEP
  emit('move', moved(n, spot.x_mm + (by[0] ?? 0) * step, spot.y_mm + (by[1] ?? 0) * step), false)
}
</script>

<template>
  <svg
    ref="svg"
    class="map"
    :viewBox="`-4 -4 ${laid.width_mm + 8} ${laid.depth_mm + 8}`"
    role="group"
    :aria-label="`Tray of ${Math.round(laid.width_mm)} by ${Math.round(laid.depth_mm)} mm with ${laid.per_tray} places, ${count} taken`"
    @pointermove="drag"
    @pointerup="up"
    @pointercancel="held = null"
  >
    <rect :width="laid.width_mm" :height="laid.depth_mm" rx="6" class="tray" />
    <g
      v-for="(s, n) in spots"
      :key="n"
      :class="{ free: n >= count, touches: touching.has(n) }"
      role="button"
      tabindex="0"
      :aria-label="`Cookie ${n + 1}, ${Math.round(s.x_mm)} mm from the left, ${Math.round(s.y_mm)} mm from the back${touching.has(n) ? ', touches another' : ''}`"
      @pointerdown="down($event, n)"
      @keydown="key($event, n)"
    >
      <circle
        :cx="s.x_mm"
        :cy="s.y_mm"
        :r="(laid.low_mm + laid.high_mm) / 4"
        class="band"
        :stroke-width="Math.max((laid.high_mm - laid.low_mm) / 2, 0.1)"
      />
      <circle :cx="s.x_mm" :cy="s.y_mm" :r="laid.out_mm / 2" class="out" />
      <circle :cx="s.x_mm" :cy="s.y_mm" :r="laid.in_mm / 2" class="in" />
      <text v-if="touching.has(n)" :x="s.x_mm" :y="s.y_mm + 5" class="says">▲</text>
    </g>
  </svg>
</template>

<style scoped>
.map {
  width: 100%;
  max-height: 470px;
  display: block;
  touch-action: none;
}
.tray {
  fill: var(--enamel-2);
  stroke: var(--mark);
  stroke-width: 2;
}
.band {
  fill: none;
  stroke: var(--graph-strong);
  opacity: 0.45;
}
.out {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
  stroke-dasharray: 5 3;
}
.in {
  fill: #d9b876;
  stroke: #8a6a35;
  stroke-width: 1;
}
.free .in,
.free .band {
  opacity: 0.12;
}
.free .out {
  opacity: 0.4;
}
g[role='button'] {
  cursor: grab;
}
g[role='button']:focus-visible .out {
  stroke: var(--cobalt);
  stroke-width: 3;
  stroke-dasharray: none;
}
.touches .out {
  stroke: var(--alert);
  stroke-width: 2;
}
.says {
  text-anchor: middle;
  fill: var(--alert);
}
</style>
