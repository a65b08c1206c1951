<script setup lang="ts">
import { ref } from 'vue'
import type { Corner } from './frame'

/** A picture with the tray's four corners on it, in order: back left, back right, front right, front left. */
const corners = defineModel<Corner[]>({ required: true })
defineProps<{ src: string }>()
const NAMES = ['back left', 'back right', 'front right', 'front left']
const box = ref<HTMLElement | null>(null)
const held = ref<number | null>(null)

const inside = (v: number): number => Math.min(Math.max(v, 0), 1)
function set(n: number, x: number, y: number): void {
  corners.value = corners.value.map((c, i) => (i === n ? { x: inside(x), y: inside(y) } : c))
}
function grab(event: PointerEvent, n: number): void {
  held.value = n
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  const at = box.value?.getBoundingClientRect()
  if (held.value === null || !at) return
  set(held.value, (event.clientX - at.left) / at.width, (event.clientY - at.top) / at.height)
}
function key(event: KeyboardEvent, n: number): void {
  const by = event.shiftKey ? 0.02 : 0.002
  const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[event.key]
  const c = corners.value[n]
  if (!step || !c) return
  event.preventDefault()
  set(n, c.x + (step[0] ?? 0), c.y + (step[1] ?? 0))
}
</script>

<template>
  <div ref="box" class="picture">
    <img :src="src" alt="The tray as photographed" draggable="false" />
    <svg viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden="true">
      <polygon :points="corners.map((c) => `${c.x},${c.y}`).join(' ')" />
    </svg>
    <button
      v-for="(c, n) in corners"
      :key="n"
      type="button"
      class="handle"
      :style="{ left: `${100 * c.x}%`, top: `${100 * c.y}%` }"
      :aria-label="`Corner ${NAMES[n]}: arrows move it`"
      @pointerdown="grab($event, n)"
      @pointermove="move"
      @pointerup="held = null"
      @keydown="key($event, n)"
    >
      {{ n + 1 }}
    </button>
  </div>
</template>

<style scoped>
.picture {
  position: relative;
  touch-action: none;
  max-width: 560px;
}
img {
  width: 100%;
  display: block;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
polygon {
  fill: none;
  stroke: #1d3fa5;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.handle {
  position: absolute;
  width: 30px;
  height: 30px;
  margin: -15px 0 0 -15px;
  border-radius: 50%;
  border: 2px solid #1d3fa5;
  background: #f7d354;
  color: #1a2233;
  font-weight: 700;
  padding: 0;
  cursor: grab;
}
</style>
