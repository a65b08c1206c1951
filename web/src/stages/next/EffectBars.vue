<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { signed } from '@/ui/format'

/** What a change does to every attribute, in clear misses to either side, with its range. */
defineProps<{ changes: Schemas['EffectRangeOut'][] }>()
const { quantities } = useReference()
const WIDTH = 48
const MOST = 3
const at = (c: Schemas['EffectRangeOut'], value: number): number => {
  const step = quantities.value.get(c.key)?.clear_miss ?? 1
  return WIDTH / 2 + Math.max(-MOST, Math.min(MOST, value / step)) * (WIDTH / 2 / MOST)
}
const sign = (c: Schemas['EffectRangeOut'], value: number): string => signed(value, Math.min(c.digits, 1))
const unit = (c: Schemas['EffectRangeOut']): string => (c.unit === 'of 100' ? 'points' : c.unit)
</script>

<template>
  <div class="bars">
    <div
      v-for="c in changes"
      :key="c.key"
      :title="`${c.label}: ${sign(c, c.value)} ${unit(c)}, about 8 times in 10 between ${sign(c, c.low)} and ${sign(c, c.high)}`"
    >
      <span class="name">{{ c.label }}</span>
      <svg :width="WIDTH" height="12" aria-hidden="true">
        <line :x1="WIDTH / 2" :x2="WIDTH / 2" y1="0" y2="12" class="zero" />
        <line :x1="at(c, c.low)" :x2="at(c, c.high)" y1="6" y2="6" class="span" />
        <circle :cx="at(c, c.value)" cy="6" r="3" class="dot" />
      </svg>
      <span class="fig">{{ sign(c, c.value) }}</span>
      <span class="visually-hidden">{{ unit(c) }}</span>
    </div>
  </div>
</template>

<style scoped>
.bars {
  display: grid;
  grid-template-columns: repeat(auto-fill, 146px);
  gap: 0 9px;
}
.bars > div {
  display: grid;
  grid-template-columns: 56px 42px 42px;
  align-items: center;
  gap: 2px;
  font-size: 0.8125rem;
  line-height: 1.25;
}
.name {
  color: var(--ink-2);
}
.fig {
  text-align: right;
}
.zero {
  stroke: var(--graph-strong);
}
.span {
  stroke: var(--mark);
  stroke-width: 3;
  opacity: 0.45;
}
.dot {
  fill: var(--cobalt);
}
</style>
