<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** What can't all hold, each with what it would have to give; and that a plan which is late is shown instead. */
defineProps<{ time: Schemas['TimeOut'] }>()
</script>

<template>
  <div v-if="time.fights.length" class="fights" role="alert">
    <b>▲ These can't all hold:</b>
    <ul>
      <li v-for="f in time.fights" :key="f.constraint">
        {{ f.words }}<template v-if="f.gives">; or {{ f.gives }}</template>
      </li>
    </ul>
    <span v-if="time.placed.length" class="small-words">Shown is the plan that is ready soonest.</span>
  </div>
</template>

<style scoped>
.fights {
  background: var(--alert-wash);
  border-left: 3px solid var(--alert);
  padding: 5px 12px;
  margin: 4px 0;
}
ul {
  margin: 0;
  padding-left: 20px;
}
</style>
