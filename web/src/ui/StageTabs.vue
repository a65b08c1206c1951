<script setup lang="ts">
/** The parts of a stage, each a place of its own with an address. */
defineProps<{ label: string; tabs: { to: string; name: string; count?: number | null }[] }>()
</script>

<template>
  <nav class="tabs" :aria-label="label">
    <RouterLink v-for="t in tabs" :key="t.to" :to="{ name: t.to }" exact-active-class="on"
      >{{ t.name }} <span v-if="t.count" class="count">{{ t.count }}</span></RouterLink
    >
  </nav>
</template>

<style scoped>
.tabs {
  margin: 0;
  flex-wrap: nowrap;
  flex-shrink: 0;
}
a {
  color: var(--cobalt);
  padding: 2px 0;
  border-bottom: 2px solid transparent;
}
.on {
  font-weight: 650;
  border-bottom-color: var(--cobalt);
}
.count {
  font-size: 0.8125rem;
  background: var(--butter);
  color: #1a2233;
  border-radius: 8px;
  padding: 0 6px;
}
@media (max-width: 900px) {
  .tabs {
    flex-wrap: wrap;
    flex-shrink: 1;
  }
}
</style>
