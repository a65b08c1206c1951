<script setup lang="ts">
import { computed } from 'vue'
import { theDough } from '@/dough/key'
import AmountBox from '@/ui/AmountBox.vue'
import { fixed } from '@/ui/format'

const dough = theDough()
const figure = computed(() => dough.preview.value?.figures.find((f) => f.key === 'dough_g'))
const shown = computed(() => (figure.value?.value == null ? '' : fixed(figure.value.value, 0)))
</script>

<template>
  <span class="scale">
    <span class="small-words">scale dough to</span>
    <AmountBox
      label="Scale the dough to this many grams, percentages kept"
      :shown="shown"
      unit="g"
      :problem="dough.problemAt('scale')"
      describedby="scale-problem"
      @enter="dough.edit({ op: 'scale', dough: $event })"
    />
    <span v-if="dough.problemAt('scale')" id="scale-problem" class="alert-words" role="alert">
      ▲ {{ dough.problemAt('scale') }}
    </span>
  </span>
</template>

<style scoped>
.scale {
  display: flex;
  align-items: baseline;
  gap: 6px;
}
.scale :deep(input) {
  width: 66px;
  flex: none;
}
</style>
