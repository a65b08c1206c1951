<script setup lang="ts">
import { computed } from 'vue'
import { sidePath } from '@/cookie/scale'

/** A cookie's side view at thumbnail size, with the one it is compared to behind it. */
const props = defineProps<{
  shape: readonly (readonly number[])[]
  ghost: readonly (readonly number[])[]
  fill: string | null
  across: number
}>()
const WIDTH = 76
const HEIGHT = 22
const view = computed(() => ({ middle: WIDTH / 2, base: HEIGHT - 2, perMm: WIDTH / props.across }))
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" :width="WIDTH" :height="HEIGHT" aria-hidden="true">
    <path :d="`${sidePath(shape, view)}Z`" :fill="fill ?? '#d9b87c'" />
    <path v-if="ghost.length" class="ghost" :d="sidePath(ghost, view)" />
    <line x1="0" :x2="WIDTH" :y1="view.base" :y2="view.base" />
  </svg>
</template>

<style scoped>
.ghost {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-dasharray: 0.1 3;
  stroke-linecap: round;
}
line {
  stroke: var(--ink-2);
}
</style>
