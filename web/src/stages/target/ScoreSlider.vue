<script setup lang="ts">
defineProps<{ label: string; low: string; high: string; value: number | null }>()
const emit = defineEmits<{ grab: []; slide: [number]; settle: [number]; clear: [] }>()

const figure = (event: Event): number => Number((event.target as HTMLInputElement).value)
let held = false

function moving(event: Event): void {
  if (!held) emit('grab')
  held = true
  emit('slide', figure(event))
}
function done(event: Event): void {
  if (!held) emit('grab')
  held = false
  emit('settle', figure(event))
}
</script>

<template>
  <div class="score">
    <span class="name">{{ label }}</span>
    <span class="end low">{{ low }}</span>
    <input
      type="range"
      min="0"
      max="100"
      step="1"
      :value="value ?? 50"
      :class="{ unset: value === null }"
      :aria-label="`${label}, from ${low} to ${high}`"
      :aria-valuetext="value === null ? 'not set' : `${value} of 100`"
      @input="moving"
      @change="done"
    />
    <span class="end">{{ high }}</span>
    <b class="fig">{{ value ?? '–' }}</b>
    <BButton
      size="sm"
      variant="link"
      class="clear"
      :disabled="value === null"
      :aria-label="`Leave ${label.toLowerCase()} open`"
      title="leave open"
      @click="emit('clear')"
    >
      ×
    </BButton>
  </div>
</template>

<style scoped>
.score {
  display: grid;
  grid-template-columns: 60px 44px minmax(0, 1fr) 48px 32px 22px;
  align-items: center;
  gap: 8px;
  height: 34px;
}
.name {
  font-weight: 600;
}
.end {
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.low {
  text-align: right;
}
b {
  text-align: right;
}
input {
  accent-color: var(--cobalt);
  width: 100%;
}
input.unset {
  opacity: 0.45;
}
.clear {
  border: 0;
  background: none;
  color: var(--ink-2);
}
.clear:disabled {
  visibility: hidden;
}
</style>
