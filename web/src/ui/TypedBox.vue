<script setup lang="ts">
import { ref } from 'vue'

/**
 * A text box that keeps what is being typed until it is entered. With a plain `:value` an answer that arrives
 * meanwhile draws the box anew and takes the words away. Entered is what Enter, Tab or a click elsewhere leave behind;
 * Escape gives back what stood there.
 */
defineProps<{ value: string | number | null | undefined }>()
const emit = defineEmits<{ enter: [string] }>()
const typed = ref<string | null>(null)

const text = (event: Event) => (event.target as HTMLInputElement).value
function enter(event: Event): void {
  const said = text(event)
  typed.value = null
  emit('enter', said)
}
</script>

<template>
  <input
    :value="typed ?? value ?? ''"
    @input="typed = text($event)"
    @change="enter"
    @keydown.esc="typed = null"
  />
</template>
