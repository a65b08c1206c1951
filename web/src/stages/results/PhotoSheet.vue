<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { Outline } from './usePhoto'

/** The sheet from above with the outlines over it, in mm: choose one, drag or move it, grow or shrink it. */
const props = defineProps<{
  src: string
  wide: number
  deep: number
  cookies: Schemas['PhotoCookieOut'][]
  outlines: Outline[]
  chosen: number | null
  drawn: boolean
}>()
const emit = defineEmits<{ choose: [number | null]; change: [number, Partial<Outline>] }>()
const svg = ref<SVGSVGElement | null>(null)
let held: { n: number; dx: number; dy: number; edge: boolean } | null = null

function place(event: PointerEvent): { x: number; y: number } {
  const box = svg.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  return {
    x: ((event.clientX - box.left) / box.width) * props.wide,
    y: ((event.clientY - box.top) / box.height) * props.deep,
  }
}
function grab(event: PointerEvent, n: number, edge: boolean): void {
  const o = props.outlines[n]
  if (!o) return
  const at = place(event)
  emit('choose', n)
  held = { n, dx: at.x - o.x, dy: at.y - o.y, edge }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (!held) return
  const o = props.outlines[held.n]
  if (!o) return
  const at = place(event)
  if (held.edge) {
    const r = Math.max(Math.hypot(at.x - o.x, at.y - o.y), 6)
    const ratio = o.ry / o.rx
    emit('change', held.n, { rx: r, ry: r * ratio })
  } else emit('change', held.n, { x: at.x - held.dx, y: at.y - held.dy })
}
function key(event: KeyboardEvent, n: number): void {
  const o = props.outlines[n]
  const step = event.shiftKey ? 5 : 0.5
  const by = {
    ArrowLeft: { x: -step },
    ArrowRight: { x: step },
    ArrowUp: { y: -step },
    ArrowDown: { y: step },
    '+': { r: step },
    '-': { r: -step },
  }[event.key] as { x?: number; y?: number; r?: number } | undefined
  if (!o || !by) return
  event.preventDefault()
  emit('choose', n)
  if (by.r !== undefined) emit('change', n, { rx: Math.max(o.rx + by.r, 6), ry: Math.max(o.ry + by.r, 6) })
  else emit('change', n, { x: o.x + (by.x ?? 0), y: o.y + (by.y ?? 0) })
}
const edge = (points: number[][]): string => points.map(([x = 0, y = 0]) => `${x},${y}`).join(' ')
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`0 0 ${wide} ${deep}`"
    role="group"
    aria-label="The photo from above, outlines over it"
  >
    <image :href="src" x="0" y="0" :width="wide" :height="deep" preserveAspectRatio="none" />
    <template v-if="!drawn">
      <polygon
        v-for="(c, n) in cookies"
        :key="`e${n}`"
        :points="edge(c.edge)"
        class="edge"
        :class="{ out: !c.counts }"
      />
    </template>
    <g v-for="(o, n) in outlines" :key="n">
      <ellipse
        :cx="o.x"
        :cy="o.y"
        :rx="o.rx"
        :ry="o.ry"
        :transform="`rotate(${o.turned ?? 0} ${o.x} ${o.y})`"
        class="ring"
        :class="{ on: n === chosen, out: o.counts === false, faint: !drawn && n !== chosen }"
        tabindex="0"
        role="button"
        :aria-label="`Cookie ${n + 1}: arrows move it, plus and minus change its size`"
        @pointerdown="grab($event, n, false)"
        @pointermove="move"
        @pointerup="held = null"
        @keydown="key($event, n)"
        @focus="emit('choose', n)"
      />
      <text :x="o.x" :y="o.y + 3" text-anchor="middle" class="fig">{{ n + 1 }}</text>
      <circle
        v-if="n === chosen"
        :cx="o.x + o.rx * Math.cos(((o.turned ?? 0) * Math.PI) / 180)"
        :cy="o.y + o.rx * Math.sin(((o.turned ?? 0) * Math.PI) / 180)"
        r="3"
        class="handle"
        @pointerdown="grab($event, n, true)"
        @pointermove="move"
        @pointerup="held = null"
      />
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  touch-action: none;
  border: 1px solid var(--rule);
}
.edge {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 0.8;
}
.edge.out {
  stroke-dasharray: 2 2;
}
.ring {
  fill: transparent;
  stroke: #1d3fa5;
  stroke-width: 0.9;
  cursor: move;
}
.ring.faint {
  stroke: none;
}
.ring.on {
  fill: rgb(29 63 165 / 8%);
  stroke: #1d3fa5;
}
.ring.out {
  stroke-dasharray: 3 2;
}
.ring:focus-visible {
  outline: none;
  stroke-width: 1.6;
}
.handle {
  fill: #f7d354;
  stroke: #1a2233;
  stroke-width: 0.6;
  cursor: nwse-resize;
}
text {
  font-size: 8px;
  fill: #1a2233;
  pointer-events: none;
}
</style>
