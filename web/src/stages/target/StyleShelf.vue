<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { sidePath } from '@/cookie/scale'

const props = defineProps<{ styles: Schemas['StyleOut'][]; chosen: string }>()
const emit = defineEmits<{ pick: [string] }>()

const WIDTH = 96
const HEIGHT = 28
const view = { middle: WIDTH / 2, base: HEIGHT - 2, perMm: WIDTH / 112 }
/** Cut styles have no width of their own: drawn at a usual cut of 55 mm. */
const drawn = computed(() =>
  props.styles.map((s) => {
    const height = s.target.cookie?.height_mm ?? 8
    const outline = s.outline.length
      ? s.outline
      : [
          [-27.5, 0],
          [-27, height * 0.9],
          [-25, height],
          [25, height],
          [27, height * 0.9],
          [27.5, 0],
        ]
    return { ...s, path: sidePath(outline, view) }
  }),
)
</script>

<template>
  <div>
    <p class="small-words">A starting point by judgement, all drawn at one scale; then make it yours.</p>
    <ul>
      <li v-for="s in drawn" :key="s.id">
        <button type="button" :aria-pressed="s.id === chosen" @click="emit('pick', s.id)">
          <svg :width="WIDTH" :height="HEIGHT" aria-hidden="true">
            <path :d="`${s.path}Z`" />
            <line x1="0" :x2="WIDTH" :y1="HEIGHT - 2" :y2="HEIGHT - 2" />
          </svg>
          <span
            ><b>{{ s.name }}</b
            ><br /><span class="small-words">{{ s.wanted }}</span></span
          >
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
h3 {
  font-size: 0.9375rem;
  margin: 0;
}
p {
  margin: 0 0 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
button {
  display: flex;
  align-items: center;
  gap: 12px;
  width: 100%;
  text-align: left;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  color: var(--ink);
  padding: 1px 6px;
  line-height: 1.15;
}
button:hover {
  background: var(--enamel-2);
}
button[aria-pressed='true'] {
  background: var(--cobalt-wash);
  border-left-color: var(--cobalt);
}
path {
  fill: var(--graph);
  stroke: var(--mark);
}
line {
  stroke: var(--graph-strong);
}
</style>
