<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ window: Schemas['WindowOut'] | null; minutes: number }>()

const WIDTH = 300
const range = computed(() => {
  const w = props.window
  const low = Math.min(w?.earliest_min ?? props.minutes, props.minutes)
  const high = Math.max(w?.latest_min ?? props.minutes, props.minutes)
  const pad = Math.max((high - low) * 0.35, 1.5)
  return { from: Math.max(Math.floor(low - pad), 0), to: Math.ceil(high + pad) }
})
const x = (minute: number): number =>
  ((minute - range.value.from) / (range.value.to - range.value.from)) * WIDTH
const step = computed(() => {
  const span = range.value.to - range.value.from
  return [1, 2, 5, 10, 20, 60].find((s) => span / s <= 7) ?? 60
})
const marks = computed(() => {
  const out: number[] = []
  for (
    let m = (Math.floor(range.value.from / step.value) + 1) * step.value;
    x(m) < WIDTH - 34;
    m += step.value
  )
    out.push(m)
  return out
})
const spoken = computed(() =>
  props.window
    ? `Pull window ${props.window.earliest_min} to ${props.window.latest_min} minutes; set to ${props.minutes}.`
    : 'No pull window yet.',
)
</script>

<template>
  <svg v-if="window" :viewBox="`0 0 ${WIDTH} 42`" role="img" :aria-label="spoken">
    <defs>
      <pattern id="not-yet" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" x2="0" y1="0" y2="5" />
      </pattern>
    </defs>
    <rect class="strip" x="0" y="4" :width="WIDTH" height="18" />
    <rect x="0" y="4" :width="x(window.earliest_min)" height="18" fill="url(#not-yet)" />
    <rect
      :x="x(window.latest_min)"
      y="4"
      :width="WIDTH - x(window.latest_min)"
      height="18"
      fill="url(#not-yet)"
    />
    <rect
      class="open"
      :x="x(window.earliest_min)"
      y="4"
      :width="x(window.latest_min) - x(window.earliest_min)"
      height="18"
    />
    <path class="now" :d="`M${x(minutes)} 0 V26 M${x(minutes) - 4} 0 h8 l-4 6z`" />
    <text v-for="m in marks" :key="m" class="fig" :x="x(m)" y="38" text-anchor="middle">{{ m }}</text>
    <text class="fig" :x="WIDTH" y="38" text-anchor="end">min</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
.strip {
  fill: var(--enamel-2);
  stroke: var(--graph-strong);
}
pattern line {
  stroke: var(--graph-strong);
  stroke-width: 2;
}
.open {
  fill: var(--cobalt-wash);
  stroke: var(--cobalt);
  stroke-width: 1.5;
}
.now {
  stroke: var(--ink);
  stroke-width: 2.2;
  fill: var(--ink);
}
text {
  font-size: 13px;
  fill: var(--ink-2);
}
</style>
