<script setup lang="ts">
import { computed } from 'vue'
import { open } from '@/ui/axis'

/** The core as it was forecast, as the trace corrects it, and as the probe reads it, by minutes in the oven. */
const props = defineProps<{
  course: number[][]
  corrected?: number[][]
  trace: [number, number][]
  minute: number | null
  first: number
  planned: number
  best?: number | null
}>()
/** Looked at from the first good minute on, until the best or the planned one, whichever is later. */
const until = computed(() => Math.max(props.planned, props.best ?? 0))
const W = 860
const H = 190
const most = computed(() => Math.max(props.planned * 1.25, (props.best ?? 0) * 1.1, props.minute ?? 0))
const x = computed(() => open([0, most.value], [44, W - 12]))
const y = open([0, 115], [H - 24, 8])
const path = (points: readonly (readonly number[])[]): string =>
  points.map(([m = 0, c = 0], n) => `${n ? 'L' : 'M'}${x.value(m).toFixed(1)} ${y(c).toFixed(1)}`).join('')
const ticks = computed(() => {
  const step = most.value > 20 ? 5 : 2
  return Array.from({ length: Math.floor(most.value / step) + 1 }, (_, n) => n * step)
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    role="img"
    aria-label="Core temperature by minute: dashed as forecast, thin as corrected by the trace, thick as the probe reads"
  >
    <rect :x="x(first)" y="8" :width="Math.max(x(until) - x(first), 1)" :height="H - 32" class="look" />
    <g v-for="c in [20, 60, 100]" :key="c">
      <path :d="`M44 ${y(c)} H${W - 12}`" class="grid" />
      <text x="38" :y="y(c) + 4" text-anchor="end">{{ c }}°</text>
    </g>
    <text v-for="m in ticks" :key="m" :x="x(m)" :y="H - 6" text-anchor="middle">{{ m }}</text>
    <path :d="path(course.filter(([m = 0]) => m <= most))" class="course" />
    <path v-if="corrected?.length" :d="path(corrected.filter(([m = 0]) => m <= most))" class="corrected" />
    <path v-if="trace.length > 1" :d="path(trace)" class="trace" />
    <path v-if="minute !== null" :d="`M${x(minute)} 8 V${H - 24}`" class="now" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 190px;
  display: block;
}
.grid {
  stroke: var(--graph);
}
.look {
  fill: var(--butter-wash);
}
.course {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.corrected {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 1.5;
}
.trace {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}
.now {
  stroke: var(--alert);
  stroke-width: 2;
}
</style>
