<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** A strip of bake shades to pick a crust from. */
const props = defineProps<{ shades: Schemas['ShadeOut'][]; value: number | null; label: string }>()
const emit = defineEmits<{ pick: [number | null] }>()

function nearest(): number {
  if (props.value === null) return -1
  let best = 0
  props.shades.forEach((s, i) => {
    const other = props.shades[best]
    if (other && Math.abs(s.crust_l - (props.value ?? 0)) < Math.abs(other.crust_l - (props.value ?? 0)))
      best = i
  })
  return best
}
function key(event: KeyboardEvent, index: number): void {
  const to = { ArrowRight: index + 1, ArrowDown: index + 1, ArrowLeft: index - 1, ArrowUp: index - 1 }[
    event.key
  ]
  const shade = to === undefined ? undefined : props.shades[to]
  if (shade === undefined || to === undefined) return
  event.preventDefault()
  emit('pick', shade.crust_l)
  const row = (event.currentTarget as HTMLElement).parentElement
  ;(row?.children[to] as HTMLElement | undefined)?.focus()
}
</script>

<template>
  <div class="shades" role="radiogroup" :aria-label="label">
    <button
      v-for="(s, i) in shades"
      :key="s.crust_l"
      type="button"
      role="radio"
      :aria-checked="i === nearest()"
      :aria-label="`L* ${s.crust_l}`"
      :tabindex="i === Math.max(nearest(), 0) ? 0 : -1"
      :style="{ background: s.hex }"
      :title="`L* ${s.crust_l}`"
      @click="emit('pick', s.crust_l)"
      @keydown="key($event, i)"
    />
  </div>
  <div class="ends small-words"><span>pale</span><span>dark</span></div>
</template>

<style scoped>
.shades {
  display: flex;
  height: 34px;
}
.shades button {
  flex: 1;
  border: 0;
  position: relative;
}
.shades button[aria-checked='true']::after {
  content: '';
  position: absolute;
  inset: -4px 0;
  border: 3px solid var(--cobalt);
  outline: 2px solid var(--enamel);
  outline-offset: -5px;
  border-radius: 3px;
}
.ends {
  display: flex;
  justify-content: space-between;
  margin-top: 4px;
}
</style>
