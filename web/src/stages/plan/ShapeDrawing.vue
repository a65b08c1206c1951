<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** What the dough is divided into, to one scale with a bar of 50 mm: a log with its slices, a sheet, a tin, or one piece. */
const props = defineProps<{ portions: Schemas['Portions']; way: string; across: number; along: number }>()

const W = 470
const H = 132
const figure = (name: string): number => props.portions.figures.find((f) => f.name === name)?.value ?? 0
const kind = computed(() => {
  if (props.way === 'log') return 'log'
  if (props.way === 'cut') return 'sheet'
  return props.way === 'slab' ? 'tin' : 'piece'
})
const widest = computed(() => {
  if (kind.value === 'log') return figure('log')
  if (kind.value === 'sheet') return Math.max(figure('sheet, wide'), 60)
  return kind.value === 'tin' ? props.portions.piece_mm : Math.max(4.6 * props.portions.piece_mm, 150)
})
const tall = computed(() => {
  if (kind.value === 'log') return figure('across')
  if (kind.value === 'sheet') return figure('sheet, long')
  return kind.value === 'tin' ? props.portions.piece_mm : props.portions.piece_mm
})
/** Pixels a millimetre. */
const k = computed(() =>
  Math.min((W - 20) / Math.max(widest.value, 1), (H - 34) / Math.max(tall.value, 1), 3),
)
const slices = computed(() => Math.min(Math.round(figure('slices')), 120))
const trim = computed(() => (kind.value === 'log' ? (figure('log') - slices.value * figure('slice')) / 2 : 0))
const pieces = computed(() => Math.min(props.portions.divided.sizes[0]?.pieces ?? 4, 4))
const title = computed(
  () =>
    ({
      log: `A log ${Math.round(figure('log'))} mm long and ${Math.round(figure('across'))} mm across, ${slices.value} slices`,
      sheet: `A sheet ${Math.round(figure('sheet, wide'))} mm wide`,
      tin: `A tin divided ${props.across} by ${props.along}`,
      piece: `Pieces ${Math.round(props.portions.piece_mm)} mm wide`,
    })[kind.value],
)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="title" class="shape">
    <g v-if="kind === 'log'" :transform="`translate(10 10)`">
      <rect :width="figure('log') * k" :height="figure('across') * k" rx="6" class="dough" />
      <path
        v-for="n in slices + 1"
        :key="n"
        :d="`M${(trim + (n - 1) * figure('slice')) * k} 0 v${figure('across') * k}`"
        class="cut"
      />
    </g>
    <g v-else-if="kind === 'sheet'" transform="translate(10 6)">
      <rect :width="figure('sheet, wide') * k" :height="figure('sheet, long') * k" class="dough" />
      <circle
        v-for="n in Math.min(figure('first roll'), 60)"
        :key="n"
        :cx="
          (((n - 1) % Math.max(Math.floor(figure('sheet, wide') / (portions.piece_mm + 2)), 1)) + 0.5) *
          (portions.piece_mm + 2) *
          k
        "
        :cy="
          (Math.floor((n - 1) / Math.max(Math.floor(figure('sheet, wide') / (portions.piece_mm + 2)), 1)) *
            0.9 +
            0.55) *
          (portions.piece_mm + 2) *
          k
        "
        :r="(portions.piece_mm / 2) * k"
        class="cutout"
      />
    </g>
    <g v-else-if="kind === 'tin'" transform="translate(10 6)">
      <rect :width="portions.piece_mm * k" :height="portions.piece_mm * k" rx="4" class="dough" />
      <path
        v-for="n in across - 1"
        :key="`a${n}`"
        :d="`M${((n * portions.piece_mm) / across) * k} 0 v${portions.piece_mm * k}`"
        class="cut"
      />
      <path
        v-for="n in along - 1"
        :key="`b${n}`"
        :d="`M0 ${((n * portions.piece_mm) / along) * k} h${portions.piece_mm * k}`"
        class="cut"
      />
    </g>
    <g v-else transform="translate(10 8)">
      <template v-for="n in pieces" :key="n">
        <ellipse
          v-if="portions.thickness_mm"
          :cx="(0.5 + 1.15 * (n - 1)) * portions.piece_mm * k"
          :cy="(portions.piece_mm / 2) * k"
          :rx="(portions.piece_mm / 2) * k"
          :ry="(portions.thickness_mm / 2) * k"
          class="dough"
        />
        <circle
          v-else
          :cx="(0.5 + 1.15 * (n - 1)) * portions.piece_mm * k"
          :cy="(portions.piece_mm / 2) * k"
          :r="(portions.piece_mm / 2) * k"
          class="dough"
        />
      </template>
    </g>
    <path :d="`M10 ${H - 10} h${50 * k} m0 -4 v8 m${-50 * k} -8 v8`" class="bar" />
    <text :x="16 + 50 * k" :y="H - 6">50 mm</text>
  </svg>
</template>

<style scoped>
.shape {
  width: 100%;
  max-width: 520px;
  display: block;
}
.dough {
  fill: #e8d3a4;
  stroke: #8a6a35;
  stroke-width: 1;
}
.cut {
  stroke: #8a6a35;
  stroke-width: 0.7;
  fill: none;
}
.cutout {
  fill: none;
  stroke: #8a6a35;
  stroke-width: 1;
}
.bar {
  stroke: var(--ink-2);
  fill: none;
}
</style>
