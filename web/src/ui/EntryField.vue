<script setup lang="ts">
import { useId } from 'vue'

withDefaults(
  defineProps<{
    label: string
    unit?: string
    hint?: string
    type?: string
    max?: string
    placeholder?: string
    problem?: string | undefined
    wide?: boolean
  }>(),
  { unit: '', hint: '', type: 'text', max: '', placeholder: '', problem: '' },
)
const text = defineModel<string | undefined>({ required: true })
const id = useId()
</script>

<template>
  <div class="field" :class="{ wide }">
    <label :for="id"
      >{{ label }}<span v-if="unit" class="unit">, {{ unit }}</span></label
    >
    <input
      :id="id"
      v-model="text"
      class="form-control form-control-sm fig"
      :class="{ 'is-wrong': problem }"
      :type="type"
      :max="max || undefined"
      :placeholder="placeholder"
      :aria-invalid="problem ? true : undefined"
      :aria-describedby="`${id}-more`"
      inputmode="text"
    />
    <span
      :id="`${id}-more`"
      class="more"
      :class="{ 'alert-words': problem }"
      :role="problem ? 'alert' : undefined"
      >{{ problem ? `▲ ${problem}` : hint }}</span
    >
  </div>
</template>

<style scoped>
label {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.wide {
  grid-column: span 2;
}
.more {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
  line-height: 1.2;
}
.more.alert-words {
  color: var(--alert);
}
.is-wrong {
  border-color: var(--alert);
  background: var(--alert-wash);
}
</style>
