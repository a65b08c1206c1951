<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'

const props = defineProps<{ reading: Schemas['ReadingOut'] }>()

const spoken = computed(() => {
  const r = props.reading
  const forecast = r.forecast ? `forecast ${fixed(r.forecast.value, 0)}` : 'no forecast'
  const target = r.target === null ? 'no target' : `target ${fixed(r.target, 0)}`
  return `${r.label}, ${r.low_word} to ${r.high_word}: ${forecast}, ${target} ${r.unit}`
})
/** The 80 % range on the same scale. */
const spread = computed(() => {
  const { low_at: low, high_at: high } = props.reading.forecast ?? {}
  return low == null || high == null ? null : { x: low * 100, width: (high - low) * 100 }
})
const bridge = computed(() => {
  const { forecast_at: f, target_at: t } = props.reading
  return f === null || t === null ? null : { x: Math.min(f, t) * 100, width: Math.abs(f - t) * 100 }
})
</script>

<template>
  <div class="reading" role="img" :aria-label="spoken">
    <span class="name">{{ reading.label }}</span>
    <span class="end low">{{ reading.low_word }}</span>
    <svg viewBox="0 0 100 18" preserveAspectRatio="none" aria-hidden="true">
      <line class="track" x1="0" x2="100" y1="9" y2="9" />
      <rect v-if="bridge" class="bridge" :x="bridge.x" y="7.5" :width="bridge.width" height="3" />
      <rect v-if="spread" class="spread" :x="spread.x" y="6" :width="spread.width" height="6" />
      <line
        v-if="reading.target_at !== null"
        class="tick"
        :x1="reading.target_at * 100"
        :x2="reading.target_at * 100"
        y1="1"
        y2="17"
      />
      <line
        v-if="reading.forecast_at !== null"
        class="dot"
        :x1="reading.forecast_at * 100"
        :x2="reading.forecast_at * 100"
        y1="9"
        y2="9"
      />
    </svg>
    <span class="end">{{ reading.high_word }}</span>
    <span class="fig value">{{ fixed(reading.forecast?.value ?? null, 0) }}</span>
    <span class="unit">{{ reading.unit === 'L*' ? 'L*' : '' }}</span>
  </div>
</template>

<style scoped>
.reading {
  display: grid;
  grid-template-columns: 50px 38px 1fr 42px 24px 14px;
  align-items: center;
  gap: 5px;
  height: 19px;
  font-size: 0.8125rem;
}
.name {
  font-weight: 600;
}
.end {
  color: var(--ink-2);
}
.low {
  text-align: right;
}
.value {
  text-align: right;
}
svg {
  width: 100%;
  height: 18px;
  overflow: visible;
}
line {
  vector-effect: non-scaling-stroke;
}
.track {
  stroke: var(--graph-strong);
  stroke-width: 3px;
}
.spread {
  fill: var(--ink-2);
  opacity: 0.28;
}
.bridge {
  fill: var(--cobalt);
  opacity: 0.35;
}
.tick {
  stroke: var(--cobalt);
  stroke-width: 2px;
}
.dot {
  stroke: var(--ink);
  stroke-width: 11px;
  stroke-linecap: round;
}
</style>
