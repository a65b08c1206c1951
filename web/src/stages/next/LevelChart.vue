<script setup lang="ts">
import { open } from '@/ui/axis'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'

/** Means of the levels as dots with the usual spread, the forecast as a line. */
const props = defineProps<{ outcome: Schemas['OutcomeOut']; unit: string }>()
const W = 300
const H = 120
/** One factor has one scatter: that of what its levels are. */
const sd = computed(() => props.outcome.spreads[0]?.sd ?? 0)
const LEFT = 40
const known = computed(() =>
  props.outcome.means.flatMap((m) => [m.measured, m.forecast].filter((x): x is number => x !== null)),
)
const low = computed(() => Math.min(...known.value) - sd.value - 0.001)
const high = computed(() => Math.max(...known.value) + sd.value + 0.001)
const levels = computed(() => props.outcome.means.map((m) => m.level))
const x = (level: number): number =>
  open([levels.value[0] ?? 0, levels.value.at(-1) ?? 1], [LEFT + 14, W - 20])(level)
const y = (value: number): number => open([low.value, high.value], [H - 20, 12])(value)
const line = computed(() =>
  props.outcome.means
    .filter((m) => m.forecast !== null)
    .map((m, n) => `${n ? 'L' : 'M'}${x(m.level)} ${y(m.forecast ?? 0)}`)
    .join(' '),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    role="img"
    :aria-label="`${outcome.label} by level: ${outcome.means.map((m) => `${m.level}: ${fixed(m.measured, 1)} ${unit}`).join(', ')}`"
  >
    <line :x1="LEFT" :x2="W" :y1="H - 20" :y2="H - 20" class="axis" />
    <path :d="line" class="told" />
    <template v-for="m in outcome.means" :key="m.level">
      <text :x="x(m.level)" :y="H - 5" text-anchor="middle" class="fig">{{ m.level }}</text>
      <template v-if="m.measured !== null">
        <line
          :x1="x(m.level)"
          :x2="x(m.level)"
          :y1="y(m.measured - sd)"
          :y2="y(m.measured + sd)"
          class="spread"
        />
        <circle :cx="x(m.level)" :cy="y(m.measured)" r="4" class="dot" />
      </template>
    </template>
    <text x="2" :y="y(high - sd) - 4" class="fig">{{ fixed(high - sd, 1) }} {{ unit }}</text>
    <text x="2" :y="y(low + sd) + 4" class="fig">{{ fixed(low + sd, 1) }}</text>
  </svg>
</template>

<style scoped>
svg {
  max-width: 340px;
}
.axis {
  stroke: var(--graph-strong);
}
.told {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.spread {
  stroke: var(--mark);
  stroke-width: 4;
  opacity: 0.4;
}
.dot {
  fill: var(--butter);
  stroke: var(--ink);
}
</style>
