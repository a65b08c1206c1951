<script setup lang="ts">
import { computed } from 'vue'
import { usePutAway } from '@/session/usePutAway'
import { TABS, tabOf } from '@/stages/stages'

/** What to do at a place, for a dough that was never baked: one line, until it is put away for good. */
const props = defineProps<{ place: string }>()
const { away, known, put, putAll } = usePutAway()
const tab = computed(() => TABS.find((s) => s.name === tabOf(props.place)))
const shown = computed(() => known.value && tab.value?.hint && !away(tab.value.name))
</script>

<template>
  <aside v-if="shown && tab" class="hint" :aria-label="`First time at ${tab.tab}`">
    <span>{{ tab.hint }}</span>
    <button type="button" class="btn btn-link btn-sm" @click="put(tab.name)">Got it</button>
    <button type="button" class="btn btn-link btn-sm" @click="putAll">No more hints</button>
  </aside>
</template>

<style scoped>
.hint {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 12px;
  padding: 4px 14px;
  margin-bottom: 8px;
  font-size: 0.875rem;
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
}
span {
  flex: 1 1 22rem;
}
.btn {
  padding: 0;
}
</style>
