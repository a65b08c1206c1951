<script setup lang="ts">
import { computed } from 'vue'
import { footprint, type Thing } from '../facts'

/** Everything with a length and a width, from above, at one scale: what fits on what is seen at a glance. */
const props = defineProps<{ things: Thing[]; chosen: Thing | null }>()
const emit = defineEmits<{ pick: [Thing] }>()
const WIDTH = 470
const GAP = 16
const TALL = 250

const found = computed(() =>
  props.things
    .filter((t) => t.retired_at === null)
    .flatMap((t) => {
      const size = footprint(t)
      return size ? [{ thing: t, ...size }] : []
    })
    .sort((a, b) => b.d - a.d),
)
/** Pixels a mm: the largest at which all of it still fits the strip. */
const scale = computed(() => {
  const deepest = Math.max(...found.value.map((f) => f.d), 1)
  let px = TALL / deepest
  while (px > 0.02 && laid(px).height > TALL) px *= 0.93
  return px
})
const placed = computed(() => laid(scale.value))
function laid(px: number) {
  let x = 0
  let y = 0
  let row = 0
  const at = found.value.map((f) => {
    const w = f.w * px
    const d = f.d * px
    if (x > 0 && x + Math.max(w, 60) > WIDTH) {
      x = 0
      y += row + 34
      row = 0
    }
    const here = { ...f, x, y, pw: w, pd: d }
    x += Math.max(w, 60) + GAP
    row = Math.max(row, d)
    return here
  })
  return { at, height: y + row + 34 }
}
const short = (name: string, px: number): string => {
  const fit = Math.max(Math.floor(Math.max(px, 60) / 6.6), 6)
  return name.length > fit ? `${name.slice(0, fit - 1)}…` : name
}
</script>

<template>
  <figure v-if="found.length" class="scale graph">
    <svg :viewBox="`-2 -2 ${WIDTH + 4} ${placed.height + 4}`" role="img" aria-labelledby="to-scale-words">
      <g v-for="f in placed.at" :key="`${f.thing.kind} ${f.thing.id}`" @click="emit('pick', f.thing)">
        <title>{{ f.thing.name }}, {{ f.w }} × {{ f.d }} mm</title>
        <ellipse
          v-if="f.round"
          :class="{ on: f.thing === chosen }"
          :cx="f.x + f.pw / 2"
          :cy="f.y + f.pd / 2"
          :rx="f.pw / 2"
          :ry="f.pd / 2"
        />
        <rect
          v-else
          :class="{ on: f.thing === chosen, oven: f.thing.kind === 'oven' }"
          :x="f.x"
          :y="f.y"
          :width="f.pw"
          :height="f.pd"
          rx="2"
        />
        <text :x="f.x" :y="f.y + f.pd + 14">{{ short(f.thing.name, f.pw) }}</text>
        <text class="mm" :x="f.x" :y="f.y + f.pd + 28">{{ f.w }} × {{ f.d }}</text>
      </g>
    </svg>
    <figcaption id="to-scale-words" class="small-words">
      From above, in mm, all at one scale; ovens and cold places by their inside.
    </figcaption>
  </figure>
</template>

<style scoped>
.scale {
  margin: 0;
  padding: 10px 12px 6px;
  background-image:
    linear-gradient(var(--graph) 1px, transparent 1px),
    linear-gradient(90deg, var(--graph) 1px, transparent 1px);
  background-size: 12px 12px;
}
svg {
  width: 100%;
  display: block;
}
rect,
ellipse {
  fill: var(--enamel);
  stroke: var(--ink-2);
  stroke-width: 1.4;
  cursor: pointer;
}
.oven {
  stroke-dasharray: 7 3;
}
.on {
  fill: var(--butter-wash);
  stroke: var(--cobalt);
  stroke-width: 2.4;
}
.mm {
  font-family: var(--bs-font-monospace);
  font-size: 11.5px;
}
</style>
