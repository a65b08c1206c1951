<script setup lang="ts">
import { ref, useId, watch } from 'vue'
import { fixed } from '@/ui/format'
import { typed } from '@/ui/typed'

/**
 * A number of the plan with its unit. Empty is left open: what follows for it stands in it as a shade. What is no number,
 * or lies out of reach, is said beneath and changes nothing.
 *
 * Usage: `<NumberBox label="Portion" unit="g" :value="plan.portion_g" :follows="45" :low="1" :high="3000" @enter="..." />`
 */
const props = withDefaults(
  defineProps<{
    label: string
    unit?: string
    value: number | null | undefined
    follows?: number | null
    digits?: number
    low: number
    high: number
    whole?: boolean
    hint?: string
    problem?: string
    disabled?: boolean
  }>(),
  { unit: '', follows: null, digits: 0, hint: '', problem: '' },
)
const emit = defineEmits<{ enter: [value: number | null] }>()
const id = useId()
const text = ref('')
const wrong = ref('')
watch(
  () => props.value,
  (now) => {
    text.value = now === null || now === undefined ? '' : String(now)
    wrong.value = ''
  },
  { immediate: true },
)

function enter(): void {
  const value = typed(text.value)
  if (value === (props.value ?? null)) {
    wrong.value = ''
    return
  }
  if (value !== null && (Number.isNaN(value) || value < props.low || value > props.high)) {
    wrong.value = `“${text.value}”: a number from ${props.low} to ${props.high}${props.unit ? ` ${props.unit}` : ''}, or empty.`
    return
  }
  if (value !== null && props.whole && !Number.isInteger(value)) {
    wrong.value = 'A whole number.'
    return
  }
  wrong.value = ''
  emit('enter', value)
}
</script>

<template>
  <div class="number">
    <label :for="id"
      >{{ label }}<span v-if="unit" class="unit">, {{ unit }}</span></label
    >
    <BFormInput
      :id="id"
      v-model="text"
      size="sm"
      class="fig"
      inputmode="decimal"
      :disabled="disabled ?? false"
      :placeholder="follows == null ? '' : fixed(follows, digits)"
      :class="{ 'is-wrong': wrong || problem }"
      :aria-invalid="wrong || problem ? 'true' : undefined"
      :aria-describedby="`${id}-more`"
      @change="enter"
      @keydown.enter="enter"
    />
    <span :id="`${id}-more`" class="more" :class="{ 'alert-words': wrong || problem }">{{
      wrong ? `▲ ${wrong}` : problem ? `▲ ${problem}` : hint
    }}</span>
  </div>
</template>

<style scoped>
label {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
  white-space: nowrap;
}
.more {
  display: block;
  font-size: 0.8125rem;
  line-height: 1.2;
  color: var(--ink-2);
}
.more.alert-words {
  color: var(--alert);
}
.is-wrong {
  border-color: var(--alert);
  background: var(--alert-wash);
}
input {
  text-align: right;
}
</style>
