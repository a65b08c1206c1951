<script setup lang="ts">
import type { Undoable } from './useThing'

/** What was just done, and the way back. */
defineProps<{ done: Undoable | null; problem: string }>()
const emit = defineEmits<{ takeBack: [] }>()
</script>

<template>
  <p v-if="problem" class="alert-words bar" role="alert">▲ {{ problem }}</p>
  <p v-else-if="done" class="bar said" role="status">
    {{ done.words }}
    <button type="button" class="btn btn-link" @click="emit('takeBack')">Take it back</button>
  </p>
</template>

<style scoped>
.bar {
  margin: 0;
}
.said {
  font-size: 0.8125rem;
}
</style>
