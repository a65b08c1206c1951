<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** Each limit of the brief with its figure and where it stands; what is out or may be stands out. */
defineProps<{ standings: Schemas['LimitStandingOut'][] }>()
const SIGN: Record<Schemas['LimitStandingOut']['stands'], string> = {
  met: '✓',
  unsure: '△',
  out: '▲',
  unknown: '?',
}
</script>

<template>
  <ul class="stands" aria-label="The brief">
    <li v-for="s in standings" :key="s.words" :class="s.stands">
      <span aria-hidden="true">{{ SIGN[s.stands] }}</span> {{ s.words
      }}<span v-if="!s.must" class="small-words"> (rather)</span>
    </li>
  </ul>
</template>

<style scoped>
.stands {
  list-style: none;
  padding: 0;
  margin: 0 0 4px;
  font-size: 0.9375rem;
}
li > span:first-child {
  display: inline-block;
  width: 1.1em;
}
.met {
  color: var(--ink-2);
}
.out {
  color: var(--alert);
}
</style>
