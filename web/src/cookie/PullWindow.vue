<script setup lang="ts">
import { straight } from '@/ui/axis'
import IconPause from '~icons/lucide/pause'
import IconPlay from '~icons/lucide/play'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed, halves } from '@/ui/format'
import type { Scrub } from './useScrub'

/** Minutes from the oven door: best, good and last as a strip, what to look for, and a slider through the bake. */
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
  for (let m = 0; x(m) < WIDTH - 44; m += step.value) out.push(m)
  return out
})
const looking = ref(false)
const spoken = computed(() => {
  const w = props.window
  if (!w) return 'No minutes yet.'
  const best = w.best_min === null ? '' : `Best minute ${halves(w.best_min)}. `
  const last = w.last_min === null ? '' : ` Last minute ${halves(w.last_min)}, ${w.last_because}.`
  return `${best}Good minutes ${halves(w.earliest_min)} to ${halves(w.latest_min)}.${last} Set to ${props.minutes}.`
})
const LOOKS = { first: 'First', best: 'Best', last: 'Last good' }
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
      <h2>Pull</h2>
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
      <span v-if="window?.best_min != null" class="push best">
        best <b class="fig">{{ halves(window.best_min) }}</b>
        <span v-if="window.best_low_min !== null && window.best_high_min !== null" class="fig unit">
          ({{ halves(window.best_low_min) }}–{{ halves(window.best_high_min) }})</span
        >
        <span class="unit"> min</span>
      </span>
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
      <template v-if="window">
        <rect
          class="open"
          :x="x(window.earliest_min)"
          y="3"
          :width="Math.max(x(window.latest_min) - x(window.earliest_min), 2)"
          height="15"
        />
        <rect
          v-if="window.last_min != null && x(window.last_min) < WIDTH"
          class="over"
          :x="x(window.last_min)"
          y="3"
          :width="WIDTH - 0.5 - x(window.last_min)"
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
    <p v-if="window" class="told">
      Good <b class="fig">{{ halves(window.earliest_min) }}–{{ halves(window.latest_min) }}</b> min
      <span class="small-words"
        >({{ window.earliest_because }} before, {{ window.latest_because }} after)</span
      ><template v-if="window.last_min != null"
        >, last <b class="fig">{{ halves(window.last_min) }}</b> ({{ window.last_because }})</template
      >.
      <button type="button" class="look" :aria-expanded="looking" @click="looking = !looking">
        {{ looking ? 'Less' : 'What to look for' }}
      </button>
    </p>
    <dl v-if="window && looking" class="looks">
      <template v-for="l in window.looks" :key="l.which">
        <dt>
          {{ LOOKS[l.which as keyof typeof LOOKS] }} <span class="fig">{{ fixed(l.minute, 1) }}</span> min
        </dt>
        <dd>Rim {{ l.rim }}; middle {{ l.middle }}; smells of {{ l.smell }}; {{ l.touch }}.</dd>
      </template>
    </dl>
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
.told {
  margin: 0;
  font-size: 0.8125rem;
  line-height: 1.25;
}
.over {
  fill: var(--ink);
  opacity: 0.55;
}
.best.push {
  white-space: nowrap;
  font-size: 0.8125rem;
  letter-spacing: -0.02em;
}
.best.push b {
  font-size: 1rem;
  color: var(--cobalt);
}
.look {
  border: 0;
  background: none;
  color: var(--cobalt);
  text-decoration: underline;
  padding: 0;
}
.looks {
  margin: 2px 0 0;
  font-size: 0.8125rem;
  line-height: 1.25;
}
.looks dt {
  font-weight: 650;
}
.looks dd {
  margin: 0 0 2px;
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
