<script setup lang="ts">
/** Whether what is done at the bench is written down, or kept here until the server is back. */
defineProps<{ away: boolean; waiting: number; known: boolean }>()
</script>

<template>
  <span v-if="away" class="away" role="status"
    >△ the server is away: {{ waiting || 'what you do is' }} kept here</span
  >
  <span v-else-if="waiting" class="small-words" role="status">writing down: {{ waiting }} kept here</span>
  <span v-else-if="known" class="small-words" role="status">written down</span>
</template>

<style scoped>
.away {
  padding: 2px 10px;
  font-weight: 650;
  background: var(--butter-wash);
  border-left: 3px solid var(--alert);
}
</style>
