<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'

defineProps<{ figures: Schemas['Figure'][] }>()

const SURE = { H: 'well known', M: 'within 10 to 30 %', L: 'rough' }
</script>

<template>
  <dl class="figures">
    <div v-for="f in figures" :key="f.key" :title="`${f.how} (${SURE[f.confidence]})`">
      <dt>{{ f.label }}</dt>
      <dd>
        <b class="fig">{{
          f.known === null ? fixed(f.value, f.digits) : `${fixed(f.known, f.digits)} + ?`
        }}</b>
        <span v-if="f.value !== null || f.known !== null" class="unit">{{ f.unit }}</span>
        <span v-if="f.lacks" class="lacks">{{ f.lacks }}</span>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.figures {
  display: flex;
  margin: 0;
  border-top: 1px solid var(--rule);
}
.figures > div {
  flex: 1 1 auto;
  padding: 4px 12px 6px;
  border-left: 1px solid var(--rule);
  min-width: min-content;
}
.figures > div:first-child {
  border-left: 0;
}
dt {
  font-size: 0.8125rem;
  font-weight: 400;
  color: var(--ink-2);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
dd .unit {
  margin-left: 3px;
}
dd {
  margin: 0;
  white-space: nowrap;
}
dd b {
  font-size: 1.0625rem;
}
.lacks {
  display: block;
  white-space: normal;
  font-size: 0.8125rem;
  line-height: 1.15;
  color: var(--alert);
}
@media (max-width: 1150px) {
  .figures {
    flex-wrap: wrap;
  }
}
</style>
