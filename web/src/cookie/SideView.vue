<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { poresPath } from './drawing'
import { sidePath } from './scale'

type Points = readonly (readonly number[])[]

const props = defineProps<{
  forecast: Points
  target: Points
  bake: Points
  /** Smallest and largest cookie of the 80 % range, drawn as a soft edge; empty while it is not known. */
  low: Points
  high: Points
  rim: string
  middle: string
  acrossMm: number
  describe: string
  look?: Schemas['Appearance'] | null
}>()

const WIDTH = 300
const HEIGHT = 94
const BASE = 73

const view = computed(() => ({ middle: WIDTH / 2, base: BASE, perMm: WIDTH / props.acrossMm }))
const pores = computed(() => {
  const look = props.look
  return look ? poresPath(props.forecast, look.pore_mm, look.porosity, look.seed) : ''
})
const tick = computed(() => (props.acrossMm <= 110 ? 20 : props.acrossMm <= 220 ? 40 : 100))
const fine = computed(() => (props.acrossMm <= 220 ? 5 : 20))
const ticks = computed(() => {
  const out: number[] = []
  for (let mm = 0; mm < props.acrossMm / 2; mm += tick.value) out.push(mm, ...(mm > 0 ? [-mm] : []))
  return out
})
const columns = computed(() => {
  const out: { x: number; strong: boolean }[] = []
  for (let mm = 0; mm <= props.acrossMm / 2; mm += fine.value) {
    const strong = mm % (fine.value * 2) === 0
    out.push({ x: view.value.middle + mm * view.value.perMm, strong })
    if (mm > 0) out.push({ x: view.value.middle - mm * view.value.perMm, strong })
  }
  return out
})
const rows = computed(() => {
  const out: { y: number; strong: boolean }[] = []
  for (let mm = 0; BASE - mm * view.value.perMm >= 0; mm += fine.value) {
    out.push({ y: BASE - mm * view.value.perMm, strong: mm % (fine.value * 2) === 0 })
  }
  return out
})
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="side" role="img" :aria-label="describe">
    <defs>
      <linearGradient id="section-shade">
        <stop offset="0" :stop-color="rim" />
        <stop offset="0.16" :stop-color="rim" />
        <stop offset="0.5" :stop-color="middle" />
        <stop offset="0.84" :stop-color="rim" />
        <stop offset="1" :stop-color="rim" />
      </linearGradient>
    </defs>
    <g class="paper">
      <line
        v-for="(c, i) in columns"
        :key="`c${i}`"
        :class="{ strong: c.strong }"
        :x1="c.x"
        :x2="c.x"
        y1="0"
        :y2="BASE"
      />
      <line
        v-for="(r, i) in rows"
        :key="`r${i}`"
        :class="{ strong: r.strong }"
        x1="0"
        :x2="WIDTH"
        :y1="r.y"
        :y2="r.y"
      />
    </g>
    <path
      v-if="high.length && low.length"
      class="soft"
      :d="`${sidePath(high, view)}Z${sidePath([...low].reverse(), view)}Z`"
      fill-rule="evenodd"
      :fill="rim"
    />
    <path
      v-if="forecast.length"
      class="forecast"
      :d="`${sidePath(forecast, view)}Z`"
      fill="url(#section-shade)"
      :stroke="rim"
    />
    <path
      v-if="pores"
      class="pores"
      :d="pores"
      :transform="`translate(${view.middle} ${view.base}) scale(${view.perMm} ${-view.perMm})`"
    />
    <path v-if="target.length" class="target" :d="sidePath(target, view)" />
    <path v-if="bake.length" class="bake" :d="sidePath(bake, view)" />
    <line class="ruler" x1="0" :x2="WIDTH" :y1="BASE" :y2="BASE" />
    <g v-for="mm in ticks" :key="mm">
      <line
        class="ruler"
        :x1="view.middle + mm * view.perMm"
        :x2="view.middle + mm * view.perMm"
        :y1="BASE"
        :y2="BASE + 5"
      />
      <text class="fig" :x="view.middle + mm * view.perMm" :y="BASE + 19" text-anchor="middle">
        {{ Math.abs(mm) }}
      </text>
    </g>
    <text class="fig" :x="WIDTH - 2" :y="BASE + 19" text-anchor="end">mm</text>
  </svg>
</template>

<style scoped>
.side {
  display: block;
  width: 100%;
}
.paper line {
  stroke: var(--graph);
  stroke-width: 0.6;
}
.paper line.strong {
  stroke: var(--graph-strong);
  stroke-width: 0.7;
}
.soft {
  opacity: 0.3;
}
.forecast {
  stroke-width: 1.4;
  stroke-linejoin: round;
  transition: d 120ms linear;
}
text {
  /* The drawing stands at 88 % of the column: read at 13 px. */
  font-size: 15px;
}
.pores {
  fill: rgb(60 30 0 / 24%);
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
.ruler {
  stroke: var(--ink);
  stroke-width: 1.2;
}
</style>
