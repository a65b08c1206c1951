<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { straight } from '@/ui/axis'
import { fixed } from '@/ui/format'
import TermWord from '@/ui/TermWord.vue'

/** The cookie by hour and day after the oven: how crisp its rim, how soft its middle, and the target's hour. */
const props = defineProps<{ age: Schemas['Kept'] }>()

const WIDTH = 300
const open = ref(false)
/** Hours lie on a scale by their logarithm: a day is as long as the week after it. */
const place = (hours: number): number => Math.log(hours)
const first = computed(() => props.age.moments[0]?.hours ?? 0.75)
const last = computed(() => props.age.moments.at(-1)?.hours ?? 504)
const x = (hours: number): number =>
  straight([place(first.value), place(last.value)], [0, WIDTH])(place(hours))
const y = (score: number): number => 21 - (score / 100) * 20
const line = (key: 'rim_crisp' | 'middle_soft'): string =>
  `M${props.age.moments.map((m) => `${x(m.hours).toFixed(1)} ${y(m[key]).toFixed(1)}`).join('L')}`
const MARKS: [number, string][] = [
  [1, '1 h'],
  [6, '6 h'],
  [24, '1 day'],
  [72, '3'],
  [168, '7'],
  [504, '21'],
]
const span = (hours: number): string =>
  hours < 36 ? `${fixed(Math.max(hours, 1), 0)} h` : `${fixed(hours / 24, 0)} days`
const eaten = computed(() => props.age.eaten.hours ?? first.value)
const late = computed(() => eaten.value > first.value)
const lasts = (until: number | null, fresh: number | undefined, what: string, not: string): string => {
  if (until !== null) return `${what} ${span(until)}`
  return (fresh ?? 0) >= 50 ? `stays ${what}` : not
}
const crisp = computed(() => lasts(props.age.crisp_until_h, props.age.moments[0]?.rim_crisp, 'crisp', 'soft'))
const soft = computed(() => lasts(props.age.soft_until_h, props.age.moments[0]?.middle_soft, 'soft', 'dry'))
const words = computed(() => `rim ${crisp.value}, middle ${soft.value}`)
const spoken = computed(
  () =>
    `By age, ${props.age.words}: ${words.value}. Rim ${props.age.moments
      .map((m) => `${fixed(m.rim_crisp, 0)} after ${span(m.hours)}`)
      .join(', ')}.`,
)
</script>

<template>
  <div class="age">
    <div class="head">
      <h2>Kept</h2>
      <span class="key small-words"><i class="r" aria-hidden="true" /> rim {{ crisp }}</span>
      <span class="key small-words"><i class="m" aria-hidden="true" /> middle {{ soft }}</span>
      <button type="button" :aria-expanded="open" @click="open = !open">{{ open ? 'less' : 'more' }}</button>
    </div>
    <svg :viewBox="`0 0 ${WIDTH} 37`" role="img" :aria-label="spoken">
      <path class="half" :d="`M0 ${y(50)}H${WIDTH}`" />
      <path class="rim" :d="line('rim_crisp')" />
      <path class="middle" :d="line('middle_soft')" />
      <path v-if="late" class="now" :d="`M${x(eaten)} 0V22`" />
      <text
        v-for="[hours, label] in MARKS"
        :key="hours"
        class="fig"
        :x="x(hours)"
        y="32"
        :text-anchor="hours >= 504 ? 'end' : hours <= 1 ? 'start' : 'middle'"
      >
        {{ label }}
      </text>
    </svg>
    <template v-if="open">
      <p v-for="s in age.sentences" :key="s" class="small-words">{{ s }}</p>
      <p class="small-words">
        {{ age.words }}; <TermWord name="water_activity">water activity</TermWord> at
        {{ span(age.then.hours) }}: rim <span class="fig">{{ fixed(age.then.aw_rim, 2) }}</span>, middle
        <span class="fig">{{ fixed(age.then.aw_middle, 2) }}</span>; mass
        <span class="fig">{{ fixed(age.then.mass_pct, 1) }}</span> % of fresh. A rule of thumb by water and
        sugar; no taster stands behind it.
      </p>
    </template>
  </div>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
.half {
  stroke: var(--graph-strong);
  stroke-dasharray: 2 3;
}
.rim,
.middle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}
.middle {
  stroke: var(--cobalt);
  stroke-dasharray: 5 3;
}
.now {
  stroke: var(--ink);
  stroke-width: 2.2;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 6px;
}
h2 {
  font-size: 0.9375rem;
  margin: 0;
}
button {
  margin-left: auto;
  border: 0;
  background: none;
  color: var(--cobalt);
  text-decoration: underline;
  font-size: 0.8125rem;
  padding: 0;
}
p {
  margin: 0;
  line-height: 1.25;
}
.key i {
  display: inline-block;
  width: 16px;
  border-top: 2px solid var(--ink);
  vertical-align: middle;
}
.key .m {
  border-top: 2px dashed var(--cobalt);
}
</style>
