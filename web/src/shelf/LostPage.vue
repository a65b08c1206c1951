<script setup lang="ts">
import TopBar from '@/ui/TopBar.vue'
</script>

<template>
  <TopBar />
  <main id="main" class="p-4">
    <h1 class="h2">Nothing is kept here</h1>
    <p>That address leads nowhere. <RouterLink :to="{ name: 'shelf' }">Back to the shelf</RouterLink></p>
  </main>
</template>
