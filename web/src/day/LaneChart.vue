<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { drawn, hourMarks, stretches, type Placed } from './lanes'

/**
 * Lanes of a day. What has hands on it is butter yellow, machines are cobalt, what only waits is an empty box. Nights and
 * long waits are folded. A bar is dragged to pin its step, or moved with the arrow keys; letters tell doughs apart.
 *
 * Usage: `<LaneChart :time="time" :now="610" @pin="(step, minute) => ..." @pick="step => ..." />`
 */
const props = defineProps<{
  time: Schemas['TimeOut']
  now?: number | null
  picked?: string
  letters?: Record<string, string>
}>()
const emit = defineEmits<{ pin: [step: Placed, minute: number]; pick: [step: Placed] }>()
const LEFT = 104
const ROW = 24
const FOLD = 16
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const lanes = computed(() => drawn(props.time.placed, props.time.lanes))
const pieces = computed(() => {
  const found = stretches(props.time.placed)
  return found.length ? found : [[0, 60] as [number, number]]
})
const W = computed(() => Math.max(width.value, 320))
const k = computed(() => {
  const minutes = pieces.value.reduce((n, [a, b]) => n + b - a, 0)
  return (W.value - LEFT - 10 - FOLD * (pieces.value.length - 1)) / Math.max(minutes, 1)
})
/** Where a minute lies, folds counted. */
function x(minute: number): number {
  let at = LEFT
  for (const [a, b] of pieces.value) {
    if (minute <= b) return at + Math.max(minute - a, 0) * k.value
    at += (b - a) * k.value + FOLD
  }
  return at - FOLD
}
const folds = computed(() => pieces.value.slice(0, -1).map(([, b]) => ({ at: x(b), id: b })))
const marks = computed(() =>
  pieces.value.flatMap(([a, b]) => hourMarks(a, b, Math.max(2, Math.round(((b - a) * k.value) / 70)))),
)
const clock = (m: number): string => {
  // The step before says by how much the wall clock is off just then: it changes on two days of the year.
  const first = props.time.placed.filter((p) => p.start <= m).at(-1) ?? props.time.placed[0]
  if (!first) return ''
  const at = new Date(new Date(first.starts_at).getTime() + (m - first.start) * 60_000)
  // The offset is in the moment's own text: the wall clock of the kitchen, not of this machine.
  const zone = /([+-])(\d\d):(\d\d)$/.exec(first.starts_at)
  const offset = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3])) : 0
  const wall = new Date(at.getTime() + offset * 60_000)
  return `${wall.getUTCHours()}:${String(wall.getUTCMinutes()).padStart(2, '0')}`
}
const tops = computed(() => {
  let y = 22
  return lanes.value.map((l) => {
    const top = y
    y += l.rows * ROW + 8
    return top
  })
})
const H = computed(() => (tops.value.at(-1) ?? 0) + (lanes.value.at(-1)?.rows ?? 1) * ROW + 10)
const kindOf = (p: Placed): string => (p.lanes.includes('hands') ? 'hands' : p.kind)
const letter = (p: Placed): string => props.letters?.[p.group] ?? ''
const dragging = ref<{ step: Placed; from: number; by: number } | null>(null)

function label(p: Placed): string {
  const slack = p.slack > 0 ? `, could slip ${p.slack} min` : ''
  const pinned = p.pinned ? ', pinned' : ''
  // What is seen comes first, so that it can be said to call the bar.
  const seen = letter(p) ? `${letter(p)} ${p.name}, ${p.dough}` : p.name
  return `${seen}, ${p.starts} to ${p.ends}, ${p.end - p.start} min${slack}${pinned}${p.state === 'to come' ? '' : `, ${p.state}`}`
}
function down(event: PointerEvent, step: Placed): void {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragging.value = { step, from: event.clientX, by: 0 }
}
function drag(event: PointerEvent): void {
  if (dragging.value) dragging.value.by = (event.clientX - dragging.value.from) / k.value
}
function up(): void {
  const held = dragging.value
  dragging.value = null
  if (!held) return
  const by = Math.round(held.by)
  if (Math.abs(by) < 2) emit('pick', held.step)
  else emit('pin', held.step, held.step.start + by)
}
function key(event: KeyboardEvent, step: Placed): void {
  const by = { ArrowLeft: -5, ArrowRight: 5 }[event.key]
  if (by !== undefined) {
    event.preventDefault()
    emit('pin', step, step.start + (event.shiftKey ? by * 3 : by))
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    emit('pick', step)
  }
}
</script>

