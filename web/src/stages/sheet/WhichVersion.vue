<script setup lang="ts">
import { theDough } from '@/dough/key'

/**
 * The draft or one of the kept versions.
 *
 * Usage: `<WhichVersion v-model="version" />`
 */
const version = defineModel<number | null>({ required: true })
const { record } = theDough()
</script>

<template>
  <label class="which">
    Of
    <select v-model="version" class="form-select form-select-sm" aria-label="Which version">
      <option :value="null">the draft</option>
      <option v-for="v in [...(record?.versions ?? [])].reverse()" :key="v.number" :value="v.number">
        version {{ v.number }}
      </option>
    </select>
  </label>
</template>

<style scoped>
.which {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
