<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'

/**
 * A box for one figure. What is typed is sent as it stands when the hand leaves it or presses Enter;
 * the server reads it. A refused entry stays in the box with its sentence beside it.
 */
const props = defineProps<{
  label: string
  shown: string
  unit: string
  problem?: string
  disabled?: boolean
  placeholder?: string
  describedby?: string
}>()
const emit = defineEmits<{ enter: [string] }>()

const text = ref(props.shown)
const editing = ref(false)
/** What stood in the box when it was entered: as long as it still does, the hand has typed nothing. */
let found = props.shown
const sent = ref<string | null>(null)
const box = ref<HTMLInputElement>()

watch(
  () => [props.shown, props.problem] as const,
  ([shown, problem]) => {
    if (problem || (editing.value && text.value !== found)) return
    text.value = found = shown
    sent.value = null
  },
)

function begin(): void {
  editing.value = true
  found = text.value
  void nextTick(() => box.value?.select())
}
function commit(): void {
  editing.value = false
  const typed = text.value.trim()
  if (text.value === found && !props.problem) return
  if (typed === props.shown.trim() && !props.problem) return
  if (typed === sent.value) return
  sent.value = typed
  emit('enter', typed)
}
function giveUp(): void {
  text.value = props.shown
  editing.value = false
  if (props.problem) emit('enter', props.shown)
  box.value?.blur()
}
function nudge(event: KeyboardEvent, direction: number): void {
  const number = Number(text.value.replace(',', '.'))
  if (text.value.trim() === '' || Number.isNaN(number)) return
  event.preventDefault()
  const by = (Math.abs(number) < 10 ? 0.1 : 1) * (event.shiftKey ? 10 : 1) * direction
  text.value = String(Math.max(Number((number + by).toFixed(2)), 0))
  sent.value = text.value
  emit('enter', text.value)
}
</script>

<template>
  <span class="amount" :class="{ wrong: problem }">
    <input
      ref="box"
      v-model="text"
      class="fig"
      type="text"
      inputmode="decimal"
      autocomplete="off"
      :aria-label="label"
      :aria-invalid="problem ? true : undefined"
      :aria-describedby="problem ? describedby : undefined"
      :disabled="disabled"
      :placeholder="placeholder ?? '?'"
      @focus="begin"
      @blur="commit"
      @keydown.enter.prevent="commit"
      @keydown.escape="giveUp"
      @keydown.up="nudge($event, 1)"
      @keydown.down="nudge($event, -1)"
    />
    <span class="unit">{{ unit }}</span>
  </span>
</template>

<style scoped>
.amount {
  display: inline-flex;
  align-items: baseline;
  gap: 4px;
}
input {
  width: 100%;
  min-width: 0;
  flex: 1;
  border: 1px solid transparent;
  border-bottom-color: var(--graph-strong);
  background: transparent;
  color: var(--ink);
  text-align: right;
  padding: 0 4px;
  border-radius: 3px;
  font-size: 0.9375rem;
  line-height: 1.35;
}
input:hover:not(:disabled) {
  border-color: var(--graph-strong);
}
input:focus {
  background: var(--butter-wash);
  border-color: var(--cobalt);
}
input:disabled {
  color: var(--ink-2);
  border-bottom-color: transparent;
}
.wrong input {
  border-color: var(--alert);
  background: var(--alert-wash);
}
.unit {
  flex: none;
  min-width: 1.1em;
}
</style>
