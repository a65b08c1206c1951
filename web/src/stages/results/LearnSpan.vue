<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { signed } from '@/ui/format'

/** One unknown before and after on one scale: K for ovens, for the rest percent from the usual, drawn on a scale of equal ratios. */
const props = defineProps<{ unknown: Schemas['UnknownOut'] }>()
const W = 170
const kelvin = computed(() => props.unknown.unit === 'K')
const at = (value: number): number => {
  const share = kelvin.value ? (value + 20) / 40 : (Math.log(value) + Math.log(2.2)) / (2 * Math.log(2.2))
  return Math.max(2, Math.min(W - 2, share * W))
}
const shown = (value: number): string => signed(kelvin.value ? value : 100 * (value - 1), 0)
</script>

<template>
  <div class="span">
    <span class="said"
      ><b>{{ unknown.words.charAt(0).toUpperCase() + unknown.words.slice(1) }}</b
      ><span class="small-words">{{ unknown.whose }}</span></span
    >
    <svg :viewBox="`0 0 ${W} 22`" :width="W" height="22" aria-hidden="true">
      <line :x1="at(kelvin ? 0 : 1)" :x2="at(kelvin ? 0 : 1)" y1="0" y2="22" class="zero" />
      <line :x1="at(unknown.now.low)" :x2="at(unknown.now.high)" y1="7" y2="7" class="now" />
      <circle :cx="at(unknown.now.value)" cy="7" r="3" class="nowdot" />
      <line :x1="at(unknown.proposed.low)" :x2="at(unknown.proposed.high)" y1="15" y2="15" class="then" />
      <circle :cx="at(unknown.proposed.value)" cy="15" r="4" class="dot" />
    </svg>
    <span class="said">
      <span class="fig"
        ><span class="small-words">{{ shown(unknown.now.value) }} →</span>&nbsp;
        <b>{{ shown(unknown.proposed.value) }}</b>&nbsp;<span class="unit">{{
          kelvin ? 'K' : '%'
        }}</span></span
      >
      <span class="small-words fig"
        >{{ shown(unknown.proposed.low) }} to {{ shown(unknown.proposed.high) }}</span
      >
    </span>
  </div>
</template>

<style scoped>
.span {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 170px 112px;
  gap: 10px;
  align-items: center;
  line-height: 1.15;
}
.said {
  display: flex;
  flex-direction: column;
  line-height: 1.2;
  padding: 1px 0;
}
.zero {
  stroke: var(--graph-strong);
}
.now {
  stroke: var(--graph-strong);
  stroke-width: 5;
}
.nowdot {
  fill: var(--mark);
}
.then {
  stroke: var(--cobalt);
  stroke-width: 5;
  opacity: 0.35;
}
.dot {
  fill: var(--cobalt);
}
@media (max-width: 900px) {
  .span {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 10px;
    padding-bottom: 6px;
  }
  svg {
    grid-row: 2;
    grid-column: 1 / -1;
    width: 100%;
  }
  .said:last-child {
    text-align: right;
  }
}
</style>
