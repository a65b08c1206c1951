<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { grams } from '@/ui/format'

/** What the batch takes more of than is left of its deliveries. */
defineProps<{ short: readonly Schemas['ShortOut'][] }>()
</script>

<template>
  <div v-if="short.length" class="short" role="status">
    <p v-for="s in short" :key="s.name" class="alert-words">
      ▲ {{ s.name }}: {{ grams(s.needs_g) }} g wanted, {{ grams(s.left_g) }} g left of what came
    </p>
    <p class="small-words">
      Left by the deliveries in use on that day, less what batches took that name them. Other plans are not
      counted.
    </p>
  </div>
</template>

<style scoped>
.short p {
  margin: 0;
}
.short {
  margin-bottom: 8px;
}
</style>
