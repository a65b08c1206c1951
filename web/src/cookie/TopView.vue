<script setup lang="ts">
import { computed } from 'vue'

const props = defineProps<{
  forecastMm: number | null
  targetMm: number | null
  bakeMm: number | null
  lowMm: number | null
  highMm: number | null
  rim: string
  middle: string
  acrossMm: number
  describe: string
}>()

const WIDTH = 300
const perMm = computed(() => WIDTH / props.acrossMm)
const widest = computed(() => Math.max(props.forecastMm ?? 0, props.targetMm ?? 0, props.bakeMm ?? 0, 20))
const height = computed(() => Math.ceil(widest.value * perMm.value) + 3)
const radius = (mm: number | null): number => ((mm ?? 0) / 2) * perMm.value
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${height}`" class="above" overflow="visible" role="img" :aria-label="describe">
    <defs>
      <radialGradient id="crust-shade">
        <stop offset="0" :stop-color="middle" />
        <stop offset="0.58" :stop-color="middle" />
        <stop offset="0.92" :stop-color="rim" />
        <stop offset="1" :stop-color="rim" />
      </radialGradient>
    </defs>
    <circle
      v-if="lowMm && highMm"
      class="soft"
      :cx="WIDTH / 2"
      :cy="height / 2"
      :r="radius((lowMm + highMm) / 2)"
      :stroke-width="radius(highMm) - radius(lowMm)"
      :stroke="rim"
    />
    <circle
      v-if="forecastMm"
      :cx="WIDTH / 2"
      :cy="height / 2"
      :r="radius(forecastMm)"
      fill="url(#crust-shade)"
    />
    <circle v-if="targetMm" class="target" :cx="WIDTH / 2" :cy="height / 2" :r="radius(targetMm)" />
    <circle v-if="bakeMm" class="bake" :cx="WIDTH / 2" :cy="height / 2" :r="radius(bakeMm)" />
  </svg>
</template>

<style scoped>
.above {
  display: block;
  width: 100%;
}
.soft {
  fill: none;
  opacity: 0.3;
}
.target,
.bake {
  fill: none;
  stroke-width: 1.8;
}
.target {
  stroke: var(--cobalt);
  stroke-dasharray: 6 4;
}
.bake {
  stroke: var(--ink);
  stroke-dasharray: 0.1 4;
  stroke-width: 2.2;
  stroke-linecap: round;
}
</style>
