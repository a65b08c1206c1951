<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'

/** Heat over a tray beside its mean, seen from above, the door below: a number and a tone at each place. */
const props = defineProps<{ map: Schemas['OvenMap']; cookies: Schemas['TrayCookie'][]; shelf: string }>()
const W = 360
const H = 250
const PAD = 4
/** So many K are as dark as a tone gets. */
const FULL_K = 15
const columns = computed(() => new Set(props.map.places.map((p) => p.across)).size)
const rows = computed(() => props.map.places.length / Math.max(columns.value, 1))
const cell = computed(() => ({ w: (W - 2 * PAD) / columns.value, h: (H - 2 * PAD) / rows.value }))
const places = computed(() =>
  props.map.places.map((p, n) => ({
    ...p,
    x: PAD + (n % columns.value) * cell.value.w,
    y: PAD + Math.floor(n / columns.value) * cell.value.h,
    tone: Math.min(Math.abs(p.k) / FULL_K, 1) * 0.85,
  })),
)
const empty = computed(() => new Set(props.map.empty.map((p) => `${p.across} ${p.deep}`)))
const signed = (k: number): string => `${k > 0.5 ? '+' : k < -0.5 ? '−' : ''}${fixed(Math.abs(k), 0)}`
const at = (v: number, size: number): number => PAD + ((v + 1) / 2) * (size - 2 * PAD)
const label = computed(
  () => `Heat over the ${props.shelf} shelf beside its mean, from above: ${props.map.words.join(' ')}`,
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H + 18}`" role="img" :aria-label="label">
      <g v-for="p in places" :key="`cell ${p.across} ${p.deep}`">
        <rect
          :x="p.x"
          :y="p.y"
          :width="cell.w"
          :height="cell.h"
          :class="p.k > 0 ? 'hot' : 'cold'"
          :fill-opacity="p.tone"
        />
        <path
          v-if="empty.has(`${p.across} ${p.deep}`)"
          :d="`M${p.x + 5} ${p.y + 5} l${cell.w - 10} ${cell.h - 10} m0 ${10 - cell.h} l${10 - cell.w} ${cell.h - 10}`"
          class="leave"
        />
      </g>
      <circle
        v-for="(c, n) in cookies"
        :key="n"
        :cx="at(c.across, W)"
        :cy="at(c.deep, H)"
        r="10"
        class="cookie"
      />
      <g v-for="p in places" :key="`${p.across} ${p.deep}`">
        <text
          :x="p.x + cell.w / 2"
          :y="p.y + cell.h / 2 + 4"
          text-anchor="middle"
          class="fig"
          :class="{ unsure: !p.sure }"
        >
          {{ signed(p.k) }}
        </text>
      </g>
      <path :d="`M${PAD} ${H + 2} H${W - PAD}`" class="door" />
      <text :x="W / 2" :y="H + 15" text-anchor="middle" class="side">door</text>
    </svg>
    <figcaption class="small-words">
      K beside the tray’s mean; {{ map.cookies }} cookies. Faint: no surer than their scatter.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  max-width: 440px;
  display: block;
}
.hot {
  fill: var(--butter);
}
.cold {
  fill: var(--mark);
}
rect {
  stroke: var(--rule);
  stroke-width: 0.5;
}
text {
  font-size: 11px;
  font-weight: 600;
  fill: var(--ink);
}
.unsure {
  font-weight: 400;
  fill-opacity: 0.6;
}
.side {
  font-size: 10px;
  font-weight: 400;
}
.cookie {
  fill: none;
  stroke: var(--mark);
  stroke-width: 0.7;
}
.leave {
  stroke: var(--alert);
  stroke-width: 1.6;
  fill: none;
}
.door {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
