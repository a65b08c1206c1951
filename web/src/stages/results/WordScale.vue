<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Schemas } from '@/api/client'

/** A scale whose points are words; a figure in between may be typed. Empty is unknown. */
const props = defineProps<{ scale: Schemas['Scale']; problem?: string | undefined }>()
const text = defineModel<string | undefined>({ required: true })
const id = useId()
const picked = computed(() => props.scale.points.findIndex((p) => String(p.value) === text.value))

function pick(value: number): void {
  text.value = text.value === String(value) ? '' : String(value)
}
</script>

<template>
  <div class="scale">
    <div class="head">
      <b :id="`${id}-l`">{{ scale.label }}</b>
      <span class="small-words">{{ scale.how }}</span>
    </div>
    <div class="row" role="group" :aria-labelledby="`${id}-l`">
      <button
        v-for="(p, n) in scale.points"
        :key="p.value"
        type="button"
        :aria-pressed="n === picked"
        @click="pick(p.value)"
      >
        {{ p.word }}
      </button>
      <BFormInput
        :model-value="text ?? ''"
        size="sm"
        class="fig"
        :class="{ 'is-wrong': problem }"
        :aria-label="`${scale.label}, of 100`"
        placeholder="–"
        inputmode="numeric"
        @update:model-value="text = String($event ?? '')"
      />
    </div>
    <span v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</span>
  </div>
</template>

<style scoped>
.scale {
  grid-column: 1 / -1;
}
.head {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.row {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr)) 64px;
  gap: 3px;
}
button {
  border: 1px solid var(--graph-strong);
  background: var(--enamel);
  color: var(--ink);
  font-size: 0.8125rem;
  padding: 3px 6px;
  border-radius: 3px;
}
button:hover {
  background: var(--enamel-2);
}
button[aria-pressed='true'] {
  background: var(--cobalt);
  border-color: var(--cobalt);
  color: var(--enamel);
}
.is-wrong {
  border-color: var(--alert);
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
}
</style>
