<script setup lang="ts">
import { computed } from 'vue'
import { scaleFor } from './scale'

/** Millimetre paper with a ruler, for sections drawn over one another in its slot. */
const props = defineProps<{
  /** Diameters that must fit, mm; unknown ones do not count. */
  across: (number | null | undefined)[]
  label: string
}>()

const WIDTH = 640
const HEIGHT = 172
const BASE = HEIGHT - 24
const acrossMm = computed(() => scaleFor(props.across))
const view = computed(() => ({ middle: WIDTH / 2, base: BASE, perMm: WIDTH / acrossMm.value }))
const columns = computed(() => {
  const out: number[] = []
  for (let mm = 0; mm < acrossMm.value / 2; mm += 10) out.push(mm, ...(mm ? [-mm] : []))
  return out
})
const rows = computed(() => [5, 10, 15, 20, 25, 30, 40].filter((mm) => BASE - mm * view.value.perMm > 2))
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="label">
    <g class="paper">
      <line
        v-for="mm in columns"
        :key="mm"
        :x1="view.middle + mm * view.perMm"
        :x2="view.middle + mm * view.perMm"
        y1="0"
        :y2="BASE"
      />
      <line
        v-for="mm in rows"
        :key="`r${mm}`"
        x1="0"
        :x2="WIDTH"
        :y1="BASE - mm * view.perMm"
        :y2="BASE - mm * view.perMm"
      />
    </g>
    <slot :view="view" />
    <line class="ruler" x1="0" :x2="WIDTH" :y1="BASE" :y2="BASE" />
    <text
      v-for="mm in columns.filter((x) => x % 20 === 0)"
      :key="`t${mm}`"
      class="fig"
      :x="view.middle + mm * view.perMm"
      :y="HEIGHT - 6"
      text-anchor="middle"
    >
      {{ Math.abs(mm) }}
    </text>
    <text class="fig" :x="WIDTH - 2" :y="HEIGHT - 6" text-anchor="end">mm</text>
  </svg>
</template>

<style scoped>
svg {
  max-width: 100%;
}
.paper line {
  stroke: var(--graph);
}
.ruler {
  stroke: var(--ink);
}
</style>
