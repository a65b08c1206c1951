<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { dayText, readClock, readDay } from './days'

/**
 * A box for a day (or, with `clock`, a time of day) as this kitchen writes it; a browser's own box speaks the browser's
 * language. What can't be read stays in the box with what to type. Empty is none.
 *
 * Usage: `<DayBox v-model="on" label="Day" />`, `<DayBox v-model="ready" clock label="Ready at" />`
 */
const props = defineProps<{
  label?: string
  clock?: boolean
  max?: string | undefined
  id?: string
  disabled?: boolean
}>()
const value = defineModel<string | null | undefined>()
const typed = ref<string | null>(null)
const wrong = ref('')
const own = useId()
const today = (): string => new Date().toLocaleDateString('sv-SE')
const shown = computed(
  () => typed.value ?? (value.value ? (props.clock ? value.value : dayText(value.value)) : ''),
)

/** What can't be read also holds back the form it stands in: nothing is sent with the day before it. */
function say(box: HTMLInputElement, what: string): void {
  wrong.value = what
  box.setCustomValidity(what)
}
function leave(event: Event): void {
  typed.value = null
  say(event.target as HTMLInputElement, '')
}
function enter(event: Event): void {
  const box = event.target as HTMLInputElement
  const text = box.value
  const read = text.trim() === '' ? '' : props.clock ? readClock(text) : readDay(text, today())
  if (read === null) {
    typed.value = text
    say(box, props.clock ? 'Type a time such as 16:30.' : `Type a day such as ${dayText(today())}.`)
    return
  }
  if (props.max && read > props.max) {
    typed.value = text
    say(box, `Not later than ${dayText(props.max)}.`)
    return
  }
  leave(event)
  value.value = read
}
</script>

<template>
  <span class="day-box" :class="{ clock }">
    <input
      :id="id"
      class="form-control form-control-sm fig"
      :class="{ 'is-invalid': wrong }"
      :value="shown"
      :aria-label="label"
      :aria-invalid="wrong ? true : undefined"
      :aria-describedby="wrong ? own : undefined"
      :disabled="disabled"
      autocomplete="off"
      maxlength="40"
      @input="typed = ($event.target as HTMLInputElement).value"
      @change="enter"
      @keydown.esc="leave"
    />
    <span v-if="wrong" :id="own" class="alert-words" role="alert">▲ {{ wrong }}</span>
  </span>
</template>

<style scoped>
.day-box {
  display: inline-block;
}
.day-box.clock input {
  width: 6.2rem;
}
.alert-words {
  display: block;
  font-size: 0.8125rem;
}
</style>
