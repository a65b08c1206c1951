<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { xOf, yOf } from '@/stages/target/map'
import { fixed } from '@/ui/format'

/** What a series says to bake next: the levels, how sure, and where on the texture map that cookie would stand. */
const props = defineProps<{ best: Schemas['BestOut'] }>()
const F = { width: 300, height: 190, left: 26, bottom: 20 }
const TICKS = [3, 5, 8, 12, 20, 30]
const region = computed(() =>
  props.best.region.map((p) => `${xOf(p.crisp, F)},${yOf(p.height_mm, F)}`).join(' '),
)
const drawn = computed(() => {
  const p = props.best.place
  return p ? `about ${fixed(p.height_mm, 1)} mm tall and ${fixed(p.crisp, 0)} of 100 crisp` : ''
})
</script>

<template>
  <section class="best" aria-label="Best point">
    <div>
      <h3>{{ best.words }}</h3>
      <table class="table table-sm">
        <thead>
          <tr>
            <th scope="col">Factor</th>
            <th scope="col" class="text-end">best</th>
            <th scope="col" class="text-end">8 times in 10 within</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in best.levels" :key="l.name" :class="{ faint: !l.settled }">
            <th scope="row">
              {{ l.name }}<span class="unit">, {{ l.unit }}</span>
            </th>
            <td class="fig text-end">{{ fixed(l.value, 1) }}</td>
            <td class="fig text-end">{{ fixed(l.low, 1) }} to {{ fixed(l.high, 1) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small-words">
        Expected <span class="fig">{{ fixed(best.distance, 1) }}</span> clear misses from the target there, at
        the worst levels <span class="fig">{{ fixed(best.worst, 1) }}</span>. Judged by
        {{ best.compared.join(', ') }}; what effects may be off by is counted in. Only between the levels
        baked: beyond them the series knows nothing.
      </p>
    </div>
    <figure v-if="best.place">
      <svg
        :viewBox="`0 0 ${F.width} ${F.height}`"
        role="img"
        :aria-label="`Texture map: the cookie would stand ${drawn}, within the region drawn in 95 of 100`"
      >
        <rect :x="F.left" y="0" :width="F.width - F.left" :height="F.height - F.bottom" class="paper" />
        <g v-for="t in TICKS" :key="t">
          <line :x1="F.left" :x2="F.width" :y1="yOf(t, F)" :y2="yOf(t, F)" class="grid" />
          <text :x="F.left - 4" :y="yOf(t, F) + 4" class="tick end">{{ t }}</text>
        </g>
        <polygon :points="region" class="region" />
        <path
          :d="`M${xOf(best.place.crisp, F) - 6} ${yOf(best.place.height_mm, F)}h12m-6 -6v12`"
          class="forecast"
        />
        <circle
          v-if="best.target"
          :cx="xOf(best.target.crisp, F)"
          :cy="yOf(best.target.height_mm, F)"
          r="8"
          class="wanted"
        />
        <text :x="F.left" :y="F.height - 5" class="tick">soft</text>
        <text :x="F.width" :y="F.height - 5" class="tick end">crisp</text>
        <text x="2" y="10" class="tick">mm</text>
      </svg>
      <figcaption class="small-words">
        The best point ({{ drawn }}) with its 95 % region;<span v-if="best.target"> ring: the target.</span>
      </figcaption>
    </figure>
  </section>
</template>

<style scoped>
.best {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 8px 24px;
  margin: 6px 0 10px;
  border-bottom: 1px solid var(--rule);
}
h3 {
  font-size: 1.125rem;
  margin: 4px 0 6px;
}
figure {
  margin: 0 0 6px;
}
table {
  max-width: 420px;
  margin-bottom: 6px;
}
tbody th {
  font-weight: 400;
}
.faint {
  color: var(--ink-2);
}
.paper {
  fill: var(--enamel-2);
}
.grid {
  stroke: var(--graph);
}
.tick {
  font-size: 12px;
  fill: var(--ink-2);
}
.end {
  text-anchor: end;
}
.region {
  fill: var(--cobalt-wash);
  stroke: var(--cobalt);
}
.forecast {
  stroke: var(--ink);
  stroke-width: 2.4;
  fill: none;
}
.wanted {
  fill: var(--butter);
  fill-opacity: 0.35;
  stroke: var(--cobalt);
  stroke-width: 2.5;
  stroke-dasharray: 5 3;
}
@media (max-width: 900px) {
  .best {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
