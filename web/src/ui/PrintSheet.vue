<script setup lang="ts">
import { words } from '@/api/client'

/**
 * A sheet to print: title, what it is of, ways out; says that it is being written, or why not.
 *
 * Usage: `<PrintSheet label="Bench sheet" :title="…" :under="[…]" :pdf="…" :ready="!!sheet" :error="error" @again="refetch()">`
 */
defineProps<{
  label: string
  title: string
  under: readonly string[]
  pdf: string
  ready: boolean
  error: Error | null
}>()
defineEmits<{ again: [] }>()
const print = (): void => window.print()
</script>

<template>
  <section class="panel sheet" :aria-label="label">
    <div v-if="error" role="alert" class="p-4">
      <p>{{ words(error) }}</p>
      <BButton variant="primary" @click="$emit('again')">Try again</BButton>
    </div>
    <p v-else-if="!ready" class="p-4">Writing the sheet …</p>
    <template v-else>
      <header>
        <div>
          <h2>{{ title }}</h2>
          <p v-for="u in under" :key="u" class="small-words">{{ u }}</p>
        </div>
        <div class="acts">
          <slot name="acts" />
          <a class="btn btn-outline-primary" :href="pdf" target="_blank">As PDF</a>
          <BButton variant="primary" @click="print">Print</BButton>
        </div>
      </header>
      <slot />
    </template>
  </section>
</template>

<style scoped>
.sheet {
  padding: 10px 18px;
  overflow-y: auto;
}
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px 16px;
}
h2 {
  font-size: 1.375rem;
  margin: 0;
}
p {
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-start;
}
.sheet :deep(.cols) {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 26px;
}
.sheet :deep(table) {
  width: 100%;
}
.sheet :deep(thead th) {
  font-weight: 400;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
@media (max-width: 900px) {
  .sheet :deep(.cols) {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
