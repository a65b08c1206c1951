<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'

defineProps<{ wish: Schemas['SwapWishOut'] }>()
defineEmits<{ pick: [string] }>()
const SURE: Record<string, string> = { H: 'well known', M: 'a fair guide', L: 'rough' }
</script>

<template>
  <article class="wish">
    <h3>
      {{ wish.label.charAt(0).toUpperCase() + wish.label.slice(1) }} by {{ wish.by_pct }} %
      <span class="small-words"
        >{{ wish.from_per_100g.toFixed(1) }} → {{ wish.wanted.toFixed(1) }} {{ wish.unit }} of
        {{ wish.counts }} in 100 g</span
      >
    </h3>
    <p v-if="wish.ways.length === 0" class="alert-words">▲ No way known here meets the other needs.</p>
    <div role="radiogroup" :aria-label="`Ways to ${wish.label}`">
      <label v-for="w in wish.ways" :key="w.id" class="way" :class="{ on: w.id === wish.pick }">
        <input
          type="radio"
          :name="`wish-${wish.need}`"
          :checked="w.id === wish.pick"
          @change="$emit('pick', w.id)"
        />
        <span class="what">
          <b>{{ w.name }}</b>
          <span class="small-words"
            >{{ w.share_pct.toFixed(0) }} % of the {{ w.removes }} moves; {{ w.effect }}</span
          >
          <span v-if="!w.enough" class="alert-words"
            >△ ends at {{ fixed(w.reached, 1) }} {{ wish.unit }}: not far enough</span
          >
        </span>
        <span class="how small-words"
          ><b>{{ w.evidence === 'plausible' ? 'plausible, untested here' : w.evidence }}</b>
          {{ w.tried || `${SURE[w.confidence]}, ${w.source}` }}</span
        >
        <b class="fig">{{ fixed(w.disturbance, 1) }}</b>
      </label>
    </div>
  </article>
</template>

<style scoped>
.wish {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0 6px;
}
h3 {
  margin: 0;
  font-size: 0.9375rem;
}
.way {
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr) 158px 30px;
  gap: 9px;
  align-items: center;
  padding: 3px 6px;
  line-height: 1.22;
  border-left: 3px solid transparent;
}
.way.on {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
.what,
.how {
  display: flex;
  flex-direction: column;
}
.way > b {
  text-align: right;
}
</style>
