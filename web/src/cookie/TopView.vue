<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { holesPath, piecesPath, surfacePath } from './drawing'

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
  look?: Schemas['Appearance'] | null
}>()

const WIDTH = 300
const perMm = computed(() => WIDTH / props.acrossMm)
const widest = computed(() => Math.max(props.forecastMm ?? 0, props.targetMm ?? 0, props.bakeMm ?? 0, 20))
const height = computed(() => Math.ceil(widest.value * perMm.value) + 3)
const pieces = computed(() =>
  (props.look?.pieces ?? []).map((p, i) => ({
    hex: p.hex,
    path: piecesPath(p, (props.forecastMm ?? 0) / 2, (props.look?.seed ?? 0) + 101 * i),
  })),
)
const surface = computed(() => {
  const look = props.look
  if (!look || !props.forecastMm) return ''
  return surfacePath(look.surface, look.strength, props.forecastMm / 2, look.seed)
})
const holes = computed(() => {
  const look = props.look
  if (look?.surface !== 'lacy' || !props.forecastMm) return ''
  return holesPath(look.strength, props.forecastMm / 2, look.seed)
})
/** Drawn in mm about the middle of the cookie. */
const inMm = computed(() => `translate(${WIDTH / 2} ${height.value / 2}) scale(${perMm.value})`)
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
    <g v-if="forecastMm && look" :transform="inMm" class="on">
      <path v-if="holes" class="hole" :d="holes" />
      <path
        v-if="surface"
        :class="look.surface"
        :d="surface"
        :stroke="look.surface === 'cracked' ? look.crumb_hex : rim"
      />
      <path v-for="(p, i) in pieces" :key="i" class="piece" :d="p.path" :style="{ fill: p.hex }" />
    </g>
    <circle v-if="targetMm" class="target" :cx="WIDTH / 2" :cy="height / 2" :r="radius(targetMm)" />
    <circle v-if="bakeMm" class="bake" :cx="WIDTH / 2" :cy="height / 2" :r="radius(bakeMm)" />
  </svg>
</template>

<style scoped>
.above {
  display: block;
  width: 100%;
}
.on path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.on .cracked {
  stroke-width: 1.3;
}
.on .crinkled {
  stroke-width: 0.7;
  opacity: 0.7;
}
.on .craggy {
  stroke-width: 0.8;
  opacity: 0.6;
}
.on .hole {
  fill: var(--enamel);
}
.on .piece {
  fill-opacity: 0.94;
  stroke: rgb(0 0 0 / 22%);
  stroke-width: 0.35;
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
