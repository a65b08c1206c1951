<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** Ingredients, or amounts of them, that the text names and no line has: a line may have been lost or misread. */
defineProps<{ unlisted: Schemas['UnlistedOut'][] }>()
const emit = defineEmits<{ take: [named: Schemas['UnlistedOut']] }>()
</script>

<template>
  <section v-if="unlisted.length" class="besides" aria-labelledby="besides-head">
    <h2 id="besides-head">▲ Named in the text, in no line</h2>
    <ul>
      <li v-for="u in unlisted" :key="u.name">
        <span
          ><b>{{ u.name }}</b> <q>{{ u.clause }}</q></span
        >
        <BButton size="sm" variant="link" @click="emit('take', u)"
          >add a line<span class="visually-hidden"> for {{ u.name }}</span></BButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.besides {
  margin-top: 10px;
  font-size: 0.8125rem;
}
h2 {
  margin: 0 0 2px;
  font-size: 0.875rem;
  color: var(--alert);
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  align-items: baseline;
  border-top: 1px solid var(--rule);
}
q {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  color: var(--ink-2);
}
li > :last-child {
  flex: none;
}
</style>
