<script setup lang="ts">
import { useKitchen } from '@/api/queries'
import TopBar from '@/ui/TopBar.vue'

const { data: kitchen } = useKitchen()
const PLACES = [
  { to: 'kitchen', name: 'What it has' },
  { to: 'itself', name: 'Room and habits' },
  { to: 'pantry', name: 'Pantry' },
  { to: 'people', name: 'People' },
  { to: 'journal', name: 'Journal' },
  { to: 'keep', name: 'Backups' },
]
</script>

<template>
  <TopBar>
    <span class="kitchen-name">{{ kitchen?.name }}</span>
    <span class="small-words">{{ kitchen?.about }}</span>
  </TopBar>
  <main id="main" class="kitchen">
    <nav aria-label="Parts of the kitchen">
      <RouterLink v-for="p in PLACES" :key="p.to" :to="{ name: p.to }" exact-active-class="on">{{
        p.name
      }}</RouterLink>
    </nav>
    <RouterView />
  </main>
</template>

<style scoped>
.kitchen-name {
  font-weight: 650;
}
.kitchen {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 16px;
  max-width: 1280px;
  margin: 0 auto;
  padding: 14px 16px;
}
nav {
  display: flex;
  flex-direction: column;
  gap: 2px;
}
nav a {
  padding: 6px 10px;
  border-left: 3px solid transparent;
}
nav a:hover {
  background: var(--cobalt-wash);
}
nav .on {
  font-weight: 650;
  border-left-color: var(--cobalt);
  background: var(--enamel);
}
@media (max-width: 800px) {
  .kitchen {
    grid-template-columns: minmax(0, 1fr);
  }
  nav {
    flex-flow: row wrap;
  }
}
</style>
