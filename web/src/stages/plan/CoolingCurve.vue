<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { open } from '@/ui/axis'

/** The middle of a cookie after the pull, and the minutes in which each finish holds. */
const props = defineProps<{ curve: number[][]; finishes: Schemas['Finished'][] }>()
const W = 430
const H = 150
const last = computed(() => props.curve.at(-1)?.[0] ?? 60)
const x = computed(() => open([0, last.value], [34, W - 8]))
const y = open([0, 110], [H - 22, 8])
const line = computed(() =>
  props.curve.map(([m = 0, c = 0], n) => `${n ? 'L' : 'M'}${x.value(m)} ${y(c)}`).join(''),
)
const bands = computed(() =>
  props.finishes
    .filter((f) => f.finish.when !== 'before' && f.from_min !== null)
    .map((f, n) => ({
      key: n,
      name: f.finish.name,
      from: x.value(Math.min(f.from_min ?? 0, last.value)),
      to: x.value(Math.min(f.until_min ?? last.value, last.value)),
    })),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    role="img"
    aria-label="How the cookie cools after the pull, and when each finish holds"
  >
    <path v-for="c in [30, 60, 90]" :key="c" :d="`M34 ${y(c)} H${W - 8}`" class="grid" />
    <text v-for="c in [30, 60, 90]" :key="`t${c}`" x="28" :y="y(c) + 4" text-anchor="end">{{ c }}°</text>
    <text
      v-for="m in [0, 15, 30, 45, 60]"
      :key="m"
      :x="x(m)"
      :y="H - 6"
      :text-anchor="m === 60 ? 'end' : 'middle'"
    >
      {{ m }}{{ m === 60 ? ' min' : '' }}
    </text>
    <g v-for="b in bands" :key="b.key">
      <rect :x="b.from" :y="10 + b.key * 17" :width="Math.max(b.to - b.from, 2)" height="15" class="band" />
      <text :x="Math.min(b.from + 4, W - 190)" :y="22 + b.key * 17" class="name">{{ b.name }}</text>
    </g>
    <path :d="line" class="line" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 470px;
  display: block;
}
.grid {
  stroke: var(--graph);
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.band {
  fill: var(--butter);
  opacity: 0.6;
}
.name {
  fill: var(--ink);
}
</style>
