<script setup lang="ts">
import { open } from '@/ui/axis'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'
import { sidePath } from '@/cookie/scale'

/** Target dashed, last bake filled, at the one scale all cookies on the shelf share. */
const props = defineProps<{ target: Schemas['SizeOut']; bake: Schemas['SizeOut'] | null; acrossMm: number }>()

const WIDTH = 300
const HEIGHT = 84
const view = computed(() => ({ middle: WIDTH / 2, base: HEIGHT - 18, perMm: WIDTH / props.acrossMm }))
const ticks = computed(() =>
  open([-50, 50], [0, 1])
    .ticks(5)
    .filter((t) => Math.abs(t) < props.acrossMm / 2),
)
const grid = computed(() =>
  open([-50, 50], [0, 1])
    .ticks(10)
    .map((mm) => view.value.middle + mm * view.value.perMm),
)
const spoken = computed(() => {
  const t = props.target.cookie
  const b = props.bake?.cookie
  const wanted =
    t.diameter_mm == null
      ? 'no target size'
      : `target ${fixed(t.diameter_mm, 0)} by ${fixed(t.height_mm, 1)} mm`
  return b?.diameter_mm == null
    ? wanted
    : `${wanted}; ${props.bake?.label} ${fixed(b.diameter_mm, 0)} by ${fixed(b.height_mm, 1)} mm`
})
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="spoken">
    <g class="paper">
      <line v-for="x in grid" :key="x" :x1="x" :x2="x" y1="0" :y2="view.base" />
      <line
        v-for="n in 3"
        :key="n"
        x1="0"
        :x2="WIDTH"
        :y1="view.base - n * 10 * view.perMm"
        :y2="view.base - n * 10 * view.perMm"
      />
    </g>
    <path
      v-if="bake?.outline.length"
      class="bake"
      :d="`${sidePath(bake.outline, view)}Z`"
      :fill="bake.hex ?? '#d9b884'"
    />
    <path v-if="target.outline.length" class="target" :d="sidePath(target.outline, view)" />
    <line class="ruler" x1="0" :x2="WIDTH" :y1="view.base" :y2="view.base" />
    <text
      v-for="t in ticks"
      :key="t"
      class="fig"
      :x="view.middle + t * view.perMm"
      :y="HEIGHT - 3"
      text-anchor="middle"
    >
      {{ Math.abs(t) }}
    </text>
    <text class="fig" :x="WIDTH - 2" :y="HEIGHT - 3" text-anchor="end">mm</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
.paper line {
  stroke: var(--graph);
}
.bake {
  stroke: var(--ink-2);
  stroke-width: 0.8;
}
.target {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 1.8;
  stroke-dasharray: 6 4;
}
.ruler {
  stroke: var(--ink);
}
</style>