<template>
  <div ref="box" class="lanes">
    <svg
      :width="W"
      :height="H"
      role="group"
      aria-label="Steps on their lanes"
      @pointermove="drag"
      @pointerup="up"
    >
      <template v-for="m in marks" :key="m">
        <path :d="`M${x(m)} 18 V${H - 6}`" class="hour" />
        <text :x="x(m)" y="13" text-anchor="middle">{{ clock(m) }}</text>
      </template>
      <path
        v-for="f in folds"
        :key="f.id"
        :d="`M${f.at + 5} 18 v${H - 24} m6 0 v${-(H - 24)}`"
        class="fold"
      />
      <g v-for="(l, n) in lanes" :key="l.id">
        <text :x="LEFT - 8" :y="(tops[n] ?? 0) + 16" text-anchor="end" class="lane">
          {{ l.name.slice(0, 15) }}
        </text>
        <path :d="`M${LEFT} ${(tops[n] ?? 0) + l.rows * ROW + 3} H${W - 6}`" class="under" />
        <g
          v-for="b in l.bars"
          :key="b.step.group + b.step.step"
          role="button"
          tabindex="0"
          :aria-label="label(b.step)"
          :class="[
            'bar',
            kindOf(b.step),
            b.step.state.replace(' ', '-'),
            { picked: picked === b.step.group + b.step.step },
          ]"
          @pointerdown="down($event, b.step)"
          @keydown="key($event, b.step)"
        >
          <title>{{ label(b.step) }}</title>
          <rect
            :x="x(b.step.start) + (dragging?.step === b.step ? dragging.by * k : 0)"
            :y="(tops[n] ?? 0) + b.row * ROW"
            :width="Math.max(x(b.step.end) - x(b.step.start), 3)"
            :height="ROW - 4"
            rx="2"
          />
          <text
            v-if="x(b.step.end) - x(b.step.start) > 7 * (b.step.name.length + letter(b.step).length)"
            :x="x(b.step.start) + 4"
            :y="(tops[n] ?? 0) + b.row * ROW + 15"
            class="in"
          >
            {{ letter(b.step) }} {{ b.step.name }}
          </text>
          <text
            v-else-if="letter(b.step) && x(b.step.end) - x(b.step.start) > 10"
            :x="x(b.step.start) + 2"
            :y="(tops[n] ?? 0) + b.row * ROW + 15"
            class="in"
          >
            {{ letter(b.step) }}
          </text>
          <circle
            v-if="b.step.pinned"
            :cx="x(b.step.start) + 4"
            :cy="(tops[n] ?? 0) + b.row * ROW + 3"
            r="3"
            class="pin"
          />
        </g>
      </g>
      <path v-if="now != null && x(now) > LEFT" :d="`M${x(now)} 16 V${H - 4}`" class="now" />
    </svg>
  </div>
</template>

<style scoped>
.lanes {
  overflow-x: auto;
  min-width: 0;
}
svg {
  display: block;
  touch-action: pan-y;
}
.hour {
  stroke: var(--graph);
}
.fold {
  stroke: var(--mark);
  stroke-dasharray: 2 3;
  fill: none;
}
.under {
  stroke: var(--rule);
}
.lane {
  fill: var(--ink);
}
.bar {
  cursor: grab;
}
.bar rect {
  stroke: var(--mark);
  fill: none;
}
.bar.hands rect {
  fill: var(--butter);
  stroke: #9a7a12;
}
.bar.machine rect {
  fill: var(--cobalt-wash);
  stroke: var(--cobalt);
}
.bar.wait rect {
  fill: var(--enamel-2);
  stroke-dasharray: 3 2;
}
.bar.done rect {
  opacity: 0.45;
}
.bar.under-way rect {
  stroke-width: 3;
}
.bar.picked rect {
  stroke: var(--cobalt);
  stroke-width: 3;
}
.bar.hands .in {
  fill: #1a2233;
}
.in {
  fill: var(--ink);
  pointer-events: none;
}
.pin {
  fill: var(--alert);
}
.now {
  stroke: var(--alert);
  stroke-width: 2;
  fill: none;
}
.bar:focus-visible {
  outline: none;
}
.bar:focus-visible rect {
  stroke: var(--cobalt);
  stroke-width: 3;
}
</style>
