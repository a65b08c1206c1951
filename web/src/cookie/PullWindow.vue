<script setup lang="ts">
import { straight } from '@/ui/axis'
import IconPause from '~icons/lucide/pause'
import IconPlay from '~icons/lucide/play'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'
import type { Scrub } from './useScrub'

/** Minutes from the oven door: the window as a strip, and a slider to go through the bake with. */
const props = defineProps<{
  window: Schemas['Window'] | null
  egg: Schemas['EggOut'] | null
  minutes: number
  until: number
  scrub: Scrub
}>()

const WIDTH = 300
const to = computed(() => props.until)
const x = (minute: number): number => straight([0, to.value], [0, WIDTH])(minute)
const step = computed(() => [1, 2, 5, 10, 20, 60].find((s) => to.value / s <= 8) ?? 60)
const marks = computed(() => {
  const out: number[] = []
  for (let m = 0; x(m) < WIDTH - 30; m += step.value) out.push(m)
  return out
})
const spoken = computed(() => {
  const w = props.window
  if (!w) return 'No pull window yet.'
  if (w.note) return w.note
  return `Pull window ${fixed(w.earliest_min, 1)} to ${fixed(w.latest_min, 1)} minutes; set to ${props.minutes}.`
})
const words = computed(() => {
  const w = props.window
  if (!w) return ''
  return w.note ? 'none' : `${fixed(w.earliest_min, 1)}–${fixed(w.latest_min, 1)}`
})
const shown = computed(() => props.scrub.minute.value ?? props.minutes)
const position = computed(() => {
  const m = props.scrub.minute.value
  if (m === null) return 'cooled'
  return m > props.minutes ? `${fixed(m, 1)} minutes, out of the oven` : `${fixed(m, 1)} minutes in the oven`
})

function drag(event: Event): void {
  props.scrub.to(Number((event.target as HTMLInputElement).value))
}
</script>

<template>
  <div class="pull">
    <div class="head">
      <h2>Pull window</h2>
      <button
        type="button"
        class="play"
        :aria-label="scrub.playing.value ? 'Stop the bake' : 'Play the bake'"
        :title="scrub.playing.value ? 'Stop' : 'Watch it bake'"
        @click="scrub.toggle"
      >
        <IconPause v-if="scrub.playing.value" /><IconPlay v-else />
      </button>
      <button type="button" class="cool" :aria-pressed="scrub.minute.value === null" @click="scrub.to(null)">
        cooled
      </button>
      <span class="push fig">{{ words }} <span class="unit">min</span></span>
    </div>
    <svg :viewBox="`0 0 ${WIDTH} 34`" role="img" :aria-label="spoken">
      <defs>
        <pattern
          id="not-yet"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" x2="0" y1="0" y2="5" />
        </pattern>
      </defs>
      <rect class="strip" x="0.5" y="3" :width="WIDTH - 1" height="15" />
      <rect x="0.5" y="3" :width="WIDTH - 1" height="15" fill="url(#not-yet)" />
      <template v-if="window && !window.note">
        <rect
          class="open"
          :x="x(window.earliest_min)"
          y="3"
          :width="Math.max(x(window.latest_min) - x(window.earliest_min), 1)"
          height="15"
        />
        <template v-if="window.best_min != null">
          <rect
            class="range"
            :x="x(window.best_low_min ?? window.best_min)"
            y="8.5"
            :width="
              Math.max(
                x(window.best_high_min ?? window.best_min) - x(window.best_low_min ?? window.best_min),
                1,
              )
            "
            height="4"
          />
          <circle class="best" :cx="x(window.best_min)" cy="10.5" r="4" />
        </template>
      </template>
      <path v-if="egg?.reached_min" class="egg" :d="`M${x(egg.reached_min)} 0v21`" />
      <path class="now" :d="`M${x(minutes)} 1V20 M${x(minutes) - 4} 0 h8 l-4 6z`" />
      <text
        v-for="m in marks"
        :key="m"
        class="fig"
        :x="x(m)"
        y="32"
        :text-anchor="m === 0 ? 'start' : 'middle'"
      >
        {{ m }}
      </text>
      <text class="fig" :x="WIDTH" y="32" text-anchor="end">min</text>
    </svg>
    <input
      type="range"
      min="0"
      :max="to"
      step="0.1"
      :value="shown"
      aria-label="Minute of the bake"
      :aria-valuetext="position"
      @input="drag"
    />
    <p v-if="window?.best_min" class="best">
      Best minute <b class="fig">{{ fixed(window.best_min, 1) }}</b>
      <span v-if="window.best_low_min !== null && window.best_high_min !== null" class="fig">
        ({{ fixed(window.best_low_min, 1) }}–{{ fixed(window.best_high_min, 1) }})</span
      >
      for the target
    </p>
  </div>
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
.range {
  fill: var(--cobalt);
  opacity: 0.4;
}
.best {
  fill: var(--cobalt);
}
.egg {
  stroke: var(--alert);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
.now {
  stroke: var(--ink);
  stroke-width: 2.2;
  fill: var(--ink);
}
.head {
  display: flex;
  align-items: center;
  gap: 6px;
  margin-top: 2px;
}
h2 {
  font-size: 0.9375rem;
  margin: 0;
}
.push {
  margin-left: auto;
}
input {
  display: block;
  width: calc(100% + 12px);
  margin: 0 -6px;
  accent-color: var(--cobalt);
  height: 18px;
}
.best {
  margin: 0;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.best b {
  color: var(--cobalt);
}
.play,
.cool {
  border: 1px solid var(--graph-strong);
  background: var(--enamel);
  color: var(--cobalt);
  border-radius: 4px;
  height: 21px;
  padding: 0 5px;
  line-height: 1;
  font-size: 0.8125rem;
}
.cool[aria-pressed='true'] {
  background: var(--cobalt-wash);
}
.play :deep(svg) {
  width: 14px;
  height: 14px;
}
</style>
