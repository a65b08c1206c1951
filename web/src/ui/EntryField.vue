<script setup lang="ts">
import { useId } from 'vue'
import DayBox from './DayBox.vue'

withDefaults(
  defineProps<{
    label: string
    unit?: string
    hint?: string
    type?: 'text' | 'date'
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
    <DayBox
      v-if="type === 'date'"
      :id="id"
      v-model="text"
      class="whole"
      :class="{ 'is-wrong': problem }"
      :max="max || undefined"
    />
    <BFormInput
      v-else
      :id="id"
      :model-value="text ?? ''"
      size="sm"
      class="fig"
      :class="{ 'is-wrong': problem }"
      :placeholder="placeholder"
      :aria-describedby="`${id}-more`"
      inputmode="text"
      v-bind="{ ...(problem ? { 'aria-invalid': 'true' as const } : {}) }"
      @update:model-value="text = String($event ?? '')"
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
.whole {
  display: block;
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
