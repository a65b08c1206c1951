<script setup lang="ts">
/** What may not be touched. */
defineProps<{ locks: string[] }>()
const held = defineModel<string[]>({ required: true })

function turn(lock: string): void {
  held.value = held.value.includes(lock) ? held.value.filter((x) => x !== lock) : [...held.value, lock]
}
</script>

<template>
  <div class="locks" role="group" aria-label="Keep as it is">
    <span class="small-words">keep as it is</span>
    <button v-for="l in locks" :key="l" type="button" :aria-pressed="held.includes(l)" @click="turn(l)">
      {{ l }}
    </button>
    <slot />
  </div>
</template>

<style scoped>
.locks {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  padding: 5px 14px;
  border-bottom: 1px solid var(--rule);
}
button {
  border: 1px solid var(--graph-strong);
  background: var(--enamel);
  color: var(--ink);
  border-radius: 3px;
  font-size: 0.8125rem;
  padding: 0 8px;
}
button[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--enamel);
}
.small-words {
  margin-right: 4px;
}
.locks :deep(label) {
  margin-left: 8px;
}
</style>
