<script setup lang="ts">
import { computed } from 'vue'
import type { ScaleAsked } from './useBallot'

/** One figure for one piece: a point with its word, one touch. */
const value = defineModel<number | undefined>({ required: true })
const props = defineProps<{ code: number; scale: ScaleAsked }>()
const points = computed(() =>
  props.scale.values
    .map((v, n) => ({ v, word: props.scale.words[n] ?? String(v), like: props.scale.like?.[n] ?? '' }))
    .reverse(),
)

/** Up and down go through the points, as among radio buttons. */
function step(to: number, event: KeyboardEvent): void {
  const point = points.value[to]
  if (!point) return
  value.value = point.v
  const row = (event.currentTarget as Element).parentElement
  ;(row?.children[to] as HTMLElement | undefined)?.focus()
}
</script>

<template>
  <div>
    <p class="which">
      <span class="code-figure">{{ code }}</span>
      <b v-if="scale.label">{{ scale.label }}</b>
    </p>
    <p v-for="r in scale.laid_out ?? []" :key="r" class="open">Lies open to compare with: {{ r }}.</p>
    <div class="points" role="radiogroup" :aria-label="`${code} ${scale.label}`">
      <button
        v-for="(p, n) in points"
        :key="p.v"
        type="button"
        role="radio"
        class="choice"
        :aria-checked="value === p.v"
        :tabindex="value === p.v || (value === undefined && n === 0) ? 0 : -1"
        @keydown.down.prevent="step(n + 1, $event)"
        @keydown.up.prevent="step(n - 1, $event)"
        @click="value = p.v"
      >
        <span
          >{{ p.word }}<small v-if="p.like"> like: {{ p.like }}</small></span
        >
        <span class="mark" aria-hidden="true">{{ value === p.v ? '✓' : '' }}</span>
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
.points {
  display: grid;
  gap: 0.5rem;
}
.open {
  margin: 0 0 0.5rem;
}
small {
  color: var(--ink-2);
}
.choice {
  min-height: 52px;
}
</style>
