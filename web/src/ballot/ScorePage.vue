<script setup lang="ts">
import { computed } from 'vue'
import type { ScaleAsked } from './useBallot'

/** One figure for one piece: a point with its word, one touch. */
const value = defineModel<number | undefined>({ required: true })
const props = defineProps<{ code: number; scale: ScaleAsked }>()
const points = computed(() =>
  props.scale.values.map((v, n) => ({ v, word: props.scale.words[n] ?? String(v) })).reverse(),
)
</script>

<template>
  <div>
    <p class="which">
      <span class="figure">{{ code }}</span>
      <b v-if="scale.label">{{ scale.label }}</b>
    </p>
    <div class="points" role="radiogroup" :aria-label="`${code} ${scale.label}`">
      <button
        v-for="p in points"
        :key="p.v"
        type="button"
        role="radio"
        :aria-checked="value === p.v"
        @click="value = p.v"
      >
        {{ p.word }}
        <span class="mark">{{ value === p.v ? '✓' : '' }}</span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.which {
  display: flex;
  gap: 1rem;
  align-items: baseline;
}
.figure {
  font-family: 'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace;
  font-size: 2rem;
}
.points {
  display: grid;
  gap: 0.5rem;
}
button {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 52px;
  padding: 0 1rem;
  border: 2px solid var(--rule);
  border-radius: 6px;
  background: transparent;
  text-align: left;
}
button[aria-checked='true'] {
  border-color: var(--cobalt);
  background: var(--wash);
}
.mark {
  font-weight: 700;
  color: var(--cobalt);
}
</style>
