<script setup lang="ts">
import { computed } from 'vue'
import { sidePath } from '@/cookie/scale'

type Points = readonly (readonly number[])[]
/** Today's outline under the changed one, the target dotted, on paper whose fine lines are 1 mm. */
const props = defineProps<{
  now: Points
  then: Points
  target: Points
  fill: string | null
  words: string
  cloud?: readonly Points[]
}>()
const WIDTH = 560
const ROOM = 4
const across = computed(() => {
  const all = [...props.now, ...props.then, ...props.target, ...(props.cloud ?? []).flat()].map(
    ([x = 0]) => 2 * Math.abs(x),
  )
  return Math.ceil((Math.max(40, ...all) + 2 * ROOM) / 10) * 10
})
const tall = computed(() => {
  const all = [...props.now, ...props.then, ...props.target, ...(props.cloud ?? []).flat()].map(
    ([, y = 0]) => y,
  )
  return Math.ceil(Math.max(8, ...all) + 2)
})
const perMm = computed(() => WIDTH / across.value)
const height = computed(() => tall.value * perMm.value + 18)
const view = computed(() => ({
  middle: WIDTH / 2,
  base: tall.value * perMm.value,
  perMm: perMm.value,
}))
const columns = computed(() => {
  const half = Math.floor(across.value / 2)
  return Array.from({ length: 2 * half + 1 }, (_, n) => n - half)
})
const rows = computed(() => Array.from({ length: tall.value + 1 }, (_, n) => n))
const x = (mm: number): number => WIDTH / 2 + mm * perMm.value
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${height}`" role="img" :aria-label="words">
    <line
      v-for="mm in columns"
      :key="`c${mm}`"
      :x1="x(mm)"
      :x2="x(mm)"
      y1="0"
      :y2="view.base"
      :class="{ strong: mm % 10 === 0 }"
    />
    <line
      v-for="mm in rows"
      :key="`r${mm}`"
      x1="0"
      :x2="WIDTH"
      :y1="view.base - mm * perMm"
      :y2="view.base - mm * perMm"
      :class="{ strong: mm % 10 === 0 }"
    />
    <path class="now" :style="fill ? { fill } : {}" :d="`${sidePath(now, view)}Z`" />
    <path v-for="(c, n) in cloud ?? []" :key="`o${n}`" class="one" :d="sidePath(c, view)" />
    <path v-if="then.length" class="then" :d="sidePath(then, view)" />
    <path v-if="target.length" class="target" :d="sidePath(target, view)" />
    <text v-for="mm in columns.filter((c) => c % 20 === 0)" :key="`t${mm}`" :x="x(mm)" :y="height - 4">
      {{ Math.abs(mm) }}{{ mm === columns.filter((c) => c % 20 === 0).at(-1) ? ' mm' : '' }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
  display: block;
}
line {
  stroke: var(--graph);
  stroke-width: 0.7;
}
line.strong {
  stroke: var(--graph-strong);
}
.now {
  fill: var(--butter);
  fill-opacity: 0.45;
  stroke: none;
}
.then {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.4;
}
.one {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.8;
  stroke-opacity: 0.45;
}
.target {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 2.2;
  stroke-dasharray: 0.1 4.5;
  stroke-linecap: round;
}
text {
  font-size: 12px;
  fill: var(--ink-2);
  text-anchor: middle;
}
</style>
